import { m2Drive } from '../testing/samples.js';
import { BLOCK_STATES } from '../hardware/index.js';
import { sequence } from '../testing/disks.js';
import { readAny, readDocument } from './any.js';
import { readRescueMap } from './rescue-map/read.js';
import { summaryOf } from './rescue-map/summary.js';
import { writeRescueMap } from './rescue-map/write.js';
import { readSfdiskDump, sfdiskJsonOf } from './sfdisk/read.js';
import { writeSfdiskJson, writeSfdiskScript } from './sfdisk/write.js';

const bytes = (text: string) => Uint8Array.from(text, (sign) => sign.charCodeAt(0) & 0xff);
const MAP = `# Mapfile. Created by GNU ddrescue version 1.27
# current_pos  current_status  current_pass
0x00120000     *               1
#      pos        size  status
0x00000000  0x00117000  +
0x00117000  0x00000200  -
0x00117200  0x00001000  /
0x00118200  0x00007E00  *
0x00120000  0x00048000  ?
`;

describe('rescue map', () => {
  it('adds up to what ddrescuelog says of the same map', () =>
    expect(readAny(bytes(MAP))).toEqual({
      ok: true,
      value: {
        format: 'rescue-map',
        domainBytes: 1_474_560,
        rescuedBytes: 1_142_784,
        nonTriedBytes: 294_912,
        nonTrimmedBytes: 32_256,
        nonScrapedBytes: 4096,
        badBytes: 512,
        rescuedPercent: 77.5,
        badAreas: 1,
        currentPosition: 1_179_648,
        status: 'trimming',
      },
    }));

  it('comes back the same when it is written', () => {
    const read = readRescueMap(bytes(MAP));
    expect(read.ok && readRescueMap(bytes(writeRescueMap(read.value)))).toEqual(read);
  });

  it('is never said to be whole while a byte is missing', () => {
    const read = readRescueMap(bytes('0x0 +\n0x0 0x10000000000 +\n0x10000000000 0x200 -\n'));
    expect(read.ok && summaryOf(read.value)).toMatchObject({
      rescuedPercent: 99.99,
      badAreas: 1,
      badBytes: 512,
    });
  });

  it.each([
    ['a gap', '0x0 +\n0x0 0x1000 +\n0x2000 0x1000 -\n', 'line 3', 'begin where the one before it ends'],
    ['no block', '0x0 +\n', 'line 1', 'no block'],
    ['an unknown state', '0x0 +\n0x0 0x1000 !\n', 'line 2', 'not one of'],
    ['a size that is no number', '0x0 +\n0x0 0xZZ +\n', 'line 2', 'position, a size and a state'],
    ['a block of nothing', '0x0 +\n0x0 0 +\n', 'line 2', 'no size'],
    ['more than a drive', '0x0 +\n0x0 0x3FFFFFFFFFFFFFF +\n', 'line 2', 'a position, a size'],
  ])('with %s is refused at its line', (_, text, at, problem) => {
    const read = readRescueMap(bytes(text));
    expect(read).toMatchObject({ ok: false, at });
    expect(!read.ok && read.problem).toContain(problem);
  });

  it('mutated ten thousand times is refused, or adds up to its own domain', () => {
    const next = sequence(7);
    for (let run = 0; run < 10_000; run++) {
      const bad = bytes(MAP);
      for (let change = 0; change <= next(3); change++) bad[next(bad.length)] = next(128);
      const read = readRescueMap(bad);
      if (!read.ok) continue;
      const { starts, sizes } = read.value;
      const sum = summaryOf(read.value);
      const domain = starts.at(-1)! + sizes.at(-1)! - starts[0]!;
      expect(sum.domainBytes).toBe(domain);
      expect(
        sum.rescuedBytes + sum.nonTriedBytes + sum.nonTrimmedBytes + sum.nonScrapedBytes + sum.badBytes,
      ).toBe(domain);
    }
    expect(BLOCK_STATES).toHaveLength(5);
  });
});

