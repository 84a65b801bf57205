import { pcieCeiling, sataCeiling } from './links.js';
import { contactsOf, keyAdmits } from './m2.js';
import { sectorCountOfMarkedSize } from './sector-count.js';
import { COARSE_PITCH_MM, diameterMm } from './threads.js';

describe('sector counts (IDEMA LBA1-03)', () => {
  it.each([
    [500, 976_773_168],
    [1000, 1_953_525_168],
    [2000, 3_907_029_168],
  ])('%d GB has %d sectors of 512 bytes', (gigabytes, sectors) =>
    expect(sectorCountOfMarkedSize(gigabytes)).toBe(sectors),
  );

  it.each([49, Number.NaN])('says nothing for %d GB, where the formula does not apply', (gigabytes) =>
    expect(sectorCountOfMarkedSize(gigabytes)).toBeNull(),
  );
});

it('counts sectors of 4096 bytes, and beyond 8 TB by SFF-8447 (from memory)', () => {
  // IDEMA LBA1-03: 12 212 046 + 244 188 x (GB - 50); eight sectors of 512 in each, up to rounding.
  expect(sectorCountOfMarkedSize(1000, 4096)).toBe(244_190_646);
  expect(Math.abs(sectorCountOfMarkedSize(1000, 4096)! * 8 - sectorCountOfMarkedSize(1000)!)).toBeLessThan(8);
  const twelve = sectorCountOfMarkedSize(12_000)!;
  expect(twelve % 2 ** 21).toBe(0);
  expect(twelve * 512).toBeGreaterThanOrEqual(12e12);
  expect(twelve * 512 - 12e12).toBeLessThan(2 ** 30);
});

// PCI Express M.2 specification, from memory: 75 positions, eight taken by a key.
it.each([
  ['M', 67],
  ['B', 67],
  ['B+M', 59],
] as const)('a key %s edge has %d contacts', (key, contacts) => expect(contactsOf(key)).toBe(contacts));

describe('link ceilings', () => {
  // PCI Express base specification: transfer rate x encoding / 8.
  it.each([
    [2, 4, 2.0],
    [3, 2, 1.969],
    [3, 4, 3.938],
    [4, 4, 7.877],
    [5, 4, 15.754],
  ] as const)('PCIe %d x%d carries %d GB/s', (generation, lanes, gigabytes) =>
    expect(pcieCeiling(generation, lanes) / 1e9).toBeCloseTo(gigabytes, 3),
  );

  // Serial ATA revision 3: 8b/10b on 1.5, 3 and 6 Gb/s.
  it.each([
    [1, 150],
    [2, 300],
    [3, 600],
  ] as const)('SATA generation %d carries %d MB/s', (generation, megabytes) =>
    expect(sataCeiling(generation) / 1e6).toBe(megabytes),
  );
});

it('has the coarse pitches of ISO 261', () => {
  expect(COARSE_PITCH_MM).toMatchObject({ 'M1.4': 0.3, 'M1.6': 0.35, M2: 0.4, 'M2.5': 0.45, M3: 0.5 });
  expect(diameterMm('M2.5')).toBe(2.5);
  expect(diameterMm('6-32')).toBeCloseTo(3.505, 3);
});

// PCI Express M.2 specification, from memory.
it.each([
  ['M', 'M', true],
  ['M', 'B+M', true],
  ['M', 'B', false],
  ['B', 'B+M', true],
  ['B', 'M', false],
] as const)('a key %s socket and a key %s drive: %s', (socket, drive, goesIn) =>
  expect(keyAdmits(socket, drive)).toBe(goesIn),
);
