import { HttpTestingController } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { Store } from '@ngrx/store';
import type { Dock, DockRun } from '@petrichor/api';
import type { JobCommand } from '@petrichor/core/job';
import { sallow } from '../../../../../core/src/testing/disk-tables';
import { m2Drive, model } from '../../../../../core/src/testing/samples';
import { jobAt } from '../../../../../core/src/testing/walks';
import { JobScreenHarness } from '../../../testing/job-screen';
import { DockActions } from '../../state/dock/dock.reducer';
import { idOf } from '../dock/run-keeper';
import { MoveSection } from './move';
import { OldDrive } from './old-drive';

const GIB = 2 ** 30;
const knowledge = { models: [model()], drives: [m2Drive()] };
const TABLE: JobCommand = { type: 'read-table', name: 'sallow.sfdisk', source: 'file', disk: sallow() };
const KNOWN: JobCommand = {
  type: 'state-move-facts',
  facts: {
    encryption: 'none',
    reach: 'dock',
    system: 'sound',
    secureBoot: 'off',
    storageMode: 'same',
    imageStore: true,
    usbMedium: true,
  },
};
/** A drive that reads well and is only too small: the samples' own is worn. */
const screenOf = async (...commands: JobCommand[]) => {
  const bench = jobAt('safeguard');
  const { job } = bench;
  bench.job = {
    ...job,
    findings: { before: [], after: [] },
    conclusion: { ...job.conclusion!, causeId: 'too-small', oldDrive: 'sound' },
  };
  bench.must(...commands);
  return JobScreenHarness.of(MoveSection, bench.job, knowledge);
};
const text = (screen: { element: HTMLElement }) => screen.element.textContent.replace(/\s+/g, ' ');

describe('the ways across', () => {
  it('are each judged, with time, and one is advised', async () => {
    const screen = await screenOf(TABLE, KNOWN);
    expect(screen.element.querySelector('h1')!.textContent).toBe('Clone it, then let it grow.');
    expect(text(screen)).toMatch(/\d+ to \d+ min, 9 to 14 min of them yours/);
    const radios = [...screen.element.querySelectorAll('[role=radio]')];
    expect(radios.map((one) => one.getAttribute('aria-checked'))).toContain('true');
    expect(text(screen)).toContain('Both drives in one machine');
  });

  it('are chosen by number, decided with D; answers count as they are pressed', async () => {
    const screen = await screenOf(TABLE, KNOWN);
    await screen.key('2');
    expect(screen.element.querySelector('h1')!.textContent).toBe('Clean install.');
    await screen.key('1');
    await screen.key('d');
    expect(screen.job.safeguard).toMatchObject({ plan: 'clone', backup: 'unknown' });
    expect(text(screen)).toContain('To the dock');
    await screen.press('Before opening');
    await screen.press('read back and right');
    // A pressed answer is an answer.
    expect(screen.job.safeguard).toMatchObject({ plan: 'clone', backup: 'verified', backupWhere: '' });
    await screen.type('#where', 'bench store');
    document.querySelector('#where')!.dispatchEvent(new Event('blur'));
    await screen.settle();
    expect(screen.job.safeguard).toMatchObject({ backupWhere: 'bench store' });
  });

  it('say why one is not possible here', async () => {
    const screen = await screenOf(TABLE, KNOWN, { type: 'state-move-facts', facts: { reach: 'none' } });
    expect(text(screen)).toContain('Both drives have to be reached at once');
    expect(screen.element.querySelector('h1')!.textContent).toBe('Install anew, bring the files back.');
  });
});