const DUMP = `label: gpt
label-id: 829FCA8D-B1DE-DB46-9013-DBF993258B2E
device: a.img
unit: sectors
first-lba: 2048
last-lba: 204766
sector-size: 512

a.img1 : start=        2048, size=       20480, type=C12A7328-F81F-11D2-BA4B-00C04FD430C8, uuid=72ECCF79-3E42-1D4C-AF91-13AB388E770D, name="s\\x22 a,b \\x5c \\xc3\\xa9", attrs="RequiredPartition GUID:60,63"
a.img2 : start=       22528, size=       40960, type=0FC63DAF-8483-4772-8E79-3D69D8477DE4
`;

describe('sfdisk', () => {
  const read = readSfdiskDump(DUMP);

  it('is read as it was dumped', () =>
    expect(read).toMatchObject({
      ok: true,
      value: {
        table: 'gpt',
        totalSectors: 204_800,
        usable: { first: 2048, last: 204_766 },
        partitions: [
          {
            number: 1,
            startSector: 2048,
            sectors: 20_480,
            kind: 'efi-system',
            name: 's" a,b \\ é',
            attributes: 'RequiredPartition GUID:60,63',
          },
          { number: 2, kind: 'linux', uuid: null },
        ],
      },
    }));

  it('comes back the same from a script and from JSON', () => {
    if (!read.ok) throw new Error(read.problem);
    expect(readSfdiskDump(writeSfdiskScript(read.value, ['read this first']))).toEqual(read);
    expect(sfdiskJsonOf(JSON.parse(writeSfdiskJson(read.value)))).toEqual(read);
  });

  it.each([
    ['label: sun\n', 'line 1', 'sun'],
    ['label: gpt\na1 : start=x, size=1, type=0FC63DAF-8483-4772-8E79-3D69D8477DE4\n', 'line 2', 'start'],
    ['label: gpt\na1 : start=1, size=1, type=83\n', 'line 2', 'no type'],
    ['label: dos\na1 : start=1, size=1, type=83, cylinders\n', 'line 2', 'cylinders'],
    ['label: dos\nunit: cylinders\n', 'line 1', 'unit'],
    ['label: dos\n2048,100\n', 'line 2', 'names no partition'],
  ])('%j is refused at its line', (text, at, problem) => {
    const refused = readAny(bytes(text));
    expect(refused).toMatchObject({ ok: false, at });
    expect(!refused.ok && refused.problem).toContain(problem);
  });

  it('as JSON mutated ten thousand times never throws either', () => {
    if (!read.ok) throw new Error(read.problem);
    const json = writeSfdiskJson(read.value);
    const next = sequence(13);
    for (let run = 0; run < 10_000; run++) {
      const bad = bytes(json);
      for (let change = 0; change <= next(3); change++) bad[next(bad.length)] = 32 + next(95);
      const mutated = readDocument(bad);
      if (mutated.ok && mutated.value.gives === 'table')
        for (const one of mutated.value.table.partitions)
          expect(Number.isSafeInteger(one.startSector + one.sectors)).toBe(true);
    }
  });

  it('mutated ten thousand times never throws and never makes a number of nothing', () => {
    const next = sequence(11);
    for (let run = 0; run < 10_000; run++) {
      const bad = [...DUMP];
      for (let change = 0; change <= next(4); change++)
        bad[next(bad.length)] = String.fromCharCode(next(128));
      const mutated = readSfdiskDump(bad.join(''));
      if (mutated.ok)
        for (const one of mutated.value.partitions)
          expect(Number.isSafeInteger(one.startSector + one.sectors)).toBe(true);
    }
  });
});

const FIO = {
  'fio version': 'fio-3.33',
  'global options': { rw: 'randread', iodepth: '4' },
  jobs: [
    {
      jobname: 'small',
      'job options': { bs: '4k' },
      read: {
        bw_bytes: 84_992_000,
        iops: 20_750,
        total_ios: 1992,
        clat_ns: { percentile: { '50.000000': 35_584, '99.000000': 93_696 } },
      },
      write: { bw_bytes: 0, iops: 0, total_ios: 0, clat_ns: {} },
    },
  ],
};

