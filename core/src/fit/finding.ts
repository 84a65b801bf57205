import * as z from 'zod';

/** `extras`: fits once the named small part is had or step is done. `unknown`: one look or measurement would settle it. */
export const OutcomeSchema = z.enum(['fits', 'extras', 'unknown', 'no']);
export type Outcome = z.infer<typeof OutcomeSchema>;

/** A step that a finding asks for; it is woven into the swap. */
export const ExtraStepSchema = z.strictObject({
  title: z.string(),
  short: z.string(),
  detail: z.string().nullable(),
  tool: z.string().nullable(),
  minutes: z.number(),
  caution: z.string().nullable(),
});

/** Something the swap needs besides the drive: a part for the pick list, a step for the way, or both. */
export const ExtraSchema = z.strictObject({
  id: z.string(),
  label: z.string(),
  step: ExtraStepSchema.nullable(),
});
export type Extra = z.infer<typeof ExtraSchema>;

/** The one measurement that would settle an unknown. */
export const SettlesSchema = z.strictObject({ key: z.enum(['topHeight', 'bottomHeight']), ask: z.string() });

/** What one rule says about one drive in one slot. `have` is the drive's figure, `need` the machine's. */
export const FindingSchema = z.strictObject({
  rule: z.string(),
  name: z.string(),
  outcome: OutcomeSchema,
  have: z.string(),
  need: z.string(),
  margin: z.strictObject({ value: z.number(), plusMinus: z.number(), unit: z.string() }).nullable(),
  sentence: z.string(),
  extras: z.array(ExtraSchema),
  settles: SettlesSchema.nullable(),
});
export type Finding = z.infer<typeof FindingSchema>;

type Loose = Pick<Finding, 'outcome' | 'have' | 'need' | 'sentence'> & Partial<Finding>;

/** A finding of `rule`, with the fields that most rules leave empty filled in. */
export const finding = (rule: { id: string; name: string }, told: Loose): Finding => ({
  rule: rule.id,
  name: rule.name,
  margin: null,
  extras: [],
  settles: null,
  ...told,
});
