import { HttpTestingController } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { Store } from '@ngrx/store';
import type { Dock, DockRun } from '@petrichor/api';
import { shippedDiagnosis } from '@petrichor/core/diagnose';
import type { JobCommand } from '@petrichor/core/job';
import { smartctlAta } from '../../../../../core/src/testing/smartctl';
import { nvmeReport } from '../../../../../core/src/testing/reports';
import { m2Drive, model, TestJob } from '../../../../../core/src/testing/samples';
import { JobScreenHarness } from '../../../testing/job-screen';
import { DockActions } from '../../state/dock/dock.reducer';
import { DiagnoseSection } from './diagnose';
import { DockPanel } from './dock-panel';
import { Readings } from './readings';

const knowledge = { models: [model()], drives: [m2Drive()] };
const seen = (observation: string): JobCommand => ({ type: 'observe', observation, seen: 'seen' });
const bench = (...commands: JobCommand[]) => new TestJob().must(...commands).job;
const board = async (...commands: JobCommand[]) => {
  const screen = await JobScreenHarness.of(DiagnoseSection, bench(...commands), knowledge);
  await weighed(screen);
  return screen;
};
/** Until the weighing of the last change is drawn. */
const weighed = async (screen: { settle(): Promise<void> }) => {
  for (let turn = 0; turn < 4; turn++) {
    await new Promise((done) => setTimeout(done, 10));
    await screen.settle();
  }
};
const text = (screen: { element: HTMLElement }) => screen.element.textContent.replace(/\s+/g, ' ');
const heading = (screen: { element: HTMLElement }) => screen.element.querySelector('h1')!.textContent.trim();
const headings = (screen: { element: HTMLElement }) =>
  [...screen.element.querySelectorAll('button.head')].map((one) => one.textContent);

