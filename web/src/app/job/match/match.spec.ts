import { jest } from '@jest/globals';
import { HttpTestingController } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { ScrewSchema, type MachineModel, type Part } from '@petrichor/core/hardware';
import { mainDrive, type Role } from '@petrichor/core/job';
import { found, MODULE, roomy } from '../../../../../core/src/testing/roomy';
import { m2Drive, m2Slot as slot, model, part } from '../../../../../core/src/testing/samples';
import { jobAt } from '../../../../../core/src/testing/walks';
import { JobScreenHarness } from '../../../testing/job-screen';
import { pressKey } from '../../../testing/press';
import { JobDesk } from '../../state/jobs/job-desk';
import { Ranker } from '../../workers/ranker';
import { GateAct } from '../gate-act';
import { MatchSection } from './match';

const shelf = [m2Drive(), m2Drive({ id: 'skerry-t4', maker: 'Skerry', name: 'T4', priceMinor: 9700 })];
const fen = (places: MachineModel['places']) => model({ places });
const parts: Part[] = [
  part({
    kind: 'screw',
    screw: ScrewSchema.parse({ thread: 'M2', lengthMm: 2.5, head: 'wafer', bit: 'PH0', headDiameterMm: 4.5 }),
    drawer: 'D7',
  }),
];
const matching = (
  own: Parameters<typeof slot>[0] = {},
  roles: Role[] = ['technician'],
  of = fen([slot(own)]),
) => JobScreenHarness.of(MatchSection, jobAt('match').job, { models: [of], drives: shelf, parts }, {}, roles);
const text = (screen: { element: HTMLElement }, selector: string) =>
  screen.element.querySelector(selector)?.textContent.replace(/\s+/g, ' ') ?? '';

