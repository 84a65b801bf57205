import * as z from 'zod';

/** What this job asks of a drive, besides going in. GB are marked sizes, 10^9 bytes. */
export const NeedSchema = z.strictObject({
  /** What is on the old drive now. Null: nobody looked. */
  usedGb: z.number().nullable().default(null),
  /** What the customer wants at least. Null: no wish stated. */
  wantedGb: z.number().nullable().default(null),
  /** Price ceiling of the drive, minor units. */
  budgetMinor: z.number().int().nullable().default(null),
  /** `replace`: the old drive comes out. `add`: it stays. */
  plan: z.enum(['replace', 'add']).default('replace'),
  /** The machine is to start from it. */
  holdsSystem: z.boolean().default(true),
  /** Marked size of the drive that would be cloned as it is. Null: none would. */
  cloneFromGb: z.number().nullable().default(null),
  /** What the diagnosis asks for; it is ranked first. */
  medium: z.enum(['flash', 'rotating']).nullable().default(null),
});
export type Need = z.infer<typeof NeedSchema>;

export const NO_NEED: Need = NeedSchema.parse({});
