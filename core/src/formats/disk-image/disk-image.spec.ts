import type { DiskTable } from '../../hardware/index.js';
import { crc32 } from '../../standards/index.js';
import { gptImage, mbrImage, sequence } from '../../testing/disks.js';
import { readAny } from '../any.js';
import { readDiskTable } from './read.js';

const MIB = 2048;
const parts = [
  { start: 64, sectors: 100, type: 'c12a7328-f81f-11d2-ba4b-00c04fd430c8', name: 'start' },
  { start: 200, sectors: 1000, name: 'Büro' },
];
const read = (bytes: Uint8Array): DiskTable => {
  const reading = readDiskTable(bytes);
  if (!reading.ok) throw new Error(reading.problem);
  return reading.value;
};
const codes = (bytes: Uint8Array) => read(bytes).problems.map((one) => one.code);
const changed = (bytes: Uint8Array, at: number, value: number) => {
  const copy = bytes.slice();
  copy[at] = value;
  return copy;
};

describe('CRC-32', () => {
  it('gives the check value of its definition', () =>
    expect(crc32(Uint8Array.from('123456789', (sign) => sign.charCodeAt(0)))).toBe(0xcbf43926));
});

describe('GPT', () => {
  const whole = gptImage(parts);

  it.each([512, 4096])('is read with sectors of %i bytes', (sectorSize) => {
    const table = read(gptImage(parts, MIB, sectorSize));
    expect(table).toMatchObject({
      table: 'gpt',
      sectorSize,
      totalSectors: MIB,
      diskId: 'aaaaaaaa-bbbb-4ccc-8ddd-eeeeeeeeeeee',
      problems: [],
    });
    expect(
      table.partitions.map((one) => [one.number, one.startSector, one.sectors, one.kind, one.name]),
    ).toEqual([
      [1, 64, 100, 'efi-system', 'start'],
      [2, 200, 1000, 'data', 'Büro'],
    ]);
  });

  it.each([
    ['primary header', 512 + 60, ['gpt-primary-damaged']],
    ['primary entries', 1024 + 40, ['gpt-primary-entries-damaged']],
    ['backup header', (MIB - 1) * 512 + 60, ['gpt-backup-damaged']],
    ['backup entries', (MIB - 33) * 512 + 40, ['gpt-backup-entries-damaged']],
    ['protective MBR', 510, ['protective-mbr-missing']],
  ])('with a damaged %s is still read, and the damage is said', (_, at, expected) => {
    const table = read(changed(whole, at, 0x57));
    expect(table.problems.map((one) => one.code)).toEqual(expected);
    expect(table.partitions).toEqual(read(whole).partitions);
  });

  it('is left as it was, also as a buffer of Node, whose slices are views', () => {
    const buffer = Buffer.from(whole);
    expect(read(buffer).problems).toEqual([]);
    expect(Buffer.compare(buffer, Buffer.from(whole))).toBe(0);
  });

  it('lists nothing it cannot trust', () => {
    const none = changed(changed(whole, 512 + 60, 1), (MIB - 1) * 512 + 60, 1);
    expect(read(none).partitions).toEqual([]);
    expect(codes(none)).toContain('gpt-unreadable');
  });

  it('says when the image is shorter or longer than its table', () => {
    expect(codes(whole.slice(0, 1500 * 512))).toEqual(['image-shorter-than-table']);
    const longer = new Uint8Array(3000 * 512);
    longer.set(whole);
    expect(codes(longer)).toEqual(['image-longer-than-table', 'protective-mbr-size']);
  });

  it('is read from the first and last megabyte of a disk, also with its primary gone', () => {
    const disk = gptImage([{ start: MIB, sectors: 4 * MIB }], 8 * MIB);
    const ends = new Uint8Array(2 * MIB * 512);
    ends.set(disk.subarray(0, MIB * 512));
    ends.set(disk.subarray(disk.length - MIB * 512), MIB * 512);
    expect(read(ends)).toMatchObject({
      totalSectors: 8 * MIB,
      partitions: [{ startSector: MIB, sectors: 4 * MIB }],
    });
    expect(codes(ends)).toEqual(['excerpt']);
    expect(read(changed(ends, 512, 0))).toMatchObject({
      totalSectors: 8 * MIB,
      partitions: [{ startSector: MIB }],
    });
  });

  it('names a hybrid and keeps to the GPT', () => {
    const hybrid = changed(whole, 446 + 16 + 4, 0x07);
    expect(codes(hybrid)).toEqual(['hybrid-mbr']);
    expect(read(hybrid).table).toBe('gpt');
  });

  it('that nothing guards gives way to an MBR with partitions', () => {
    const stale = changed(whole, 446 + 4, 0x83);
    expect(read(stale)).toMatchObject({ table: 'mbr', partitions: [{ startSector: 1, type: '83' }] });
    expect(codes(stale)).toContain('stale-gpt');
  });

  it.each([
    [
      'over each other',
      [
        { start: 64, sectors: 900 },
        { start: 100, sectors: 10 },
        { start: 500, sectors: 20 },
      ],
      ['partitions-overlap', 'partitions-overlap'],
    ],
    ['beyond the end', [{ start: 64, sectors: 5000 }], ['partition-beyond-end']],
    ['outside what may be used', [{ start: 8, sectors: 100 }], ['partition-outside-usable']],
  ])('with partitions %s', (_, own, expected) => expect(codes(gptImage(own))).toEqual(expected));
});

