import * as z from 'zod';

/**
 * `extras`: fits once the named small part is had or step is done. `unknown`: one look or measurement would
 * settle it.
 */
export const OutcomeSchema = z.enum(['fits', 'extras', 'unknown', 'no']);
export type Outcome = z.infer<typeof OutcomeSchema>;

/** A step that a finding asks for; it is woven into the swap. */
const ExtraStepSchema = z.strictObject({
  title: z.string(),
  short: z.string(),
  detail: z.string().nullable(),
  tool: z.string().nullable(),
  minutes: z.number(),
  caution: z.string().nullable(),
  /** Before the new drive goes in, or once it lies there. */
  when: z.enum(['before-drive', 'after-drive']).default('before-drive'),
});

/** One line of the pick list. */
const ItemSchema = z.strictObject({
  kind: z.string(),
  quantity: z.number().int().min(1),
  /** What it has to be: `M2 × 2.5, flat head under 5.5 mm`. */
  specification: z.string(),
  /** `shelf`: there. `order`: to be got. `machine`: lent by this machine, and owed to it. */
  from: z.enum(['shelf', 'order', 'machine']),
  /** Null: nobody here has bought one before. */
  partId: z.string().nullable(),
  name: z.string(),
  drawer: z.string(),
  priceMinor: z.number().int().nullable(),
  leadDays: z.number().int().nullable(),
});
export type Item = z.infer<typeof ItemSchema>;

/** Something the swap needs besides the drive: a part for the pick list, a step for the way, or both. */
export const ExtraSchema = z.strictObject({
  id: z.string(),
  label: z.string(),
  step: ExtraStepSchema.nullable(),
  item: ItemSchema.nullable().default(null),
});
export type Extra = z.infer<typeof ExtraSchema>;

/**
 * The one look or measurement that would settle an unknown: of the drive, of the slot, of the model on the
 * bench, or of a part held beside the one that is in.
 */
const SettlesSchema = z.strictObject({
  of: z.enum(['drive', 'slot', 'model', 'part']).default('drive'),
  key: z.string(),
  ask: z.string(),
  /** Empty: a length in mm. */
  choices: z.array(z.strictObject({ value: z.string(), say: z.string() })).default([]),
});
export type Settles = z.infer<typeof SettlesSchema>;

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
  /** Of an unknown: whether its answer could still turn the verdict. */
  couldChange: z.boolean().default(true),
  /** It fits by the measures in all but the worst of cases: a trial closing shows. */
  likely: z.boolean().default(false),
  alwaysSaid: z.boolean().default(false),
  isFinal: z.boolean().default(false),
});
export type Finding = z.infer<typeof FindingSchema>;

/** The words of a check, made only when somebody looks: ranking a catalogue asks for outcomes alone. */
export type Told = Pick<Finding, 'have' | 'need' | 'sentence'> &
  Partial<Pick<Finding, 'margin' | 'extras' | 'settles' | 'likely'>>;

export interface Check {
  readonly outcome: Outcome;
  /** False: an unknown that leaves the verdict as it is, whatever comes of it. */
  readonly couldChange: boolean;
  readonly say: () => Told;
}

/** A check with its words, as the record keeps it. `couldChange` only ever says something of an unknown. */
export function toFinding(
  rule: { readonly id: string; readonly name: string; readonly alwaysSaid?: true; readonly isFinal?: true },
  { outcome, couldChange, say }: Check,
  open = true,
): Finding {
  const told = say();
  return {
    rule: rule.id,
    name: rule.name,
    outcome,
    have: told.have,
    need: told.need,
    margin: told.margin ?? null,
    sentence: told.sentence,
    extras: told.extras ?? [],
    settles: told.settles ?? null,
    couldChange: outcome === 'unknown' && couldChange && open,
    likely: told.likely ?? false,
    alwaysSaid: rule.alwaysSaid ?? false,
    isFinal: outcome === 'no' && (rule.isFinal ?? false),
  };
}

export const check = (outcome: Outcome, say: () => Told): Check => ({ outcome, couldChange: true, say });
export const fits = (say: () => Told): Check => check('fits', say);
export const unknown = (say: () => Told): Check => check('unknown', say);
export const no = (say: () => Told): Check => check('no', say);
/** Something to look at that cannot turn the verdict: it completes the pick list or the advice. */
export const aside = (say: () => Told): Check => ({ outcome: 'unknown', couldChange: false, say });
