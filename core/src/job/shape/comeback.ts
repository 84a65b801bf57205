import { part } from './part.js';
import * as z from 'zod';
import { Stamp } from './stamp.js';

/** Why a machine came back. */
export const COMEBACK_KINDS = ['same-fault', 'our-work', 'part-failed', 'new-fault', 'no-fault'] as const;
export const ComebackKindSchema = z.enum(COMEBACK_KINDS);
export type ComebackKind = z.infer<typeof ComebackKindSchema>;
export const SAY_COMEBACK: Record<ComebackKind, string> = {
  'same-fault': 'The same fault: it had been something else',
  'our-work': 'Our own work: something was left or set wrong',
  'part-failed': 'The part we fitted failed',
  'new-fault': 'A new fault that has nothing to do with it',
  'no-fault': 'Nothing was wrong; it was explained',
};

export const ComebackReasonSchema = z.strictObject({
  kind: ComebackKindSchema,
  /** What it turned out to have been the first time. */
  causeIds: z.array(z.string()).max(4),
  words: z.string(),
  /** A step of the old way that the guide should say otherwise; null: none. */
  operationId: z.string().nullable(),
  ...Stamp,
});

/** On the job that it came back from: which job it became, and what that taught. */
const CameBackSchema = z.strictObject({
  jobId: z.string(),
  number: z.number().int(),
  ...Stamp,
  learnt: ComebackReasonSchema.nullable(),
});

export const comebackPart = part(
  {
    /** Jobs that this one came back as. */
    cameBack: z.array(CameBackSchema),
    /** Of a comeback: why it came back. */
    comebackReason: ComebackReasonSchema.nullable(),
  },
  { cameBack: [], comebackReason: null },
);