describe('the plan', () => {
  it('asks for the old table before it draws anything', async () => {
    const screen = await screenOf();
    expect(text(screen)).toContain('Read the old drive’s partitions');
  });

  it('draws both drives, and takes a typed size once its field is left', async () => {
    const screen = await screenOf(TABLE, KNOWN);
    expect(screen.element.querySelector('p-strata-move svg')!.getAttribute('aria-label')).toContain('System');
    await screen.type('#size-3', '430');
    expect(screen.job.move.wishes.sizes).toEqual({});
    screen.element.querySelector<HTMLInputElement>('#size-3')!.dispatchEvent(new Event('blur'));
    await screen.settle();
    expect(screen.job.move.wishes.sizes).toEqual({ 3: 430 * GIB });
    await screen.press('Sizes as the rules have them');
    expect(screen.job.move.wishes.sizes).toEqual({});
  });

  it('moves an edge by the arrow keys, a GiB at a time, and holds it to the rules', async () => {
    const screen = await screenOf(TABLE, KNOWN, { type: 'wish-layout', number: 3, bytes: 400 * GIB });
    const handle = screen.element.querySelector('[role=slider][aria-label="End of System"]')!;
    handle.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowDown', bubbles: true, cancelable: true }));
    await screen.settle();
    expect(screen.job.move.wishes.sizes['3']).toBe(401 * GIB);
    expect(screen.element.querySelector('[aria-label="End of System"]')!.getAttribute('aria-valuetext')).toBe(
      '401 GiB',
    );
  });

  it('says by how many sectors a drive is too small', async () => {
    const screen = await screenOf(TABLE, KNOWN, {
      type: 'state-move-facts',
      facts: { targetSectors: 400_000_000 },
    });
    expect(text(screen)).toMatch(/[\d,]+ sectors too small/);
  });
});

