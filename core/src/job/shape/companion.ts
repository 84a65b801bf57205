import { part } from './part.js';
import * as z from 'zod';
import { StampSchema } from './stamp.js';

export const CompanionKindSchema = z.enum(['memory', 'wireless', 'battery']);
export type CompanionKind = z.infer<typeof CompanionKindSchema>;

/** Something else that was changed while the machine was open: it has a time limit to prove itself. */
export const CompanionSchema = z.strictObject({
  id: z.string(),
  kind: CompanionKindSchema,
  partId: z.string(),
  label: z.string(),
  /** What it costs, minor units without tax. */
  priceMinor: z.number().int(),
  /** What it replaces, kept until it is settled; empty: nothing was there. */
  original: z.string(),
  /** Hands that may go into making it work. */
  limitMinutes: z.number().int(),
  fitted: StampSchema,
  /** Null: still on trial. */
  outcome: z.enum(['works', 'rolled-back']).nullable(),
  note: z.string(),
  /** Roll-back, step by step. */
  originalRefitted: StampSchema.nullable(),
  partReturned: StampSchema.nullable(),
});
export type Companion = z.infer<typeof CompanionSchema>;

export const companionsPart = part({ companions: z.array(CompanionSchema) }, { companions: [] });
