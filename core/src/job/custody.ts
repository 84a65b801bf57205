import * as z from 'zod';
import { SANITISE_LEVELS, SanitiseMethodSchema, SanitiseMediumSchema } from '../move/index.js';
import { ActorSchema } from './actor.js';
import type { JobState } from './state.js';

/** Where the old drive goes at hand-over. */
export const OldDriveFateSchema = z.enum([
  'returned',
  'kept-as-fallback',
  'left-in-machine',
  'stays-in-use',
  'to-be-sanitised',
  'sanitised',
]);
export type OldDriveFate = z.infer<typeof OldDriveFateSchema>;

/** How it was made unreadable: by what, to which level of NIST SP 800-88, and how one knows. */
export const SanitisedSchema = z.strictObject({
  method: SanitiseMethodSchema,
  level: z.enum(SANITISE_LEVELS),
  /** What the level was judged on; null: records of before this was kept. */
  medium: SanitiseMediumSchema.nullable().default(null),
  tool: z.string().trim().max(80),
  /** What was read back, or what the drive reported. */
  verified: z.string().trim().min(3, 'Say how it was checked: what was read back, or what the drive reported.').max(300),
});
export type Sanitised = z.infer<typeof SanitisedSchema>;

/** One change of hands of the old drive. */
export const CustodySchema = z.strictObject({
  fate: OldDriveFateSchema,
  /** Kept until this day, `2026-12-24`; null: no date. */
  until: z.string().nullable(),
  sanitised: SanitisedSchema.nullable(),
  serial: z.string(),
  note: z.string(),
  by: ActorSchema,
  at: z.string(),
});
export type Custody = z.infer<typeof CustodySchema>;

/** How it stands with the old drive; null: not settled. */
export const custodyNow = ({ custody }: Pick<JobState, 'custody'>): Custody | null => custody.at(-1) ?? null;

/** The day until which the shop keeps it; null: it is not here, or without a date. */
export function keptUntil(job: Pick<JobState, 'custody'>): string | null {
  const now = custodyNow(job);
  return now?.fate === 'kept-as-fallback' ? now.until : null;
}

/** The shop still has it: kept, or waiting to be sanitised. */
export const isHere = (job: Pick<JobState, 'custody'>): boolean =>
  custodyNow(job)?.fate === 'kept-as-fallback' || custodyNow(job)?.fate === 'to-be-sanitised';
