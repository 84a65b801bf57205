import * as z from 'zod';
import { SOME_DRIVE, type Firmware, type Slot } from '../hardware/index.js';
import { MeasureSchema, type Measure } from '../units/index.js';

/** What somebody measured or saw at a slot, by the key that a finding asked for. */
export const LooksSchema = z.record(z.string(), z.union([MeasureSchema, z.string()]));
export type Looks = z.infer<typeof LooksSchema>;

/** Lengths of a slot that can be measured on the bench. */
const MEASURED = ['coverAt', 'standOff', 'roomHeight', 'roomLength', 'roomWidth', 'threadDepth'] as const;
/** Looks that are answered by choosing, and what each answer means. */
const SEEN: Readonly<Record<string, Readonly<Record<string, unknown>>>> = {
  metalAbove: { yes: true, no: false },
  screwState: { present: 'present', worn: 'worn', missing: 'missing' },
  sensor: { none: 'none', 'stick-on': 'stick-on', 'old-drive-lead': 'old-drive-lead' },
  otherDevice: { none: 'none', master: 'master', slave: 'slave', 'cable-select': 'cable-select' },
  // `as-told`: what the model says is in it; only a look at the machine says otherwise.
  fitted: { empty: null, 'as-told': undefined, 'holds-one': SOME_DRIVE },
  wiredFor: { sata: 'sata', 'cards-only': 'cards-only' },
};

/** Whether a look of this key can be kept for this slot; the answer is a length, or one of the choices. */
export function takesLook(slot: Slot, key: string, answer: Measure | string): boolean {
  if (!(key in slot)) return false;
  return typeof answer === 'string' ? SEEN[key] !== undefined && answer in SEEN[key] : MEASURED.some((one) => one === key);
}

/** The slot as it was found on this bench: what was looked at stands in place of what the model says. */
export function withLooks(slot: Slot, looks: Looks | undefined): Slot {
  if (!looks) return slot;
  const own = Object.entries(looks)
    .filter(([key, answer]) => takesLook(slot, key, answer))
    .map(([key, answer]) => [key, typeof answer === 'string' ? SEEN[key]![answer] : answer] as const)
    .filter(([, value]) => value !== undefined);
  return own.length === 0 ? slot : { ...slot, ...Object.fromEntries(own) };
}

/** Looks that are of the model rather than of a slot. */
export const FIRMWARE_LOOKS = ['startsFromNvme', 'starts4kn'] as const;

export function firmwareWithLooks(firmware: Firmware, looks: Looks | undefined): Firmware {
  if (!looks) return firmware;
  const said = FIRMWARE_LOOKS.filter((key) => typeof looks[key] === 'string').map((key) => [key, looks[key] === 'yes'] as const);
  return { ...firmware, ...Object.fromEntries(said) };
}