describe('the run in the dock', () => {
  const RUN = '11111111-1111-4111-8111-111111111111';
  const old = {
    model: 'Sallow R6',
    serial: 'SR6-1',
    capacityBytes: 512_110_190_592,
    protocol: 'nvme' as const,
    rotationRpm: 0,
  };
  const fresh = { ...old, model: 'Pellow P3', serial: 'PP3-1', capacityBytes: 1_000_204_886_016 };
  const run = (own: Partial<DockRun> = {}): DockRun => ({
    runId: RUN,
    bay: 'A',
    targetBay: 'B',
    kind: 'clone',
    state: 'running',
    fromByte: 0,
    doneBytes: 200e9,
    totalBytes: 512_110_190_592,
    rateBytesPerSecond: 4e8,
    secondsLeft: [1, 2],
    badAreas: [{ startByte: 1e11, lengthBytes: 4096, kind: 'slow' }],
    history: [
      [0, 0],
      [100, 40e9],
      [200, 80e9],
      [300, 120e9],
      [500, 200e9],
    ],
    selfTest: null,
    compared: null,
    sentence: 'Clone goes on.',
    ...own,
  });
  const dock = (own: DockRun | null, withOld = true): Dock => ({
    name: 'Dock',
    simulated: false,
    pace: 1,
    bays: [
      { bay: 'A', drive: withOld ? old : null, silent: !withOld, run: own },
      { bay: 'B', drive: fresh, silent: false, run: null },
    ],
  });
  const STARTED: JobCommand = {
    type: 'start-run',
    runId: RUN,
    bay: 'A',
    kind: 'clone',
    drive: 'Sallow R6 SR6-1',
    target: 'Pellow P3 PP3-1',
  };
  const running = async (...commands: JobCommand[]) => {
    const screen = await screenOf(TABLE, KNOWN, { type: 'state-stake', stake: 'copied' }, ...commands);
    const tell = async (told: Dock) => {
      TestBed.inject(Store).dispatch(DockActions.told({ dock: told }));
      await screen.settle();
    };
    return { screen, tell, http: TestBed.inject(HttpTestingController) };
  };

  it('starts from the bay of the old drive into the other, and is kept in the job', async () => {
    const { screen, tell, http } = await running();
    await screen.press('Dock');
    await tell(dock(null));
    await screen.press('Start the clone from bay A');
    const request = http.expectOne((one) => one.url === '/api/dock/bays/A/runs');
    expect(request.request.body).toEqual({ kind: 'clone', targetBay: 'B', fromByte: 0, toByte: null });
    request.flush(run({ doneBytes: 0, history: [[0, 0]] }));
    await screen.settle();
    await screen.settle();
    expect(screen.job.runs).toMatchObject([
      { runId: RUN, kind: 'clone', target: 'Pellow P3 PP3-1', fromByte: 0 },
    ]);
  });

  it('shows how far, how long still and what is slow, and notes its progress in the job once', async () => {
    const { screen, tell } = await running(STARTED);
    await tell(dock(run()));
    await tell(dock(run()));
    expect(text(screen)).toContain('Clone: 200 GB of 512.1 GB');
    expect(text(screen)).toMatch(/\d+ to \d+ min left/);
    expect(text(screen)).toContain('1 place is slow');
    expect(screen.job.runs[0]!.reached).toMatchObject({ doneBytes: 200e9 });
    expect(screen.element.querySelector('[role=progressbar]')!.getAttribute('aria-valuenow')).toBe('39');
  });

  it('a source that vanishes leaves the job with where it stands, and it goes on from there', async () => {
    const { screen, tell, http } = await running(STARTED);
    await tell(dock(run()));
    await tell(
      dock(
        run({ state: 'drive-gone', doneBytes: 226e9, sentence: 'The source stopped answering at 226 GB.' }),
        false,
      ),
    );
    expect(screen.job.runs[0]).toMatchObject({
      ended: { state: 'drive-gone' },
      reached: { doneBytes: 226e9 },
    });
    await screen.press('Dock');
    expect(text(screen)).toContain('Stopped at 226 GB');
    await tell(dock(run({ state: 'drive-gone', doneBytes: 226e9 })));
    await screen.press('Go on with the clone at 226 GB');
    expect(http.expectOne((one) => one.url === '/api/dock/bays/A/runs').request.body).toEqual({
      kind: 'clone',
      targetBay: 'B',
      fromByte: 226e9,
      toByte: null,
    });
  });

  it('the third stall advises a rescue read that keeps what is across', async () => {
    const stall = (id: string, before: string | null): JobCommand[] => [
      { ...STARTED, runId: id, fromByte: before ? 200 : 0, continues: before },
      { type: 'note-run', runId: id, doneBytes: 211e9, totalBytes: 500e9, badPlaces: 1 },
      {
        type: 'end-run',
        runId: id,
        state: 'failed',
        sentence: 'The source cannot be read.',
        badPlaces: null,
        selfTest: null,
      },
    ];
    const { screen, tell } = await running(...stall('a', null), ...stall('b', 'a'), ...stall('c', 'b'));
    await screen.press('Dock');
    await tell(dock(null));
    expect(text(screen)).toMatch(/Stopped at 211 GB, \d\d:\d\d, third time\./);
    expect(text(screen)).toContain('Rescue read from 211 GB on; what is across stays');
  });

  it('is paused and let go on', async () => {
    const { screen, tell, http } = await running(STARTED);
    await tell(dock(run()));
    await screen.press('Pause');
    http.expectOne(`/api/dock/runs/${RUN}/pause`).flush(run({ state: 'paused' }));
    await screen.settle();
    await screen.settle();
    expect(text(screen)).toContain('paused');
    await screen.press('Go on');
    http.expectOne(`/api/dock/runs/${RUN}/resume`);
  });
});

describe('before the machine is opened', () => {
  it('lists what this way needs, keeps who saw it, and wants a reason for what is not needed', async () => {
    const screen = await screenOf({
      type: 'decide-safeguard',
      safeguard: {
        plan: 'clean-install',
        backup: 'verified',
        backupWhere: 'store',
        recoveryKey: 'customer-holds-it',
        note: '',
      },
    });
    await screen.press('Before opening');
    expect(text(screen)).toContain('Recovery key seen');
    await screen.press('Seen');
    expect(screen.job.move.checks['recovery-key-seen']).toMatchObject({
      outcome: 'done',
      by: { name: 'Ines' },
    });
    await screen.press('Not needed');
    await screen.press('Keep it so');
    expect(text(screen)).toContain('Say why it is not needed.');
  });
});

