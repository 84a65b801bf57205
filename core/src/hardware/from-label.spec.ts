import { bareSlot, judge, linkOf } from '../fit/index.js';
import { baySlot, m2Slot } from '../testing/samples.js';
import { sayLink } from './drive.js';
import { driveFromLabel, LabelledSchema, partFromLabel } from './from-label.js';

const M2 = {
  family: 'm2',
  maker: 'Skerry',
  name: 'T4',
  markedGb: 1000,
  lengthMm: 80,
  key: 'M',
  protocol: 'nvme',
  generation: null,
} as const;
const made = (label: Parameters<typeof driveFromLabel>[0]) =>
  driveFromLabel(label, 'hand-1', 'its label, read by Ines');

describe('a thing described by its label', () => {
  it('keeps what nobody looked at open, and is nowhere to be had', () => {
    const drive = made(M2);
    expect(drive).toMatchObject({
      topHeight: null,
      bottomHeight: null,
      readBytesPerSecond: null,
      peakWatts: null,
      link: { protocol: 'nvme', generation: null, lanes: null },
      inStock: 0,
      leadDays: null,
    });
    expect(sayLink(drive.link)).toBe('NVMe, generation not read');
  });

  it('is refused only for what its label says; the heights are asked for', () => {
    const slot = m2Slot();
    const verdict = judge(bareSlot(slot), made({ ...M2, lengthMm: 110 }));
    expect(verdict.outcome).toBe('no');
    expect(judge(bareSlot(m2Slot({ protocols: ['sata'] })), made(M2)).outcome).toBe('no');
    const open = judge(bareSlot(slot), made({ ...M2, lengthMm: 60 }));
    expect(open.findings.filter((one) => one.outcome === 'no').map((one) => one.rule)).toEqual([]);
  });

  it('has the link of its slot, as far as anybody read its own', () => {
    const place = bareSlot(m2Slot({ generation: 3, lanes: 4 }));
    expect(linkOf(place, made(M2))).toMatchObject({ say: 'PCIe 3 ×4', usableBytesPerSecond: null });
    expect(linkOf(place, made({ ...M2, generation: 2 }))).toMatchObject({ say: 'PCIe 2 ×4' });
    const box = made({
      family: '2.5-inch',
      maker: 'Heddle',
      name: 'R2',
      markedGb: 500,
      heightMm: 7,
      connector: 'sata',
      medium: 'rotating',
      generation: null,
    });
    expect(linkOf(bareSlot(baySlot({ generation: 2 })), box)).toMatchObject({ say: 'SATA 3 Gb/s' });
    expect(box).toMatchObject({ height: { mm: 7, plusMinusMm: expect.any(Number) } });
  });

  it('of a parallel drive goes by the port', () => {
    const ide = made({
      family: '2.5-inch',
      maker: 'Heddle',
      name: 'P1',
      markedGb: 40,
      heightMm: 9.5,
      connector: 'pata-44',
      medium: 'rotating',
      generation: null,
    });
    expect(linkOf(bareSlot(baySlot({ connector: 'pata-44', ultraDma: 66 })), ide)).toMatchObject({
      say: 'PATA 66',
    });
  });

  it('of a module is a module', () => {
    const label = LabelledSchema.parse({
      family: 'memory',
      maker: 'Orrin',
      name: 'M8',
      generation: 'ddr4',
      gib: 8,
      megatransfers: 3200,
      lowVoltage: false,
      ranks: null,
    });
    expect(label.family === 'memory' && partFromLabel(label, 'hand-2', 'its label')).toMatchObject({
      kind: 'memory',
      name: 'Orrin M8 8 GiB',
      gib: 8,
      inStock: 0,
    });
  });

  it('says in words what is missing', () => {
    const said = LabelledSchema.safeParse({ ...M2, lengthMm: 0, key: '', protocol: '' });
    expect(said.error!.issues.map((one) => one.message).join(' ')).toMatch(/2280.*notches.*speaks/);
  });

  it('a battery or a wireless card keeps plug, wires and size for the place to ask', () => {
    const common = { maker: 'Skerry', name: 'C4' };
    expect(
      partFromLabel({ family: 'battery', ...common, wattHours: 48 }, 'hand-3', 'its label'),
    ).toMatchObject({ kind: 'battery', connector: null, wireOrder: null, lengthMm: null, inStock: 0 });
    expect(
      partFromLabel({ family: 'wireless', ...common, key: 'A+E', antennas: 2 }, 'hand-4', 'its label'),
    ).toMatchObject({ kind: 'wireless', key: 'A+E', antennas: 2, deviceId: null });
  });
});
