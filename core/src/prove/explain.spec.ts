import fc from 'fast-check';
import { bareSlot, linkOf, partsOfLink, type Link } from '../fit/index.js';
import { pcieCeiling, sataCeiling, USB_CEILINGS } from '../standards/index.js';
import { bayDrive, baySlot, m2Drive, m2Slot } from '../testing/samples.js';
import { expectedRead, explainSpeed, longStretchOf, type Circumstances } from './index.js';

const slot4 = bareSlot(m2Slot({ generation: 4, lanes: 4 }));
const fast = m2Drive({ link: { protocol: 'nvme', generation: 4, lanes: 4 }, readBytesPerSecond: 7e9 });
const link = linkOf(slot4, fast)!;
const MAINS: Circumstances = { onMains: true, celsius: 45, warningCelsius: 75 };
const best = (measured: number, now = MAINS) => explainSpeed(link, fast, measured, now).explanations[0]?.id;

describe('the speed expected', () => {
  // Ceilings: PCI Express base specification (4.0 x4: 7.877 GB/s) and SATA revision 3 (600 MB/s).
  it('lies below the ceiling of the standard, and near the drive’s own rate where that is lower', () => {
    const range = expectedRead(link, fast)!;
    expect(range.most).toBeLessThan(pcieCeiling(4, 4));
    expect(range.most).toBeCloseTo(7.877e9 * 0.95, -7);
    const slow = expectedRead(link, { ...fast, readBytesPerSecond: 2e9 })!;
    expect(slow.least).toBeCloseTo(1.8e9, -6);
    expect(slow.most).toBeLessThan(2.3e9);
  });

  it('of a mechanical drive reaches down to its inner tracks', () => {
    const drive = bayDrive({ medium: 'rotating', readBytesPerSecond: 140e6 });
    const range = expectedRead(linkOf(bareSlot(baySlot()), drive), drive)!;
    expect(range.least).toBeLessThan(75e6);
  });
});

describe('a low speed', () => {
  it.each([
    ['half-lanes', pcieCeiling(4, 2) * 0.9],
    ['sata-path', sataCeiling(3) * 0.9],
    ['usb-5', USB_CEILINGS['5G'] * 0.83],
    ['usb-2', 38e6],
    ['one-lane', pcieCeiling(4, 1) * 0.93],
  ])('is explained by %s', (id, measured) =>
    expect([id, 'generation-3', 'generation-1', 'usb-10']).toContain(best(measured)),
  );

  it('names half the lanes and the older generation alike, with the figure each would give', () => {
    const { explanations, outcome, sentence } = explainSpeed(link, fast, pcieCeiling(4, 2) * 0.9, MAINS);
    expect(outcome).toBe('low');
    const well = explanations.filter((one) => one.fits === 'well').map((one) => one.id);
    expect(well).toEqual(expect.arrayContaining(['half-lanes', 'generation-3']));
    expect(sentence).toContain('was expected');
    expect(explanations.reduce((sum, one) => sum + one.weight, 0)).toBeCloseTo(1);
  });

  it('is put down to the battery when it was on battery, and not when it was on mains', () => {
    const measured = 5.1e9;
    expect(best(measured, { ...MAINS, onMains: false })).toBe('on-battery');
    const rank = (now: Circumstances) =>
      explainSpeed(link, fast, measured, now).explanations.find((one) => one.id === 'on-battery')!.weight;
    expect(rank({ ...MAINS, onMains: false })).toBeGreaterThan(rank({ ...MAINS, onMains: null }));
    expect(rank({ ...MAINS, onMains: null })).toBeGreaterThan(rank(MAINS));
  });

  it('is put down to heat when the drive was hot', () => {
    expect(best(2.6e9, { ...MAINS, celsius: 82 })).toBe('hot');
    expect(best(2.6e9)).not.toBe('hot');
  });

  it('of a SATA drive is a slower generation of SATA, never lanes', () => {
    const drive = bayDrive({ readBytesPerSecond: 540e6, link: { protocol: 'sata', generation: 3 } });
    const sata = linkOf(bareSlot(baySlot()), drive)!;
    const { explanations } = explainSpeed(sata, drive, sataCeiling(2) * 0.9, MAINS);
    expect(explanations[0]!.id).toBe('sata-2');
    expect(explanations.map((one) => one.id)).not.toContain('half-lanes');
  });

  it('that nothing explains says so', () =>
    expect(explainSpeed(link, fast, 1e6, MAINS).sentence).toContain('no usual reason'));

  it('always has explanations that lie below what was expected', () => {
    fc.assert(
      fc.property(fc.double({ min: 1e6, max: 7e9, noNaN: true }), (measured) => {
        const verdict = explainSpeed(link, fast, measured, MAINS);
        for (const one of verdict.explanations)
          expect(one.expected.most).toBeLessThan(verdict.expected!.most);
        expect(verdict.outcome === 'low').toBe(measured < verdict.expected!.least);
      }),
    );
  });
});

describe('a result of fio', () => {
  const fio = (own: object = {}) => ({
    name: 'seq',
    rw: 'read',
    blockSizeBytes: 1048576,
    ioDepth: 8,
    read: { bytesPerSecond: 3.3e9, iops: 3147, p99LatencyNs: null },
    write: { bytesPerSecond: 0, iops: 0, p99LatencyNs: null },
    ...own,
  });

  it('of small pieces, or at random, says nothing of the link', () => {
    expect(
      longStretchOf({ format: 'fio', jobs: [fio({ blockSizeBytes: 4096 }), fio({ rw: 'randread' })] }),
    ).toBeNull();
    expect(
      longStretchOf({
        format: 'fio',
        jobs: [
          fio(),
          fio({ blockSizeBytes: 4096, read: { bytesPerSecond: 9e9, iops: 1, p99LatencyNs: null } }),
        ],
      }),
    ).toEqual({
      readBytesPerSecond: 3.3e9,
      writeBytesPerSecond: null,
    });
  });
});

it('a speed beyond the link is no good news', () =>
  expect(explainSpeed(link, fast, 11e9, MAINS)).toMatchObject({
    outcome: 'high',
    sentence: expect.stringContaining('read from memory'),
  }));

it('without a link nothing can be expected', () =>
  expect(explainSpeed(null as Link | null, fast, 1e9, MAINS).outcome).toBe('unknown'));

describe('a link’s words', () => {
  it.each([
    ['PCIe 3 ×4', { bus: 'pcie', generation: 3, lanes: 4 }],
    ['PCIe 5 ×16', { bus: 'pcie', generation: 5, lanes: 16 }],
    ['SATA 1.5 Gb/s', { bus: 'sata', generation: 1 }],
    ['SATA 6 Gb/s', { bus: 'sata', generation: 3 }],
    ['PATA 100', { bus: 'pata', mode: 100 }],
    ['by carrier pigeon', null],
  ])('%s are read back as what it is made of', (say, parts) => expect(partsOfLink({ say })).toEqual(parts));

  it('are read back from every link that drives and slots agree on', () => {
    for (const generation of [1, 2, 3, 4, 5] as const) {
      const agreed = linkOf(
        bareSlot(m2Slot({ generation })),
        m2Drive({ link: { protocol: 'nvme', generation: 5, lanes: 4 } }),
      )!;
      expect(partsOfLink(agreed)).toMatchObject({ bus: 'pcie', generation });
    }
  });
});