describe('what is known of the old drive', () => {
  const oldDrive = async (...commands: JobCommand[]) =>
    JobScreenHarness.of(OldDrive, jobAt('safeguard').must(...commands).job, knowledge);
  const drop = async (screen: JobScreenHarness<OldDrive>, name: string, content: string) => {
    const field = screen.element.querySelector<HTMLInputElement>('input[type=file]')!;
    // The browser of the tests has no Blob.arrayBuffer.
    const file = Object.assign(new File([content], name), {
      arrayBuffer: () => Promise.resolve(new TextEncoder().encode(content).buffer),
    });
    Object.defineProperty(field, 'files', { value: [file], configurable: true });
    field.dispatchEvent(new Event('change'));
    for (let turn = 0; turn < 6; turn++) await screen.settle();
  };
  const DUMP = 'label: dos\nunit: sectors\n\nx1 : start=2048, size=204800, type=7, bootable\n';
  const fio = (rw: string) =>
    JSON.stringify({
      'fio version': 'fio-3',
      jobs: [{ jobname: 'x', 'job options': { rw }, read: { bw_bytes: 42e6, iops: 10, total_ios: 5 } }],
    });

  it('a table is read from a file, a map and a listing on top of it', async () => {
    const screen = await oldDrive();
    await drop(
      screen,
      'list.json',
      '{"blockdevices":[{"name":"sda","type":"disk","size":"1G","children":[{"name":"sda1","size":"1G","fstype":"ntfs","fsused":51200}]}]}',
    );
    expect(text(screen)).toContain('Read the partitions first');
    await drop(screen, 'old.sfdisk', DUMP);
    expect(screen.job.move.source).toMatchObject({
      name: 'old.sfdisk',
      disk: { table: 'mbr', partitions: [{ startSector: 2048 }] },
    });
    await drop(
      screen,
      'list.json',
      '{"blockdevices":[{"name":"sda","type":"disk","size":"1G","children":[{"name":"sda1","size":"1G","fstype":"ntfs","fsused":51200}]}]}',
    );
    expect(screen.job.move.source!.disk.partitions[0]!.usedBytes).toBe(51_200);
    await drop(screen, 'old.map', '0x0 + 2\n0x0 0x200000 +\n0x200000 0x1000 -\n');
    expect(screen.job.move.map).toMatchObject({
      summary: { badAreas: 1 },
      rescue: { hits: [{ number: 1 }] },
    });
    expect(text(screen)).toContain('Everything was tried more than once');
  });

  it('a measured speed is reckoned with, a random one is not', async () => {
    const screen = await oldDrive();
    await drop(screen, 'random.json', fio('randread'));
    expect(text(screen)).toContain('says nothing of a copy');
    await drop(screen, 'whole.json', fio('read'));
    expect(screen.job.move.facts.oldReadBytesPerSecond).toBe(42e6);
    expect(screen.element.querySelector<HTMLInputElement>('#oldReadBytesPerSecond')!.value).toBe('42');
  });

  it('what is no file for this is refused with its place', async () => {
    const screen = await oldDrive();
    await drop(screen, 'bad.sfdisk', 'label: gpt\nx1 : start=no, size=1, type=7\n');
    expect(text(screen)).toContain('(line 2)');
    expect(screen.job.move.source).toBeNull();
  });

  it('answers and counts are kept as they are given, and taken back when emptied', async () => {
    const screen = await oldDrive();
    await screen.press('bad areas');
    expect(screen.job.move.facts.reads).toBe('bad-areas');
    const leave = async (value: string) => {
      await screen.type('#programs', value);
      screen.element.querySelector('#programs')!.dispatchEvent(new Event('blur'));
      await screen.settle();
    };
    await leave('23');
    expect(screen.job.move.facts.programs).toBe(23);
    await leave('');
    expect(screen.job.move.facts.programs).toBeNull();
  });
});

describe('the id of a note about a run', () => {
  const run = 'fa111111-1111-4111-8111-111111111111';
  it('is the same on every screen, another for every note, and never the run’s own', () => {
    const ids = Array.from({ length: 22 }, (_, note) => idOf(run, note));
    expect(new Set([...ids, run]).size).toBe(23);
    expect(idOf(run, 5)).toBe(idOf(run, 5));
    expect(ids.every((id) => /^[0-9a-f]{8}-1111-4111-8111-111111111111$/.test(id))).toBe(true);
  });
});