describe('matching', () => {
  it('puts what has to be got on the pick list, with its drawer', async () => {
    const screen = await matching({ screwState: 'missing' });
    expect(text(screen, 'p-match-proof')).toMatch(/Extras for the pick list.*a screw.*D7.*1\.00/);
  });

  it('lets what is found in a place stand before what the model says is in it, and back', async () => {
    const screen = await matching();
    const row = () => text(screen, 'p-found-panel li');
    expect(row()).toContain('Nobody looked');
    await screen.press('M.2 socket');
    await screen.press(/^empty$/);
    expect(screen.job.found['m2-a']).toMatchObject({ is: 'empty', how: 'told' });
    expect(row()).toMatch(/Empty.*told to Ines/);
    expect(text(screen, 'p-change-strips')).toContain('Add a drive');
    await screen.press(/^part missing$/);
    await screen.press(/^screw$/);
    expect(screen.job.found['m2-a']).toMatchObject({ is: 'empty', missing: ['screw'] });
    expect(text(screen, 'p-match-proof')).toContain('a screw');
    await screen.press(/^nobody looked$/);
    expect(screen.job.found).toEqual({});
    expect(text(screen, 'p-change-strips')).toContain('Replace the drive');
  });

  it('writes down what a place holds, with as much of its label as there is', async () => {
    const screen = await matching();
    await screen.press('M.2 socket');
    await screen.press(/^holds this$/);
    await screen.press('That is in it');
    expect(screen.job.found).toEqual({});
    await screen.type('#held-label', 'Heddle R2');
    await screen.type('#held-size', '500');
    await screen.press('That is in it');
    expect(screen.job.found['m2-a']).toMatchObject({
      is: 'holds',
      holds: { label: 'Heddle R2', gb: 500, gib: null, serial: null },
    });
  });

  it('sets with one press only what nobody looked at', async () => {
    const screen = await matching({}, ['technician'], roomy());
    await screen.press('second slot');
    await screen.press(/^something else$/);
    await screen.type('#found-else', 'a home-made plate');
    await screen.press('That is in it');
    await screen.key('g');
    expect(screen.job.found['m2-b']).toMatchObject({ is: 'something-else', note: 'a home-made plate' });
    expect(screen.job.found['m2-a']).toMatchObject({ is: 'as-guide' });
    expect(Object.keys(screen.job.found)).toHaveLength(4);
  });

  it('asks one look and sees the verdict change', async () => {
    const screen = await matching({ screwState: 'not-looked' });
    await screen.key('m');
    expect(document.body.textContent).toContain('Is the mounting screw there?');
    await screen.press('not there');
    expect(screen.job.looks['m2-a']).toEqual({ screwState: 'missing' });
    expect(text(screen, 'p-match-proof')).toContain('a screw');
  });

  it('measures the slot as well as the drive', async () => {
    const screen = await matching({ coverAt: { mm: 5.2, plusMinusMm: 0.5, from: 'ruler' } });
    expect(text(screen, 'h1')).toContain('Cannot say yet.');
    await screen.key('m');
    await screen.type('#reading', '5,4');
    await screen.press('Keep this reading');
    expect(screen.job.looks['m2-a']).toMatchObject({ coverAt: { mm: 5.4, from: 'callipers' } });
    expect(text(screen, 'h1')).toContain('Fits');
  });

  it('settles the variant before it says anything of the slot', async () => {
    const made = {
      ...fen([slot()]),
      variants: {
        ask: 'Has it a second grille?',
        of: [variant('plain', 'one grille', []), variant('graphics', 'two grilles', ['m2-a'])],
      },
    };
    const screen = await matching({}, ['technician'], {
      ...made,
      places: [...made.places, slot({ id: 'm2-b', label: 'second socket' })],
    });
    expect(text(screen, '.because')).toContain('Has it a second grille?');
    await screen.key('m');
    await screen.press('one grille');
    expect(screen.job.variantId).toBe('plain');
    expect(text(screen, 'h1')).toContain('Fits');
  });

  it('compares two drives side by side, and says which is better of each', async () => {
    const screen = await matching();
    await screen.key('c');
    await screen.key('ArrowDown');
    await screen.key('c');
    const table = text(screen, 'p-match-compare');
    expect(table).toMatch(/Verdict.*Price.*/);
    expect(screen.element.querySelectorAll('p-match-compare thead th')).toHaveLength(3);
    expect(screen.element.querySelector('p-match-compare .best')).not.toBeNull();
  });

  it('does not let a technician take it against the verdict', async () => {
    const hand = await matching({ claimedLimitGb: 500 });
    await hand.key('o');
    expect(text(hand, '.list')).toContain('Only a lead takes a drive against the verdict.');
    expect(mainDrive(hand.job)).toBeNull();
  });

  it('lets a lead do so, with a reason that is kept', async () => {
    const lead = await matching({ claimedLimitGb: 500 }, ['technician', 'lead']);
    await lead.key('o');
    await lead.type('#override-reason', 'short');
    await lead.press(/^\s*Take it all the same\s*$/);
    expect(document.body.textContent).toContain('Say why, in a sentence');
    await lead.type('#override-reason', 'The customer has one like it at home.');
    await lead.press(/^\s*Take it all the same\s*$/);
    expect(mainDrive(lead.job)).toMatchObject({
      override: 'The customer has one like it at home.',
      verdict: { outcome: 'unknown' },
    });
  });

  it('does not let even a lead force what does not go in', async () => {
    const screen = await matching({ key: 'B' }, ['lead']);
    await screen.key('o');
    await screen.type('#override-reason', 'It will surely go in somehow.');
    await screen.press(/^\s*Take it all the same\s*$/);
    expect(mainDrive(screen.job)).toBeNull();
    expect(document.body.textContent).toContain('No reason makes it go in');
  });

  it('counts an adapted plate in, once a lead has approved it', async () => {
    const screen = await matching({}, ['technician', 'lead']);
    await screen.press('Adapted');
    await screen.type('#adapted-label', 'copper strip');
    await screen.type('#adapted-thick', '0,3');
    await screen.press('Put it on the job');
    expect(screen.job.adapted).toMatchObject({ label: 'copper strip', approved: null });
    await screen.key('t');
    expect(mainDrive(screen.job)).toBeNull();
    await screen.press('Approve it');
    expect(screen.job.adapted?.approved).not.toBeNull();
    expect(text(screen, 'p-match-proof')).toMatch(/Height.*\+0\.12/);
  });

  it('says which slot to use, and keeps the old drive in sight', async () => {
    const made = fen([slot(), slot({ id: 'm2-b', label: 'second socket', fitted: null })]);
    const screen = await matching({}, ['technician'], made);
    await screen.press('Slots');
    expect(text(screen, 'p-match-ways')).toMatch(/comes out.*second socket.*stays/);
  });
});

