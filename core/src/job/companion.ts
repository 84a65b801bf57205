import * as z from 'zod';
import { ActorSchema } from './actor.js';

const Stamp = { by: ActorSchema, at: z.string() };
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
  fitted: z.strictObject(Stamp),
  /** Null: still on trial. */
  outcome: z.enum(['works', 'rolled-back']).nullable(),
  note: z.string(),
  /** Roll-back, step by step. */
  originalRefitted: z.strictObject(Stamp).nullable(),
  partReturned: z.strictObject(Stamp).nullable(),
});
export type Companion = z.infer<typeof CompanionSchema>;

/** Over its time: minutes since it was fitted are more than the limit. */
export const overLimit = (one: Companion, now: Date): boolean =>
  one.outcome === null && now.getTime() - new Date(one.fitted.at).getTime() > one.limitMinutes * 60_000;
