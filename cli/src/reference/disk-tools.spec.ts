import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, truncateSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { tmpdir } from 'node:os';
import {
  readRescueMap,
  readSfdiskDump,
  summaryOf,
  writeRescueMap,
  writeSfdiskScript,
} from '@petrichor/core/formats';
import type { DiskImage, FioResult, PartitionTable, RescueSummary } from '@petrichor/core/hardware';
import { NO_WISHES, planLayout, sourceDiskOf, type Layout } from '@petrichor/core/move';
import { longStretchOf } from '@petrichor/core/prove';
import { KNOWN_TYPES } from '@petrichor/core/standards';
import { readFile, said as saidOf } from '../commands/read.js';

/**
 * What Petrichor reads is held against the programs of Debian that made it: `sfdisk`, `sgdisk`, `parted` (the
 * UEFI specification, chapter 5), `ddrescue` and `ddrescuelog` (GNU ddrescue's manual), `fio`.
 */
const folder = mkdtempSync(join(tmpdir(), 'petrichor-reference-'));
afterAll(() => rmSync(folder, { recursive: true }));

const path = { ...process.env, PATH: `${process.env['PATH']}:/usr/sbin:/sbin`, LC_ALL: 'C' };
const run = (program: string, args: readonly string[], input = ''): string =>
  execFileSync(program, args, {
    input,
    env: path,
    encoding: 'utf8',
    stdio: ['pipe', 'pipe', 'pipe'],
    timeout: 60_000,
  });
const image = (name: string, bytes: number): string => {
  const file = join(folder, name);
  writeFileSync(file, '');
  truncateSync(file, bytes);
  return file;
};
const MIB = 2 ** 20;
let seed = 42;
const next = (below: number) => (seed = (seed * 1103515245 + 12345) & 0x7fffffff) % below;

interface Sfdisk {
  id: string;
  partitions: {
    node: string;
    start: number;
    size: number;
    type: string;
    name?: string;
    bootable?: boolean;
    attrs?: string;
  }[];
}
function sfdiskSays(file: string) {
  const { id, partitions } = (JSON.parse(run('sfdisk', ['--json', file])) as { partitiontable: Sfdisk })
    .partitiontable;
  return {
    diskId: id.toLowerCase(),
    partitions: partitions.map((one) => ({
      number: Number(/(\d+)$/.exec(one.node)![1]),
      startSector: one.start,
      sectors: one.size,
      type: one.type.toLowerCase().padStart(2, '0'),
      name: one.name ?? '',
      bootable: one.bootable ?? one.attrs?.includes('LegacyBIOSBootable') ?? false,
    })),
  };
}
const weSay = (file: string) => {
  const { diskId, partitions, problems } = readFile(file, file) as DiskImage;
  return { diskId, partitions: partitions.map(({ kind: _, ...one }) => one), problems };
};

