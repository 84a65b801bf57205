import * as z from 'zod';
import { readOff, spec } from '../units/index.js';
import { ConnectorSchema, DriveSchema, type Drive } from './drive.js';
import {
  BatterySchema,
  MemorySchema,
  WirelessSchema,
  type Battery,
  type Memory,
  type Wireless,
} from './part.js';

const name = z.string().trim().min(1, 'Type what stands on it.').max(60);
const gb = z.number('Type its size.').int('Whole GB.').min(1, 'At least 1 GB.').max(64_000);
const base = { maker: name.max(40), name };

/** A thing in the hand, as far as its label says: what nobody measured stays open. */
export const LabelledSchema = z.discriminatedUnion('family', [
  z.strictObject({
    family: z.literal('m2'),
    ...base,
    markedGb: gb,
    lengthMm: z.literal(
      [30, 42, 60, 80, 110],
      'Say how long it is: the last figures of 2280 are its length.',
    ),
    key: z.enum(['B', 'M', 'B+M'], 'Look at its notches.'),
    protocol: z.enum(['nvme', 'sata'], 'Read which it speaks: no slot is judged without.'),
    generation: z.number().int().min(1).max(5).nullable(),
  }),
  z.strictObject({
    family: z.literal('msata'),
    ...base,
    markedGb: gb,
    size: z.enum(['full', 'half'], 'Say which size it has.'),
    generation: z.number().int().min(1).max(3).nullable(),
  }),
  z.strictObject({
    family: z.enum(['2.5-inch', '3.5-inch']),
    ...base,
    markedGb: gb,
    heightMm: z.number('Measure its height.').min(3).max(45),
    connector: ConnectorSchema,
    medium: z.enum(['flash', 'rotating'], 'Say whether it turns.'),
    generation: z.number().int().min(1).max(3).nullable(),
  }),
  z.strictObject({
    family: z.literal('memory'),
    ...base,
    generation: z.enum(['ddr2', 'ddr3', 'ddr4', 'ddr5'], 'Say which generation it is.'),
    gib: z.number('Type its size.').positive('More than 0.').max(256),
    megatransfers: z.number('Type its speed.').int().min(200, 'In MT/s.').max(20_000),
    lowVoltage: z.boolean(),
    ranks: z.literal([1, 2]).nullable(),
  }),
  z.strictObject({
    family: z.literal('battery'),
    ...base,
    wattHours: z.number('Type its watt-hours.').positive('More than 0.').max(400, 'No more than 400 Wh.'),
  }),
  z.strictObject({
    family: z.literal('wireless'),
    ...base,
    key: z.enum(['A', 'E', 'A+E', 'mini-pcie'], 'Look at its notches.'),
    antennas: z
      .number('Count its snaps.')
      .int('A whole number.')
      .min(1, 'At least one.')
      .max(4, 'No more than four.'),
  }),
]);
export type Labelled = z.infer<typeof LabelledSchema>;
type LabelledPart = Extract<Labelled, { family: 'memory' | 'battery' | 'wireless' }>;
type LabelledDrive = Exclude<Labelled, LabelledPart>;

/** Drives are listed by themselves, whatever else goes in as parts. */
export const isLabelledDrive = (label: Labelled): label is LabelledDrive =>
  label.family !== 'memory' && label.family !== 'battery' && label.family !== 'wireless';

/** Fastest mode of a parallel drive that nobody has read: the port decides. */
const ANY_PATA = 133;

/** A drive that is in nobody's list: none is on the shelf, and none can be ordered. */
export function driveFromLabel(label: LabelledDrive, id: string, source: string): Drive {
  const own = { ...bare(label, id, source), markedGb: label.markedGb, readBytesPerSecond: null };
  if (label.family === 'm2') {
    const { family, lengthMm, key, protocol, generation } = label;
    const link =
      protocol === 'nvme'
        ? { protocol, generation, lanes: null }
        : { protocol, generation: generation !== null && generation > 3 ? null : generation };
    const heights = { topHeight: null, bottomHeight: null };
    return DriveSchema.parse({ ...own, family, lengthMm, key, link, medium: 'flash', ...heights });
  }
  if (label.family === 'msata') {
    const { family, size, generation } = label;
    const link = { protocol: 'sata', generation };
    return DriveSchema.parse({
      ...own,
      family,
      size,
      link,
      medium: 'flash',
      topHeight: null,
      bottomHeight: null,
    });
  }
  const { family, heightMm, connector, medium, generation } = label;
  const link = /sata$/.test(connector)
    ? { protocol: 'sata', generation }
    : { protocol: 'pata', mode: ANY_PATA };
  const height = HEIGHTS.has(heightMm) ? spec(heightMm) : readOff('ruler', heightMm);
  return DriveSchema.parse({ ...own, family, height, connector, medium, link });
}

/** Heights that boxed drives are made in, mm (SFF-8201, SFF-8301, from memory). */
const HEIGHTS: ReadonlySet<number> = new Set([5, 7, 9.5, 12.5, 15, 19.99, 26.1]);

/** A part that is in nobody's list; its size, plug and wires are compared where it goes. */
export function partFromLabel(label: LabelledPart, id: string, source: string): Memory | Battery | Wireless {
  const { maker: _, ...own } = bare(label, id, source);
  const said = `${label.maker} ${label.name}`;
  if (label.family === 'memory') {
    const { family, maker: _maker, name: _name, ...facts } = label;
    return MemorySchema.parse({ ...own, ...facts, kind: family, name: `${said} ${facts.gib} GiB` });
  }
  if (label.family === 'battery') {
    const { family, wattHours } = label;
    const open = { connector: null, wireOrder: null, lengthMm: null, widthMm: null, heightMm: null };
    return BatterySchema.parse({ ...own, ...open, kind: family, wattHours, name: `${said} ${wattHours} Wh` });
  }
  const { family, key, antennas } = label;
  return WirelessSchema.parse({ ...own, kind: family, key, antennas, deviceId: null, name: said });
}

const bare = ({ maker, name: type }: { maker: string; name: string }, id: string, source: string) => ({
  id,
  maker,
  name: type,
  priceMinor: 0,
  drawer: '',
  inStock: 0,
  leadDays: null,
  source: source.slice(0, 120),
});
