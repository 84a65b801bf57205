import * as z from 'zod';
import { oneLine } from '../../units/index.js';
import { part } from './part.js';
import { SerialSchema } from './serial.js';
import { Stamp } from './stamp.js';

/** What is in a place of the machine on the bench. A place that is not named: nobody looked. */
export const FOUND_STATES = ['as-guide', 'empty', 'holds', 'something-else'] as const;
export const FoundStateSchema = z.enum(FOUND_STATES);
export type FoundState = z.infer<typeof FoundStateSchema>;
export const SAY_FOUND: Record<FoundState, string> = {
  'as-guide': 'as the guide says',
  empty: 'empty',
  holds: 'holds this',
  'something-else': 'something else',
};

/** Small things that belong to a place and may not be there. */
export const PLACE_PARTS = ['screw', 'post', 'bracket', 'spreader', 'lead'] as const;
export type PlacePart = (typeof PLACE_PARTS)[number];
export const SAY_PLACE_PART: Record<PlacePart, string> = {
  screw: 'screw',
  post: 'post',
  bracket: 'bracket',
  spreader: 'spreader',
  lead: 'lead',
};

/** How somebody knows. `left`: as the last job here left it. */
export const FOUND_HOW = ['seen', 'read', 'told', 'left'] as const;
export type FoundHow = (typeof FOUND_HOW)[number];
export const SAY_FOUND_HOW: Record<FoundHow, string> = {
  seen: 'seen',
  read: 'read at a start',
  told: 'told',
  left: 'as left here',
};

const size = z.number().positive('More than 0.').max(64_000).nullable();

/** What is in it, as far as its label or the machine says. Null: not known. */
export const HeldSchema = z.strictObject({
  label: oneLine().min(1, 'Say what is in it.').max(60),
  /** Of a drive, as marked. */
  gb: size,
  /** Of a memory module. */
  gib: size,
  megatransfers: z.number().int().positive().max(20_000).nullable(),
  serial: SerialSchema.max(60).nullable(),
  /** Of a drive on a parallel cable. */
  jumper: z.enum(['none', 'master', 'slave', 'cable-select']).nullable(),
});
export type Held = z.infer<typeof HeldSchema>;

export const FoundSchema = z.strictObject({
  is: FoundStateSchema,
  /** Set where it holds something that is named. */
  holds: HeldSchema.nullable(),
  missing: z.array(z.enum(PLACE_PARTS)),
  /** Screws that are really there; null: nobody counted. */
  screws: z.number().int().min(0).max(40).nullable(),
  note: z.string().trim().max(200),
  how: z.enum(FOUND_HOW),
});
/** One place of this machine as it was found, by whom and when. */
export type Found = z.infer<typeof FoundSchema>;

export const foundPart = part(
  { found: z.record(z.string(), z.strictObject({ ...FoundSchema.shape, ...Stamp })) },
  { found: {} },
);