describe('the board', () => {
  it('begins with the question, and with what this workshop’s jobs say', async () => {
    const screen = await board();
    expect(heading(screen)).toBe('Is it the drive?');
    expect(text(screen)).toContain('Nothing found yet; no finished job behind it yet.');
    expect(screen.element.querySelector('p-cause-bands svg')!.getAttribute('aria-label')).toContain(
      'Causes after 0 findings',
    );
  });

  it('says the leading cause and how sure one is; every finding is a line', async () => {
    const screen = await board(seen('plug-askew'), seen('link-errors'), {
      type: 'observe',
      observation: 'clicks',
      seen: 'not-seen',
    });
    expect(heading(screen)).toBe('Drive cable or its plug. Settled.');
    expect(text(screen)).toMatch(/9\d in 100; a cause is settled from 85\./);
    expect(headings(screen).slice(0, 2)).toEqual([
      expect.stringContaining('A plug found askew'),
      expect.stringContaining('Link errors counted'),
    ]);
    expect(text(screen)).toContain('What is seen is explained best by drive cable or its plug');
  });

  it('leaves a finding out by its number, to see what it holds up, and takes it back', async () => {
    const screen = await board(seen('freezes-then-resumes'), seen('link-errors'));
    const sure = heading(screen);
    await screen.key('2');
    await weighed(screen);
    expect(heading(screen)).not.toBe(sure);
    expect(screen.element.querySelectorAll('button.head')[1]!.getAttribute('aria-pressed')).toBe('true');
    expect(screen.job.findings.before).toHaveLength(2);
    await screen.key('2');
    await weighed(screen);
    expect(heading(screen)).toBe(sure);
  });

  it('adds nothing for Tab after half a word, and what is marked for Enter', async () => {
    const screen = await board();
    const field = screen.element.querySelector<HTMLInputElement>('#add-finding')!;
    const key = async (name: string) => {
      field.dispatchEvent(new KeyboardEvent('keydown', { key: name, code: name, bubbles: true }));
      await weighed(screen);
    };
    await screen.type('#add-finding', 'freez');
    await weighed(screen);
    expect(document.querySelectorAll('[role=option]').length).toBeGreaterThan(0);
    await key('Tab');
    expect(screen.job.findings.before).toEqual([]);
    await screen.type('#add-finding', 'freezes');
    await weighed(screen);
    await key('Enter');
    expect(screen.job.findings.before.map((one) => one.observation)).toEqual(['freezes-then-resumes']);
  });

  it('Enter takes the best match at once, before its list is drawn, and what arrows stand on once they went', async () => {
    const screen = await board();
    const field = screen.element.querySelector<HTMLInputElement>('#add-finding')!;
    const key = (name: string) =>
      field.dispatchEvent(new KeyboardEvent('keydown', { key: name, code: name, bubbles: true }));
    const found = () => screen.job.findings.before.map((one) => one.observation);
    field.value = 'freezes';
    field.dispatchEvent(new Event('input', { bubbles: true }));
    key('Enter');
    await weighed(screen);
    expect(found()).toEqual(['freezes-then-resumes']);
    expect(document.querySelectorAll('[role=option]')).toHaveLength(0);
    await screen.type('#add-finding', 'slow');
    await weighed(screen);
    const second = document.querySelectorAll('[role=option]')[1]!.textContent.trim();
    key('ArrowDown');
    await weighed(screen);
    key('Enter');
    await weighed(screen);
    const edition = shippedDiagnosis('before').observations;
    expect(edition.find((one) => one.id === found()[1])!.say).toBe(second);
    await screen.type('#add-finding', 'nothing is called so');
    key('Enter');
    await weighed(screen);
    expect(found()).toHaveLength(2);
  });

  it('adds what is seen from the pictures, and takes it away again in the list', async () => {
    const screen = await board();
    await screen.key('g');
    const tile = screen.element.querySelector<HTMLButtonElement>(
      '[aria-label="Only a few GB are free: seen"]',
    )!;
    tile.click();
    await weighed(screen);
    expect(heading(screen)).toMatch(/drive full/i);
    expect(screen.element.querySelector('[aria-label="Only a few GB are free: seen"]')).toBeNull();
    const [row] = screen.element.querySelectorAll('p-findings-list li');
    [...row!.querySelectorAll('button')].find((one) => one.textContent.trim() === 'not looked')!.click();
    await weighed(screen);
    expect(screen.job.findings.before).toEqual([]);
  });

  it('keeps the number that belongs to a finding', async () => {
    const screen = await board(seen('link-errors'));
    const field = screen.element.querySelector<HTMLInputElement>('p-findings-list input')!;
    field.value = '1,284';
    field.dispatchEvent(new Event('change'));
    await weighed(screen);
    expect(screen.job.findings.before[0]).toMatchObject({ seen: true, detail: '1,284' });
    expect(headings(screen)[0]).toContain('1,284');
  });

  it('says what counts for nothing, and why', async () => {
    const screen = await board(seen('link-errors'), seen('link-errors-rising'));
    expect(text(screen)).toContain('Not counted: “Link errors rise while one reads” says so already.');
    expect(headings(screen)).toHaveLength(1);
  });

  it('advises a test, and writes down what it showed; then it is done', async () => {
    const screen = await board(seen('link-errors'), seen('freezes-then-resumes'));
    await screen.key('e');
    const name = screen.element.querySelector('p-next-test h3')!.textContent;
    expect(screen.element.querySelectorAll('p-next-test tbody tr')[4]!.className).toContain('at');
    await screen.key(' ');
    expect(screen.element.querySelector('.doing h3')!.textContent).toBe(name);
    const groups = [...screen.element.querySelectorAll('.doing li')];
    for (const group of groups)
      [...group.querySelectorAll('button')].find((one) => one.textContent.trim() === 'no')!.click();
    await weighed(screen);
    expect(screen.element.querySelector('.doing')).toBeNull();
    expect(screen.job.findings.before.filter((one) => !one.seen)).toHaveLength(groups.length);
  });

  it('sets a test aside that cannot be done here', async () => {
    const screen = await board(seen('link-errors'));
    const name = screen.element.querySelector('p-next-test h3')!.textContent;
    await screen.press('Cannot be done here');
    await weighed(screen);
    expect(screen.element.querySelector('p-next-test h3')!.textContent).not.toBe(name);
    expect(text(screen)).toContain(`Not here: ${name}.`);
    await screen.press('It can be done');
    expect(screen.job.setAside).toEqual([]);
  });

  it('allows longer readings once there is a copy', async () => {
    const screen = await board(seen('freezes-then-resumes'));
    expect(text(screen)).toMatch(/Not while this data has no copy: [^.]*read the whole surface/);
    await screen.press('has a copy');
    await weighed(screen);
    expect(screen.job.stake).toBe('copied');
    expect(text(screen)).not.toMatch(/Not while this data has no copy: [^.]*read the whole surface/);
  });

  it('concludes with a reason, and asks for it when the weights say otherwise', async () => {
    const screen = await board(seen('plug-askew'), seen('link-errors'));
    await screen.press(/^Conclude$/);
    expect(text(screen)).toContain('Choose a cause.');
    const radio = screen.element.querySelector<HTMLInputElement>('#before-cause-memory-short')!;
    radio.click();
    await screen.settle();
    expect(text(screen)).toContain('Why you conclude otherwise');
    expect(text(screen)).toMatch(/The weights say: drive cable or its plug, \d\d in 100\./);
    await screen.type('#before-reason', 'memory stick shows errors in its test');
    await screen.press(/^Conclude$/);
    expect(screen.job.conclusion).toMatchObject({
      causeId: 'memory-short',
      weighed: { causeId: 'connection' },
    });
    expect(heading(screen)).toBe('Memory short.');
  });

  it('records a cure that needs no drive, and goes on to Prove', async () => {
    const screen = await board(seen('plug-askew'), {
      type: 'conclude',
      causeId: 'connection',
      reason: 'plug askew',
    });
    await screen.press('Record the cure');
    expect(text(screen)).toContain('Say what you did.');
    await screen.type('#cure-what', 'Reseated the plug.');
    await screen.type('#cure-checked', 'Read 20 GB.');
    await screen.press('Record the cure');
    expect(screen.job).toMatchObject({ phase: 'prove', cured: { what: 'Reseated the plug.' } });
  });
});