describe('tables that sfdisk wrote', () => {
  it('GPT: twelve of them, read the same', () => {
    const types = [
      'uefi',
      'linux',
      'swap',
      'EBD0A0A2-B9E5-4433-87C0-68B6B72699C7',
      'DE94BBA4-06D1-4D40-A16A-BFD50179D6AC',
    ];
    for (let at = 0; at < 12; at++) {
      const file = image(`gpt-${at}.img`, (at % 3 === 0 ? 20 : 64 + next(200)) * MIB);
      const lines = Array.from(
        { length: 1 + next(6) },
        (_, part) => `size=${1 + next(2)}MiB, type=${types[next(types.length)]}, name="part ${part} ü"`,
      );
      run('sfdisk', [file], `label: gpt\n${lines.join('\n')}\n`);
      expect(weSay(file)).toEqual({ ...sfdiskSays(file), problems: [] });
    }
  });

  it('MBR with logical partitions: ten of them, read the same, old cylinder-aligned ones too', () => {
    for (let at = 0; at < 10; at++) {
      const file = image(`mbr-${at}.img`, 200 * MIB);
      const old = at % 4 === 0;
      const first = old ? 'start=63, size=16002, type=7, bootable' : 'size=8MiB, type=7, bootable';
      const logical = Array.from(
        { length: 1 + next(5) },
        () => `size=${2 + next(9)}MiB, type=${['83', '82', '7'][next(3)]}`,
      );
      run('sfdisk', ['--force', file], `label: dos\n${first}\nsize=150MiB, type=f\n${logical.join('\n')}\n`);
      expect(weSay(file)).toEqual({ ...sfdiskSays(file), problems: [] });
    }
  });

  it('dumps of both kinds, as text and as JSON', () => {
    for (const name of ['gpt-3.img', 'mbr-4.img']) {
      const file = join(folder, name);
      const [text, json] = [join(folder, 'dump'), join(folder, 'dump.json')];
      writeFileSync(text, run('sfdisk', ['-d', file]));
      writeFileSync(json, run('sfdisk', ['--json', file]));
      const said = readFile(text, text) as PartitionTable;
      expect(said).toEqual(readFile(json, json));
      expect(said.partitions.map(({ uuid: _u, attributes: _a, kind: _k, ...one }) => one)).toEqual(
        sfdiskSays(file).partitions,
      );
    }
  });

  it('types: every one that Petrichor knows is in its list under words that fit', () => {
    const words = new Map<string, string>();
    for (const label of ['gpt', 'dos'])
      for (const line of run('sfdisk', ['--list-types', '--label', label]).split('\n')) {
        const found = /^\s*([0-9A-F]{8}-[0-9A-F-]{27}|[0-9a-f]{1,2})\s+(.+)$/i.exec(line);
        if (found) words.set(found[1]!.toLowerCase().padStart(2, '0'), found[2]!);
      }
    const FIT: Record<string, RegExp> = {
      'efi-system': /EFI/,
      swap: /swap/i,
      recovery: /recovery|diag|hidden|rescue/i,
      lvm: /LVM/,
      raid: /RAID/i,
      extended: /extended|Ext'd/i,
      hidden: /hidden/i,
      linux: /Linux/,
    };
    const unfit = Object.entries(KNOWN_TYPES).filter(
      ([type, kind]) => FIT[kind] && words.has(type) && !FIT[kind].test(words.get(type)!),
    );
    expect(unfit).toEqual([]);
    expect(Object.keys(KNOWN_TYPES).filter((type) => words.has(type)).length).toBeGreaterThan(35);
  });
});

it('sgdisk: a damaged primary is found by both, a table of its own is read', () => {
  const file = image('sg.img', 80 * MIB);
  run('sgdisk', [
    '-o',
    '-n',
    '1:2048:+20M',
    '-t',
    '1:ef00',
    '-c',
    '1:start',
    '-n',
    '2:0:0',
    '-t',
    '2:8300',
    '-A',
    '2:set:2',
    file,
  ]);
  expect(weSay(file)).toEqual({ ...sfdiskSays(file), problems: [] });
  const bytes = readFileSync(file);
  bytes[512 + 60] = bytes[512 + 60]! ^ 1;
  writeFileSync(file, bytes);
  expect((readFile(file, file) as DiskImage).problems.map((one) => one.code)).toEqual([
    'gpt-primary-damaged',
  ]);
});

it.each([512, 4096])('parted: a GPT with sectors of %i bytes', (sectorSize) => {
  const file = image(`parted-${sectorSize}.img`, 200 * MIB);
  const environment = { ...path, PARTED_SECTOR_SIZE: String(sectorSize) };
  const parted = (...args: string[]) =>
    execFileSync('parted', ['-s', '-m', file, ...args], {
      env: environment,
      encoding: 'utf8',
      stdio: ['ignore', 'pipe', 'ignore'],
    });
  parted('mklabel', 'gpt', 'mkpart', 'one', '1MiB', '50MiB', 'mkpart', 'two', '50MiB', '100%');
  const listed = [...parted('unit', 's', 'print').matchAll(/^(\d+):(\d+)s:(\d+)s:(\d+)s/gm)].map((line) =>
    line.slice(1).map(Number),
  );
  const read = readFile(file, file) as DiskImage;
  expect(read).toMatchObject({ sectorSize, totalSectors: (200 * MIB) / sectorSize, problems: [] });
  expect(
    read.partitions.map((one) => [
      one.number,
      one.startSector,
      one.startSector + one.sectors - 1,
      one.sectors,
    ]),
  ).toEqual(listed);
});

