import { part } from './part.js';
import * as z from 'zod';
import { SANITISE_LEVELS, SanitiseMethodSchema, SanitiseMediumSchema } from '../../move/index.js';
import { Stamp } from './stamp.js';

/** Where the old drive goes at hand-over. */
export const OldDriveFateSchema = z.enum(
  ['returned', 'kept-as-fallback', 'left-in-machine', 'stays-in-use', 'to-be-sanitised', 'sanitised'],
  'Choose where the old drive goes.',
);
export type OldDriveFate = z.infer<typeof OldDriveFateSchema>;

/** How it was made unreadable: by what, to which level of NIST SP 800-88, and how one knows. */
export const SanitisedSchema = z.strictObject({
  method: SanitiseMethodSchema,
  level: z.enum(SANITISE_LEVELS),
  /** What the level was judged on; null: records of before this was kept. */
  medium: SanitiseMediumSchema.nullable().default(null),
  tool: z.string().trim().max(80),
  /** What was read back, or what the drive reported. */
  verified: z
    .string()
    .trim()
    .min(3, 'Say how it was checked: what was read back, or what the drive reported.')
    .max(300),
});

/** One change of hands of the old drive. */
const CustodySchema = z.strictObject({
  /** Of the change whose place it came from; empty: the one that the main drive came in for. */
  changeId: z.string().default(''),
  fate: OldDriveFateSchema,
  /** Kept until this day, `2026-12-24`; null: no date. */
  until: z.string().nullable(),
  sanitised: SanitisedSchema.nullable(),
  serial: z.string(),
  note: z.string(),
  ...Stamp,
});
export type Custody = z.infer<typeof CustodySchema>;

export const custodyPart = part(
  {
    oldDriveFate: z
      .strictObject({ fate: OldDriveFateSchema, until: z.string().nullable(), note: z.string(), ...Stamp })
      .nullable(),
    /** Every change of hands of the old drive, in order; the last is how it stands. */
    custody: z.array(CustodySchema),
  },
  { oldDriveFate: null, custody: [] },
);