describe('the stop', () => {
  it('takes the screen; its steps are done in order, and the drive is decided on', async () => {
    const screen = await board(seen('clicks'));
    expect(heading(screen)).toBe('Stop. It clicks and the data matters.');
    expect(screen.element.querySelector('p-weigh-board')).toBeNull();
    for (let step = 0; step < 3; step++) await screen.key(' ');
    expect(screen.job.stop!.steps.every((step) => step.done !== null)).toBe(true);
    await screen.press('Image it once');
    await weighed(screen);
    expect(text(screen)).toContain('It is imaged once onto a healthy drive');
  });

  it('is lifted with the owner’s words only', async () => {
    const screen = await board(seen('clicks'));
    await screen.key('w');
    await screen.type('#owner', 'Ms Quist');
    await screen.type('#owner-words', 'ok');
    await screen.press(/^Lift it$/);
    expect(document.body.textContent).toContain('Write down what the owner said');
    await screen.type('#owner-words', 'Nothing on it that I need.');
    await screen.press(/^Lift it$/);
    await weighed(screen);
    expect(text(screen)).toContain('Ms Quist lifted the stop: “Nothing on it that I need.”');
  });

  it('falls when the finding was a mistake', async () => {
    const screen = await board(seen('clicks'));
    [...screen.element.querySelectorAll('p-findings-list button')]
      .find((one) => one.textContent.trim() === 'not seen')!
      .dispatchEvent(new Event('click'));
    await weighed(screen);
    expect(screen.element.querySelector('p-stop-board')).toBeNull();
    expect(screen.job.stop).toBeNull();
  });
});

describe('readings', () => {
  const readings = (...commands: JobCommand[]) =>
    JobScreenHarness.of(Readings, bench(...commands), knowledge);

  it('are taken from pasted text, and answer what they can', async () => {
    const screen = await readings();
    await screen.type('#pasted', JSON.stringify(smartctlAta()));
    await screen.press('Read the pasted text');
    await weighed(screen);
    expect(text(screen)).toContain('Read. What it answers stands among the findings.');
    expect(screen.job.reports).toMatchObject([{ source: 'pasted', report: { serial: 'CD7-77A1' } }]);
    expect(document.querySelector<HTMLTextAreaElement>('#pasted')!.value).toBe('');
  });

  it.each([
    ['{"smartctl": {', 'the text is not whole JSON. (line 1)'],
    ['hello', 'Petrichor does not know this file.'],
    [JSON.stringify(shippedDiagnosis('before')), 'a lead brings it in under Models'],
  ])('keep what was pasted and say what is wrong with it: %#', async (pasted, words) => {
    const screen = await readings();
    await screen.type('#pasted', pasted);
    await screen.press('Read the pasted text');
    await weighed(screen);
    expect(text(screen)).toContain(words);
    expect(document.querySelector<HTMLTextAreaElement>('#pasted')!.value).toBe(pasted);
    expect(screen.job.reports).toEqual([]);
  });

  it('say what moved since the one before, and how long it may last', async () => {
    const read = (mediaErrors: number): JobCommand => ({
      type: 'read-report',
      source: 'file',
      name: 'r',
      report: nvmeReport({ mediaErrors }),
    });
    const screen = await readings(read(2), read(5));
    expect(text(screen)).toMatch(/Media errors\s*2\s*5\s*worse/);
    expect(text(screen)).toContain('10 % used; at');
  });
});