describe('fio', () => {
  it('is read, also after what it warned of', () =>
    expect(readAny(bytes(`fio: this platform does not support it\n${JSON.stringify(FIO, null, 2)}`))).toEqual(
      {
        ok: true,
        value: {
          format: 'fio',
          jobs: [
            {
              name: 'small',
              rw: 'randread',
              blockSizeBytes: 4096,
              ioDepth: 4,
              read: { bytesPerSecond: 84_992_000, iops: 20_750, p99LatencyNs: 93_696 },
              write: { bytesPerSecond: 0, iops: 0, p99LatencyNs: null },
            },
          ],
        },
      },
    ));

  it.each([
    [{ ...FIO, jobs: [] }, 'no job'],
    [{ ...FIO, jobs: [{ jobname: 'x', 'job options': { bs: 'large' } }] }, 'size of blocks'],
    [{ ...FIO, jobs: [{ jobname: 'x', 'job options': { iodepth: '0' } }] }, 'depth'],
    [{ ...FIO, jobs: [{ jobname: 'x', read: { iops: -1 } }] }, 'jobs.0.read.iops'],
  ])('that cannot be is refused', (value, problem) => {
    const refused = readAny(bytes(JSON.stringify(value)));
    expect(!refused.ok && refused.problem).toContain(problem);
  });

  it('mutated ten thousand times never throws', () => {
    const next = sequence(3);
    const text = JSON.stringify(FIO);
    for (let run = 0; run < 10_000; run++) {
      const bad = bytes(text);
      for (let change = 0; change <= next(3); change++) bad[next(bad.length)] = 32 + next(95);
      const read = readAny(bad);
      if (read.ok && 'format' in read.value && read.value.format === 'fio')
        for (const job of read.value.jobs) expect(job.read.bytesPerSecond).toBeGreaterThanOrEqual(0);
    }
  });
});

describe('hostile text', () => {
  it.each([
    ['blank lines', '\n'.repeat(5000) + 'x'],
    ['comments and blank lines', `#\n${'\n'.repeat(50_000)}x`],
    ['spaces', `${' '.repeat(50_000)}x`],
    ['a line of spaces in a dump', `label: dos\na1 : start=${' '.repeat(200_000)}"`],
    ['a line of colons in a dump', `label: dos\n${': '.repeat(100_000)}`],
    ['braces before nothing', '{\n'.repeat(50_000)],
  ])('of %s takes no time', (_, text) => {
    const began = performance.now();
    expect(readAny(bytes(text)).ok).toBe(false);
    expect(performance.now() - began).toBeLessThan(1000);
  });
});

describe('what a file gives', () => {
  const kindOf = (text: string) => {
    const read = readDocument(bytes(text));
    return read.ok ? read.value.gives : read.problem;
  };
  it.each([
    [MAP, 'map'],
    [DUMP, 'table'],
    [JSON.stringify(FIO), 'speed'],
    [
      '{"blockdevices":[{"name":"sda","type":"disk","size":"1G","children":[{"name":"sda1","size":"1G","fstype":"ext4"}]}]}',
      'listing',
    ],
    [
      JSON.stringify({
        format: 'petrichor-job',
        workshop: 'W',
        exportedAt: '2026-04-14T08:00:00Z',
        events: [{}],
      }),
      'job',
    ],
    [JSON.stringify({ format: 'petrichor-drive-list', drives: [m2Drive()] }), 'knowledge'],
  ])('is told by its content', (text, kind) => expect(kindOf(text)).toBe(kind));

  it('of a whole job is its head: who takes it in reads the rest', () => {
    const head = { format: 'petrichor-job', workshop: 'W', exportedAt: '2026-04-14T08:00:00Z' };
    expect(readAny(bytes(JSON.stringify({ ...head, events: [{}, {}], photos: [] })))).toEqual({
      ok: true,
      value: { ...head, events: 2 },
    });
    expect(kindOf(JSON.stringify({ ...head, events: [] }))).toContain('This is not a job that can be used');
  });

  it('is not guessed: what no format knows is refused with what is read', () => {
    expect(kindOf('hello')).toContain('does not know this file');
  });
});