describe('a list of changes', () => {
  const several = async (own: Part[] = [MODULE]) =>
    JobScreenHarness.of(MatchSection, jobAt('match').job, {
      models: [roomy()],
      drives: shelf,
      parts: [...parts, ...own],
    });
  const wants = async (screen: Awaited<ReturnType<typeof several>>, what: string) => {
    await screen.key('a');
    document.querySelector<HTMLButtonElement>(`[aria-label="${what}"]`)!.click();
    await screen.settle();
  };

  it('is planned with one press, in its order, and says what each adds', async () => {
    const screen = await several();
    await wants(screen, 'Add a drive, second slot');
    await wants(screen, 'Memory, B');
    expect(text(screen, 'h1')).toMatch(/^All three fit/);
    expect(screen.element.querySelectorAll('p-change-strips li')).toHaveLength(3);
    expect(text(screen, 'p-opening-line')).toContain('One opening for all');
    TestBed.inject(GateAct).now()!.run();
    await screen.settle();
    expect(screen.job.changes.map((one) => [one.kind, one.placeId])).toEqual([
      ['replace-drive', 'm2-a'],
      ['add-drive', 'm2-b'],
      ['memory', 'mem-b'],
    ]);
    // What is taken is not offered to be taken again: the next press goes on.
    expect(TestBed.inject(GateAct).now()).toBeNull();
  });

  it('offers all that is seen while the drives are ranked anew', async () => {
    const screen = await several();
    await wants(screen, 'Add a drive, second slot');
    const says = () => TestBed.inject(GateAct).now()?.say;
    expect(says()).toBe('Take both');
    let ranked: (found: never[]) => void = () => undefined;
    const rank = jest
      .spyOn(TestBed.inject(Ranker), 'candidates')
      .mockReturnValue(new Promise((resolve) => (ranked = resolve)));
    // Every place is judged anew, and a hand that presses now means what it sees.
    pressKey('g');
    screen.fixture.componentRef.setInput('job', screen.job);
    screen.fixture.detectChanges();
    expect(rank).toHaveBeenCalled();
    expect(says()).toBe('Take both');
    ranked([]);
    await screen.settle();
    expect(says()).toBeUndefined();
  });

  it('leaves a change out by its number, and takes it back; what is planned is dropped', async () => {
    const screen = await several();
    await wants(screen, 'Memory, B');
    TestBed.inject(GateAct).now()!.run();
    await screen.settle();
    await screen.key('1');
    expect(screen.job.changes.map((one) => one.kind)).toEqual(['memory']);
    expect(text(screen, 'p-change-strips .out')).toContain('Left out.');
    const at = [...screen.element.querySelectorAll('p-change-strips li')].findIndex((one) =>
      one.classList.contains('out'),
    );
    await screen.key(String(at + 1));
    await screen.key('t');
    expect(screen.job.changes).toHaveLength(2);
  });

  it('keeps what was put together over other things that happen on the job', async () => {
    const screen = await several();
    await wants(screen, 'Memory, B');
    TestBed.inject(JobDesk).give(screen.job, { type: 'note', text: 'the lid creaks', stepId: null });
    await screen.settle();
    expect(text(screen, 'p-change-strips')).toContain('Orrin 16 into B');
  });

  it('says of memory what hangs on a socket nobody has looked at, and the sum once somebody has', async () => {
    const screen = await several();
    await wants(screen, 'Memory, B');
    expect(text(screen, 'p-memory-after')).toContain('hangs on A: look what is in there');
    TestBed.inject(JobDesk).give(screen.job, {
      ...found(['mem-a'], { is: 'empty' }),
    });
    await screen.settle();
    expect(text(screen, 'p-memory-after')).toContain('16 GiB in all');
  });

  it('bills nothing for the customer’s own, and ‘from’ for what nobody knows the price of', async () => {
    const screen = await several();
    const from = async (value: string) => {
      const list = screen.element.querySelector<HTMLSelectElement>('#source')!;
      list.value = value;
      list.dispatchEvent(new Event('change'));
      await screen.settle();
    };
    await from('own');
    await screen.key('t');
    expect(screen.job.changes[0]!.thing).toMatchObject({ from: 'own', priceMinor: 0 });
    await from('bought');
    await screen.key('t');
    expect(screen.job.changes[0]!.thing).toMatchObject({ from: 'bought', priceMinor: null });
    expect(text(screen, 'p-change-strips')).toContain('from');
  });

  it('takes what is cheap while it is open with one press', async () => {
    const screen = await several();
    const cheap = screen.element.querySelector<HTMLButtonElement>('.cheap button')!;
    expect(cheap.textContent).toContain('Orrin 16');
    cheap.click();
    await screen.settle();
    expect(text(screen, 'p-change-strips')).toContain('Orrin 16');
  });
});