describe('MBR', () => {
  const entries = [
    { start: 63, sectors: 500, type: 0x07, active: true },
    { start: 600, sectors: 3000, type: 0x0f },
  ];
  const logical = [
    { link: 600, start: 663, sectors: 400, type: 0x83, next: 1200 },
    { link: 1200, start: 1263, sectors: 400, type: 0x82, next: null },
  ];

  it('is read with its logical partitions, cylinder-aligned or not', () => {
    const table = read(mbrImage(entries, logical));
    expect(table).toMatchObject({ table: 'mbr', diskId: '0x1234abcd', problems: [] });
    expect(
      table.partitions.map((one) => [
        one.number,
        one.startSector,
        one.sectors,
        one.type,
        one.kind,
        one.bootable,
      ]),
    ).toEqual([
      [1, 63, 500, '07', 'data', true],
      [2, 600, 3000, '0f', 'extended', false],
      [5, 663, 400, '83', 'linux', false],
      [6, 1263, 400, '82', 'swap', false],
    ]);
  });

  it.each([
    ['comes back to itself', [{ ...logical[0]!, next: 600 }], 'mbr-chain-loop'],
    ['leads to nothing', [{ ...logical[0]!, next: 2000 }], 'mbr-chain-broken'],
    ['leaves its extended partition', [{ ...logical[0]!, sectors: 3300 }], 'logical-outside-extended'],
  ])('whose chain %s', (_, chain, code) => expect(codes(mbrImage(entries, chain))).toContain(code));

  it('that guards a GPT which is gone', () =>
    expect(codes(mbrImage([{ start: 1, sectors: 4095, type: 0xee }]))).toContain('gpt-gone'));
  it('of a longer disk', () =>
    expect(codes(mbrImage([{ start: 63, sectors: 9000, type: 7 }]))).toEqual(['image-shorter-than-table']));
});

describe('no table', () => {
  it('is a file system from the first sector, or nothing known', () => {
    const image = new Uint8Array(MIB * 512);
    expect(codes(image)).toEqual(['no-table']);
    image.set([0xeb, 0x52, 0x90, ...Array.from('NTFS    ', (sign) => sign.charCodeAt(0))]);
    image.set([0x55, 0xaa], 510);
    expect(read(image)).toMatchObject({ table: 'none', problems: [{ code: 'file-system-without-table' }] });
    expect(readAny(image)).toMatchObject({ ok: true, value: { format: 'disk-image', table: 'none' } });
  });

  it('a picture or an archive is not taken for a disk', () =>
    expect(readAny(Uint8Array.of(0x89, 0x50, 0, 0, 1, 2, 3)).ok).toBe(false));
});

describe('ten thousand mutated images', () => {
  it.each([
    ['GPT', gptImage(parts, 200)],
    [
      'MBR',
      mbrImage(
        [
          { start: 3, sectors: 20, type: 7 },
          { start: 30, sectors: 60, type: 15 },
        ],
        [{ link: 30, start: 33, sectors: 40, type: 0x83, next: null }],
        100,
      ),
    ],
  ])('of %s neither crash nor hang, and a change of what checksums guard is never fine', (name, image) => {
    const next = sequence(20261125);
    const sound = JSON.stringify(read(image));
    // What the checksums of the GPT cover: both headers, both lists of entries.
    const guarded = [
      [512, 604],
      [1024, 1024 + 128 * 128],
      [image.length - 33 * 512, image.length - 512],
      [image.length - 512, image.length - 420],
    ] as const;
    let worst = 0;
    for (let run = 0; run < 5000; run++) {
      const bad = image.slice(0, next(8) === 0 ? next(image.length) : image.length);
      let touched = bad.length < image.length;
      for (let change = 0; change <= next(4); change++) {
        const at = next(3) === 0 ? next(bad.length || 1) : next(Math.min(bad.length || 1, 2048));
        const value = next(256);
        if (name === 'GPT' && bad[at] !== value && guarded.some(([from, to]) => at >= from && at < to))
          touched = true;
        if (at < bad.length) bad[at] = value;
      }
      const began = performance.now();
      const reading = readDiskTable(bad);
      worst = Math.max(worst, performance.now() - began);
      if (!reading.ok || !touched || name !== 'GPT') continue;
      if (reading.value.problems.length === 0)
        throw new Error(
          `run ${run}: wrongly fine, ${JSON.stringify(reading.value) === sound ? 'same' : 'other'} table`,
        );
    }
    expect(worst).toBeLessThan(1000);
  });
});
