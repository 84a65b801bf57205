import { readDocument } from '../formats/index.js';
import { summaryOf } from '../formats/rescue-map/summary.js';
import { rescueOf } from '../move/index.js';
import { sallow } from '../testing/disk-tables.js';
import { gptImage } from '../testing/disks.js';
import { ataReport, nvmeReport } from '../testing/reports.js';
import { jobAt } from '../testing/walks.js';
import type { Phase } from './shape/phases.js';
import type { JobState } from './shape/state.js';
import { takeDocument, type JobDocument } from './take-document.js';

const taken = (job: JobState, document: JobDocument, seen: Phase = job.phase) =>
  takeDocument(job, { document, source: 'file', name: 'file.json' }, { seen });
const commandOf = (...asked: Parameters<typeof taken>) =>
  taken(...asked).command?.type ?? taken(...asked).says.code;
const report = (own: object = {}): JobDocument => {
  const one = ataReport({}, own);
  return { gives: 'self-report', printed: one, report: one };
};
const fio = (own: object): JobDocument => {
  const job = {
    jobname: 'read',
    'job options': { rw: 'read', bs: '1M' },
    read: { bw_bytes: 500_000_000, io_bytes: 5e9, total_ios: 5000 },
    ...own,
  };
  const read = readDocument(
    new TextEncoder().encode(JSON.stringify({ 'fio version': 'fio-3.33', jobs: [job] })),
  );
  if (!read.ok || read.value.gives !== 'speed') throw new Error(read.ok ? 'no speed' : read.problem);
  return read.value;
};
const listing = (used: number): JobDocument => {
  const partitions = sallow().partitions.map((one) => ({
    name: `sda${one.number}`,
    size: one.sectors * 512,
    fsused: used,
    fstype: 'ntfs',
    partn: one.number,
  }));
  const text = JSON.stringify({
    blockdevices: [{ name: 'sda', type: 'disk', size: sallow().totalSectors * 512, children: partitions }],
  });
  const read = readDocument(new TextEncoder().encode(text));
  if (!read.ok || read.value.gives !== 'listing') throw new Error(read.ok ? 'no listing' : read.problem);
  return read.value;
};

describe('a self-report', () => {
  it('is the old drive’s until the new one is in, and the new one’s from then on', () => {
    expect(commandOf(jobAt('diagnose').job, report())).toBe('read-report');
    expect(commandOf(jobAt('swap').job, report({ serial: null }))).toBe('read-report');
    expect(commandOf(jobAt('prove').job, report({ serial: null }))).toBe('read-new-report');
    // What names no drive, handed to the diagnosis, is the old one's also once the new one is in.
    expect(commandOf(jobAt('prove').job, report({ serial: null }), 'diagnose')).toBe('read-report');
  });

  it('is whose serial it names, wherever it is handed in', () => {
    const { job } = jobAt('prove');
    expect(job.serials.newDrive).not.toBeNull();
    expect(commandOf(job, report({ serial: job.serials.newDrive }), 'diagnose')).toBe('read-new-report');
    const old = { ...job, serials: { ...job.serials, oldDrive: 'OLD-7' } };
    expect(commandOf(old, report({ serial: 'old7' }), 'prove')).toBe('read-report');
    const read = jobAt('diagnose').must({
      type: 'read-report',
      source: 'file',
      name: 'x',
      report: ataReport({}, { serial: 'S-1' }),
    }).job;
    expect(commandOf({ ...job, reports: read.reports }, report({ serial: 'S-1' }))).toBe('read-report');
  });

  it('of a raw log is told as the report that it amounts to', () => {
    const nvme = nvmeReport();
    const document: JobDocument = { gives: 'self-report', printed: nvme, report: nvme };
    expect(taken(jobAt('diagnose').job, document)).toMatchObject({
      command: { type: 'read-report', report: nvme },
      at: 'diagnose',
    });
  });
});