it('the first and the last megabyte of a disk, in two files or in one', () => {
  const file = image('ends.img', 500 * MIB);
  run('sfdisk', [file], 'label: gpt\nsize=100MiB, type=uefi\nsize=+\n');
  const bytes = readFileSync(file);
  const [first, last, both] = ['first', 'last', 'both'].map((name) => join(folder, name)) as [
    string,
    string,
    string,
  ];
  writeFileSync(first, bytes.subarray(0, MIB));
  writeFileSync(last, bytes.subarray(-MIB));
  writeFileSync(both, Buffer.concat([bytes.subarray(0, MIB), bytes.subarray(-MIB)]));
  const endsOf = (...args: string[]) => saidOf(args) as DiskImage;
  for (const ends of [endsOf(first, last), endsOf(both)]) {
    expect(ends).toMatchObject({ totalSectors: 500 * 2048, problems: [{ code: 'excerpt' }] });
    expect(ends.partitions.map(({ kind: _, ...one }) => one)).toEqual(sfdiskSays(file).partitions);
  }
  expect(endsOf(first).problems.map((one) => one.code)).toEqual(['image-shorter-than-table']);
  writeFileSync(last, 'no disk');
  expect(() => saidOf([last, last])).toThrow('not the start and the end of a disk');
});

it('an image of 8 TB with nothing in it but its table', () => {
  const file = image('sparse.img', 8 * 2 ** 40);
  run('sfdisk', [file], 'label: gpt\nsize=100MiB, type=uefi\nsize=+\n');
  expect(weSay(file)).toEqual({ ...sfdiskSays(file), problems: [] });
});

describe('layouts that Petrichor plans', () => {
  const planned = (file: string, sectors: number): Layout | null => {
    const text = run('sfdisk', ['-d', file]);
    const table = readSfdiskDump(text);
    const disk = table.ok ? sourceDiskOf(table.value, null) : null;
    if (!disk) throw new Error('The dump was not read.');
    const half = disk.partitions.map((one) => ({ ...one, usedBytes: Math.floor(one.sectors * 256) }));
    const layout = planLayout(
      { ...disk, partitions: half },
      { sectorSize: 512, totalSectors: sectors },
      { wishes: NO_WISHES, identity: 'keep', unlocked: true, flash: next(2) === 0 },
    );
    return layout.ok ? layout : null;
  };

  it('are taken by sfdisk as they are: bigger, equal and smaller drives, GPT and MBR', () => {
    let tried = 0;
    for (const name of [
      ...Array.from({ length: 7 }, (_, at) => `gpt-${at}.img`),
      ...Array.from({ length: 6 }, (_, at) => `mbr-${at}.img`),
    ]) {
      const file = join(folder, name);
      for (const mib of [150, 200, 300, 2000]) {
        const layout = planned(file, mib * 2048);
        if (!layout) continue;
        const target = image('target.img', mib * MIB);
        run('sfdisk', [target], writeSfdiskScript(layout, ['planned']));
        const told = sfdiskSays(target);
        expect(
          told.partitions.map((one) => [one.number, one.startSector, one.sectors, one.type]).sort(),
        ).toEqual(
          layout.partitions.map((one) => [one.number, one.startSector, one.sectors, one.type]).sort(),
        );
        expect(told.diskId).toBe(layout.diskId);
        expect((readFile(target, target) as DiskImage).problems).toEqual([]);
        tried++;
      }
    }
    expect(tried).toBeGreaterThan(25);
  });
});