describe('the dock', () => {
  const drive = {
    model: 'Corrie D7',
    serial: 'CD7-1',
    capacityBytes: 1e12,
    protocol: 'ata' as const,
    rotationRpm: 5400,
  };
  const run = (own: Partial<DockRun> = {}): DockRun => ({
    runId: '11111111-1111-4111-8111-111111111111',
    bay: 'A',
    targetBay: null,
    kind: 'surface-read',
    state: 'running',
    fromByte: 0,
    history: [],
    doneBytes: 25e10,
    totalBytes: 1e12,
    rateBytesPerSecond: 9.6e7,
    secondsLeft: [40, 70],
    badAreas: [{ startByte: 1e11, lengthBytes: 4096, kind: 'unreadable' }],
    selfTest: null,
    compared: null,
    sentence: 'Surface reading goes on.',
    ...own,
  });
  const dock = (own: DockRun | null): Dock => ({
    name: 'Dock',
    simulated: false,
    pace: 1,
    bays: [
      { bay: 'A', drive, silent: false, run: own },
      { bay: 'B', drive: null, silent: true, run: null },
    ],
  });
  const started: JobCommand[] = [
    { type: 'state-stake', stake: 'copied' },
    { type: 'start-run', runId: run().runId, bay: 'A', kind: 'surface-read', drive: 'Corrie D7 CD7-1' },
  ];
  const panel = async (...commands: JobCommand[]) => {
    const screen = await JobScreenHarness.of(DockPanel, bench(...commands), knowledge);
    const store = TestBed.inject(Store);
    const tell = async (told: Dock | null) => {
      store.dispatch(DockActions.told({ dock: told }));
      await weighed(screen);
    };
    return { screen, store, tell };
  };

  it('says what is in it and what it is doing, with progress, rate and bad places', async () => {
    const { screen, tell } = await panel(...started);
    await tell(dock(run()));
    expect(text(screen)).toContain('Corrie D7, 1 TB');
    expect(text(screen)).toContain('250 GB of 1 TB at 96 MB/s, 40 s to 70 s left');
    expect(text(screen)).toContain('1 bad place so far');
    expect(text(screen)).toContain('Draws power, does not answer');
    expect(screen.element.querySelector('[role=progressbar]')).not.toBeNull();
  });

  it('keeps what it knew while the dock is away, and says since when', async () => {
    const { screen, store, tell } = await panel(...started);
    await tell(dock(run()));
    store.dispatch(DockActions.lost({ sentence: 'away', at: '2026-04-14T08:40:00Z' }));
    await weighed(screen);
    expect(text(screen)).toContain('The dock has not answered since');
    expect(text(screen)).toContain('250 GB of 1 TB');
    await tell(dock(run({ doneBytes: 5e11 })));
    expect(text(screen)).not.toContain('has not answered');
    expect(text(screen)).toContain('500 GB of 1 TB');
  });

  it('writes how a run ended into the job, once, with what it answers', async () => {
    const { screen, tell } = await panel(...started);
    await tell(
      dock(
        run({ state: 'done', doneBytes: 1e12, sentence: 'Read to the end; one place slow or unreadable.' }),
      ),
    );
    await tell(
      dock(
        run({ state: 'done', doneBytes: 1e12, sentence: 'Read to the end; one place slow or unreadable.' }),
      ),
    );
    expect(screen.job.runs).toMatchObject([{ ended: { state: 'done' } }]);
    expect(screen.job.findings.before).toMatchObject([{ observation: 'surface-slow', seen: true }]);
  });

  it('keeps a run whose drive was pulled out, and one the dock has forgotten', async () => {
    const { screen, store, tell } = await panel(...started);
    await tell({ ...dock(null), bays: [{ bay: 'A', drive: null, silent: false, run: null }] });
    const request = TestBed.inject(HttpTestingController).match((one) =>
      one.url.endsWith(`/api/dock/runs/${run().runId}`),
    );
    expect(request.length).toBeGreaterThan(0);
    store.dispatch(
      DockActions.runTold({
        run: run({ state: 'drive-gone', sentence: 'The drive in bay A was pulled out.' }),
      }),
    );
    await weighed(screen);
    expect(screen.job.runs[0]!.ended).toMatchObject({ state: 'drive-gone' });
    expect(text(screen)).toContain('Corrie D7 CD7-1: The drive in bay A was pulled out.');
    const other = await forgotten();
    expect(other.job.runs[0]!.ended).toMatchObject({ state: 'forgotten' });
  });

  async function forgotten() {
    TestBed.resetTestingModule();
    const { screen, store } = await panel(...started);
    store.dispatch(DockActions.runForgotten({ runId: run().runId, sentence: 'The dock was restarted.' }));
    await weighed(screen);
    return screen;
  }

  it('starts nothing long on data that has no copy', async () => {
    const { screen, tell } = await panel();
    await tell(dock(null));
    await screen.press('Surface reading');
    expect(text(screen)).toContain('its data has no copy that anyone knows of');
    expect(TestBed.inject(HttpTestingController).match((one) => one.method === 'POST')).toEqual([]);
  });

  it('says how to set one up where there is none', async () => {
    const { screen, tell } = await panel();
    await tell(null);
    expect(text(screen)).toContain('PETRICHOR_DOCK');
  });
});