describe('a table or a map', () => {
  it('belongs to Safeguard at whatever part it is dropped, its faults counted', () => {
    const read = readDocument(gptImage([{ start: 64, sectors: 64, name: 'root' }]));
    if (!read.ok || read.value.gives !== 'table') throw new Error('no table');
    expect(taken(jobAt('diagnose').job, read.value)).toMatchObject({
      command: { type: 'read-table' },
      at: 'safeguard',
      says: { code: 'table-read' },
    });
  });

  it('that says nothing of the drive is left, in words', () => {
    const empty: JobDocument = {
      gives: 'table',
      from: 'sfdisk',
      table: { ...sallow(), totalSectors: null, partitions: [] },
    };
    expect(taken(jobAt('safeguard').job, empty)).toMatchObject({ command: null, says: { code: 'no-table' } });
  });

  it('a map comes with what it says of the drive', () => {
    const text = '0x00000000     ?               1\n0x00000000  0x00001000  +\n0x00001000  0x00001000  -\n';
    const read = readDocument(
      new TextEncoder().encode(
        `# Mapfile. Created by GNU ddrescue version 1.27\n# Command line: ddrescue a b c\n${text}`,
      ),
    );
    if (!read.ok || read.value.gives !== 'map') throw new Error(read.ok ? 'no map' : read.problem);
    const { map } = read.value;
    const document: JobDocument = { gives: 'map', summary: summaryOf(map), rescue: rescueOf(map, null) };
    expect(taken(jobAt('diagnose').job, document)).toMatchObject({
      command: { type: 'read-map', name: 'file.json' },
      at: 'safeguard',
    });
  });
});

describe('a listing', () => {
  const known = jobAt('safeguard').must({
    type: 'read-table',
    name: 'x',
    source: 'file',
    disk: sallow(),
  }).job;
  it('says how full the partitions are, once they are known', () => {
    expect(commandOf(jobAt('match').job, listing(1e9))).toBe('read-listing');
    expect(commandOf(jobAt('safeguard').job, listing(1e9))).toBe('partitions-first');
    expect(commandOf(known, listing(1e9))).toBe('state-fullness');
  });
  it('is evidence where it is handed to the diagnosis', () =>
    expect(commandOf(known, listing(1e9), 'diagnose')).toBe('read-listing'));
});

describe('a measured speed', () => {
  it('is a rate for the copy before the machine is opened, and the new drive’s speed after', () => {
    expect(taken(jobAt('safeguard').job, fio({}))).toMatchObject({
      command: { type: 'state-move-facts', facts: { oldReadBytesPerSecond: 500_000_000 } },
      at: 'safeguard',
    });
    expect(taken(jobAt('prove').job, fio({}))).toMatchObject({
      command: {
        type: 'measure-speed',
        speed: { when: 'after', onMains: null, celsius: null, readBytesPerSecond: 500_000_000 },
      },
      at: 'prove',
    });
  });

  it('is kept with what stood beside it', () => {
    const measured = { when: 'before', onMains: true, celsius: 41 } as const;
    const { command } = takeDocument(
      jobAt('prove').job,
      { document: fio({}), source: 'file', name: 'f' },
      { seen: 'prove', measured },
    );
    expect(command).toMatchObject({ type: 'measure-speed', speed: measured });
  });

  it('in small pieces says nothing of a link', () => {
    const small = fio({ 'job options': { rw: 'randread', bs: '4k' } });
    expect(commandOf(jobAt('prove').job, small)).toBe('small-pieces');
    expect(commandOf(jobAt('safeguard').job, small)).toBe('random-speed');
  });
});

it('what belongs elsewhere is said to, and comes to no command', () => {
  const { job } = jobAt('diagnose');
  expect(commandOf(job, { gives: 'knowledge', printed: [] })).toBe('of-the-workshop');
  const printed = { format: 'petrichor-job', workshop: 'W', exportedAt: '', events: 3 } as const;
  expect(commandOf(job, { gives: 'job', printed })).toBe('a-job');
});