describe('rescue maps', () => {
  /**
   * `ddrescuelog -t` rounds what it prints; with one letter of state at a time, `--list-blocks` counts
   * exactly.
   */
  const count = (file: string, state: string) =>
    run('ddrescuelog', [`--list-blocks=${state}`, '-b1', file])
      .trim()
      .split('\n')
      .filter(Boolean).length;
  const areas = (file: string) =>
    Number(/bad-sector:.*in\s+(\d+) area/.exec(run('ddrescuelog', ['-t', file]))![1]);

  it('add up to what ddrescuelog counts, twenty of them', () => {
    for (let at = 0; at < 20; at++) {
      const file = join(folder, `map-${at}`);
      let position = 0;
      const lines = Array.from({ length: 5 + next(60) }, () => {
        const size = 1 + next(900);
        const line = `0x${position.toString(16)} 0x${size.toString(16)} ${'?*/-+'[next(5)]}`;
        position += size;
        return line;
      });
      writeFileSync(file, `# Mapfile\n0x0 ? 1\n${lines.join('\n')}\n`);
      const said = readFile(file, file) as RescueSummary;
      expect(said).toMatchObject({
        domainBytes: position,
        rescuedBytes: count(file, '+'),
        nonTriedBytes: count(file, '?'),
        nonTrimmedBytes: count(file, '*'),
        nonScrapedBytes: count(file, '/'),
        badBytes: count(file, '-'),
        badAreas: areas(file),
      });
      const percent = /rescued:.*\(\s*([\d.]+)%\)/.exec(run('ddrescuelog', ['-t', file]))![1];
      expect(said.rescuedPercent).toBeCloseTo(Number(percent), 1);
    }
  });

  it('made by ddrescue itself are read, and what Petrichor writes is the same to ddrescuelog', () => {
    const [source, test, made, written] = ['source', 'test', 'made', 'written'].map((name) =>
      join(folder, name),
    ) as [string, string, string, string];
    writeFileSync(source, Buffer.alloc(3 * MIB, 7));
    writeFileSync(test, '0x0 +\n0x0 0x100000 +\n0x100000 0x1200 -\n0x101200 0x1FEE00 +\n');
    run('ddrescue', [`--test-mode=${test}`, '-q', source, join(folder, 'copy'), made]);
    const read = readRescueMap(readFileSync(made));
    if (!read.ok) throw new Error(read.problem);
    expect(summaryOf(read.value)).toMatchObject({
      domainBytes: 3 * MIB,
      badBytes: count(made, '-'),
      status: 'finished',
    });
    writeFileSync(written, writeRescueMap(read.value));
    run('ddrescuelog', ['-p', written, made]);
  });
});

it('fio: a real run, with its own numbers', () => {
  const [data, result] = [join(folder, 'data'), join(folder, 'fio.json')];
  run('fio', [
    '--name=mixed',
    `--filename=${data}`,
    '--size=8M',
    '--rw=randrw',
    '--bs=16k',
    '--iodepth=2',
    '--output-format=json',
    `--output=${result}`,
  ]);
  const own = (
    JSON.parse(readFileSync(result, 'utf8')) as { jobs: { read: { bw_bytes: number; iops: number } }[] }
  ).jobs[0]!.read;
  expect(readFile(result, result) as FioResult).toMatchObject({
    jobs: [
      {
        name: 'mixed',
        rw: 'randrw',
        blockSizeBytes: 16_384,
        ioDepth: 2,
        read: { bytesPerSecond: own.bw_bytes, iops: own.iops },
      },
    ],
  });
});

it('fio: a long sequential run says how fast the drive reads, as fio says it', () => {
  const [data, result] = [join(folder, 'stretch'), join(folder, 'stretch.json')];
  run('fio', [
    '--name=seq',
    `--filename=${data}`,
    '--size=16M',
    '--rw=read',
    '--bs=1M',
    '--output-format=json',
    `--output=${result}`,
  ]);
  const own = (JSON.parse(readFileSync(result, 'utf8')) as { jobs: { read: { bw_bytes: number } }[] })
    .jobs[0]!.read;
  expect(longStretchOf(readFile(result, result) as FioResult)).toEqual({
    readBytesPerSecond: own.bw_bytes,
    writeBytesPerSecond: null,
  });
});
