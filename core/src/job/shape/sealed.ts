import { part } from './part.js';
import * as z from 'zod';
import { Stamp, StampSchema } from './stamp.js';

export const SealedKindSchema = z.enum(['passcode', 'recovery-key', 'account', 'other']);
export type SealedKind = z.infer<typeof SealedKindSchema>;
export const SAY_SEALED: Record<SealedKind, string> = {
  passcode: 'Passcode',
  'recovery-key': 'Recovery key',
  account: 'Account',
  other: 'Something else',
};

/**
 * That there is a sealed note, and who looked at it. What it says is not part of the job: it lies encrypted
 * beside it.
 */
const SealedSchema = z.strictObject({
  id: z.string(),
  kind: SealedKindSchema,
  /** For what: `standard account`; never the secret itself. */
  label: z.string(),
  ...Stamp,
  looks: z.array(StampSchema),
  destroyed: StampSchema.nullable(),
});

export const sealedPart = part({ sealed: z.array(SealedSchema) }, { sealed: [] });