const variant = (id: string, answer: string, without: string[]) => ({ id, answer, without, places: [] });

describe('extras and spreads', () => {
  it('does without an extra, with what is done instead, and takes it up again', async () => {
    const screen = await matching({ screwState: 'missing' });
    await screen.press(/^Take this drive/);
    await screen.press(/^Do without/);
    await screen.press('So it is done');
    expect(screen.job.changes[0]!.declined).toEqual([]);
    await screen.type('[id^="instead-"]', 'held by tape');
    await screen.press('So it is done');
    expect(screen.job.changes[0]!.declined).toMatchObject([{ instead: 'held by tape' }]);
    expect(text(screen, 'p-extras-of')).toContain('so said by Ines');
    await screen.press(/^Do it after all/);
    expect(screen.job.changes[0]!.declined).toEqual([]);
  });

  it('takes the best spread of several drives over the places by one press', async () => {
    const screen = await matching({}, ['technician'], roomy());
    await screen.key('c');
    await screen.key('ArrowDown');
    await screen.key('c');
    await screen.press('Slots');
    await screen.press(/^Take both so/);
    expect(screen.job.changes.map((one) => [one.placeId, one.thing?.drive?.id]).sort()).toHaveLength(2);
    expect(new Set(screen.job.changes.map((one) => one.placeId))).toEqual(new Set(['m2-a', 'm2-b']));
    expect(new Set(screen.job.changes.map((one) => one.thing?.drive?.id))).toEqual(
      new Set(['pellow-p3', 'skerry-t4']),
    );
  });

  it('takes a drive that no list knows by its label, as the customer’s own', async () => {
    const screen = await matching();
    const http = TestBed.inject(HttpTestingController);
    await screen.press(/^Not in the list/);
    await screen.type('#label-text', 'Skerry Q9 2TB M.2 2280 NVMe Gen4 x4');
    document.querySelector('#label-text')!.dispatchEvent(new Event('blur'));
    await screen.settle();
    expect(document.querySelector<HTMLInputElement>('#label-size')!.value).toBe('2000');
    await screen.press('This is in my hand');
    http.expectNone('/api/shelf/labelled');
    expect(document.querySelector('.p-drawer')!.textContent).toContain('Type who made it.');
    await screen.type('#label-maker', 'Skerry');
    await screen.type('#label-name', 'Q9');
    await screen.press('This is in my hand');
    expect(document.querySelector('.p-drawer')!.textContent).toContain('Look at its notches.');
    await screen.press(/^M$/);
    await screen.press('This is in my hand');
    const { request, flush } = (() => {
      const sent = http.expectOne('/api/shelf/labelled');
      return { request: sent.request, flush: sent.flush.bind(sent) };
    })();
    expect(request.body).toMatchObject({
      id: expect.stringMatching(/^hand-/),
      labelled: { family: 'm2', markedGb: 2000, lengthMm: 80, key: 'M', protocol: 'nvme', generation: 4 },
    });
    flush({ put: 1 });
    await screen.settle();
    expect(document.querySelector('.p-drawer form')).toBeNull();
  });
});
