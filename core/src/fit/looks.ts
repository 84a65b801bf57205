import * as z from 'zod';
import { sayBeside } from './companions/beside.js';
import { SOME_DRIVE, type Firmware, type Slot } from '../hardware/index.js';
import { MeasureSchema, sayMm, type Measure } from '../units/index.js';

/** What somebody measured or saw at a slot, by the key that a finding asked for. */
export const LooksSchema = z.record(z.string(), z.union([MeasureSchema, z.string()]));
type Looks = z.infer<typeof LooksSchema>;

/** Lengths of a slot that can be measured on the bench. */
const MEASURED = ['coverAt', 'standOff', 'roomHeight', 'roomLength', 'roomWidth', 'threadDepth'] as const;
/** Nobody has said that it can be moved. */
function postAt(nowAtMm: number | null) {
  return { nowAtMm, canMoveToMm: [], tool: null };
}

/** Looks that are answered by choosing, and what each answer means. */
const SEEN = {
  metalAbove: { yes: true, no: false },
  screwState: { present: 'present', worn: 'worn', missing: 'missing' },
  sensor: { none: 'none', 'stick-on': 'stick-on', 'old-drive-lead': 'old-drive-lead' },
  otherDevice: { none: 'none', master: 'master', slave: 'slave', 'cable-select': 'cable-select' },
  // `as-told`: what the model says is in it; only a look at the machine says otherwise.
  fitted: { empty: null, 'as-told': undefined, 'holds-one': SOME_DRIVE },
  wiredFor: { sata: 'sata', 'cards-only': 'cards-only' },
  key: { B: 'B', M: 'M' },
  protocols: { nvme: ['nvme'], sata: ['sata'], both: ['nvme', 'sata'] },
  post: {
    '30': postAt(30),
    '42': postAt(42),
    '60': postAt(60),
    '80': postAt(80),
    '110': postAt(110),
    none: postAt(null),
  },
  connector: {
    sata: 'sata',
    'micro-sata': 'micro-sata',
    'pata-44': 'pata-44',
    'pata-40': 'pata-40',
    'zif-40': 'zif-40',
  },
} as const satisfies Readonly<Record<string, Readonly<Record<string, unknown>>>>;
const seen = (key: string): Readonly<Record<string, unknown>> | undefined =>
  (SEEN as Readonly<Record<string, Readonly<Record<string, unknown>>>>)[key];

/** Answers that can be kept for a look, by their values; empty: a length. */
export const answersTo = (key: string): string[] => Object.keys(seen(key) ?? {});

type Seen = keyof typeof SEEN;
type Looked = (typeof MEASURED)[number] | Seen | (typeof FIRMWARE_LOOKS)[number];

/** What is looked at, in words. */
const SAY_LOOKED: Readonly<Record<Looked, string>> = {
  coverAt: 'from the main board up to the cover',
  standOff: 'height of the stand-off',
  roomHeight: 'room in height',
  roomLength: 'room in length',
  roomWidth: 'room in width',
  threadDepth: 'depth of the thread',
  metalAbove: 'metal above the slot',
  screwState: 'screw that holds the drive',
  sensor: 'temperature sensor of the drive',
  otherDevice: 'other device on the cable',
  fitted: 'what is in the slot',
  wiredFor: 'what the slot is wired for',
  key: 'key of the socket',
  protocols: 'what the socket speaks',
  post: 'where the post stands',
  connector: 'plug of the bay',
  startsFromNvme: 'firmware starts from an NVMe drive',
  starts4kn: 'firmware starts from a drive of 4096-byte sectors',
};
const SAY_ANSWER: Readonly<Record<string, string>> = {
  'stick-on': 'stuck on',
  'old-drive-lead': 'by a lead to the old drive',
  'cable-select': 'by cable select',
  'as-told': 'as the model says',
  'holds-one': 'holds a drive',
  'cards-only': 'cards only',
  sata: 'SATA',
};

/** A look as a line of the history: `screw that holds the drive: worn`, `height of the stand-off: 2.3 mm`. */
export const sayLook = (key: string, answer: Measure | string): string =>
  (typeof answer === 'string' ? sayBeside(key, answer) : null) ??
  `${SAY_LOOKED[key as Looked] ?? 'something that is not asked for any more'}: ${typeof answer === 'string' ? (SAY_ANSWER[answer] ?? answer) : `${sayMm(answer.mm)} mm`}`;

/** Whether a look of this key can be kept for this slot; the answer is a length, or one of the choices. */
export function takesLook(slot: Slot, key: string, answer: Measure | string): boolean {
  if (!(key in slot)) return false;
  return typeof answer === 'string' ? answer in (seen(key) ?? {}) : MEASURED.some((one) => one === key);
}

/** The slot as it was found on this bench: what was looked at stands in place of what the model says. */
export function withLooks(slot: Slot, looks: Looks | undefined): Slot {
  if (!looks) return slot;
  const own = Object.entries(looks)
    .filter(([key, answer]) => takesLook(slot, key, answer))
    .map(([key, answer]) => [key, typeof answer === 'string' ? seen(key)![answer] : answer] as const)
    .filter(([, value]) => value !== undefined);
  if (own.length === 0) return slot;
  const looked = new Set<string>(own.map(([key]) => key));
  // What was looked at on this bench is known on it.
  const sources = Object.fromEntries(Object.entries(slot.sources).filter(([fact]) => !looked.has(fact)));
  return { ...slot, ...Object.fromEntries(own), sources };
}

/** Looks that are of the model rather than of a slot. */
export const FIRMWARE_LOOKS = ['startsFromNvme', 'starts4kn'] as const;

export function firmwareWithLooks(firmware: Firmware, looks: Looks | undefined): Firmware {
  if (!looks) return firmware;
  const said = FIRMWARE_LOOKS.filter((key) => typeof looks[key] === 'string').map(
    (key) => [key, looks[key] === 'yes'] as const,
  );
  return { ...firmware, ...Object.fromEntries(said) };
}
