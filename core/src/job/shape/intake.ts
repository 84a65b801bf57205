import { sure } from '../../units/index.js';
import * as z from 'zod';
import { BaselineSchema } from './baseline.js';
import { ConditionSchema } from './condition.js';
import { SerialSchema } from './serial.js';
import { DataStakeSchema } from './stake.js';
import { WishSchema } from './wish.js';

const text = (least: number, most: number, missing: string) =>
  z.string().trim().min(least, missing).max(most, `Shorten this to ${most} characters.`);

/** What the counter writes down when a machine is taken in. Messages are shown beside the field. */
export const IntakeSchema = z.strictObject({
  customer: z.strictObject({
    /** Of somebody who was here before; null: new. */
    id: z.uuid().nullable().default(null),
    name: text(1, 80, 'Say whose machine it is.'),
    reach: text(0, 80, ''),
  }),
  modelId: z.string().min(1, 'Choose the model: type part of the label under the machine.').max(60),
  /** Kept beside the id, so that lists and old jobs read without the model. */
  modelName: text(1, 120, 'Choose the model: type part of the label under the machine.'),
  serial: SerialSchema.max(40),
  /** Whether something is broken. A job of before this was asked is about a fault. */
  fault: z.boolean().default(true),
  /** What is wished for, besides or instead. */
  wishes: z.array(WishSchema).max(10).default([]),
  complaint: text(1, 2000, 'Write what they say, in the customer’s words.'),
  /** In the customer's words. Nothing is decided by them: that is what `stake` is for. */
  mustNotLose: text(1, 2000, 'Ask what must not be lost, and write down what they say.'),
  /**
   * What would be lost with the data, chosen beside the words; `unknown`: nobody asked, so it counts as
   * irreplaceable.
   */
  stake: DataStakeSchema.default('unknown'),
  accessories: text(0, 400, ''),
  /** Date and time, UTC, ISO 8601. */
  promisedAt: z.iso.datetime({ error: 'Choose the day and time you promise.' }),
  baseline: BaselineSchema,
  condition: ConditionSchema.default({ words: '', marks: [], photos: [] }),
  encryption: z.enum(['yes', 'no', 'unknown']).default('unknown'),
  /** Where the recovery key is; the key itself belongs in a sealed note. */
  recoveryKey: z.enum(['customer', 'account', 'sealed', 'nobody', 'unknown']).default('unknown'),
  /** Maker's warranty, and what it asks for. */
  warranty: text(0, 200, '').default(''),
  seals: z.enum(['none', 'whole', 'broken', 'not-looked']).default('not-looked'),
  /** What the customer does not want to pay more than, with tax; null: none was said. */
  ceilingMinor: z
    .number()
    .int()
    .min(0, 'Not below 0.')
    .max(100_000_000, 'That is more than any repair costs.')
    .nullable()
    .default(null),
  /** The job that this machine comes back from. */
  comebackOf: z.strictObject({ jobId: z.string(), number: z.number().int() }).nullable().default(null),
});
export type Intake = z.infer<typeof IntakeSchema>;

/**
 * Fields of one line on every page and in every list; what was recorded before this was asked stays readable.
 */
const ONE_LINE = [['customer', 'name'], ['customer', 'reach'], ['modelName'], ['warranty']] as const;
/** An intake as it is written today. */
export const NewIntakeSchema = IntakeSchema.superRefine((intake, context) => {
  const { customer, modelName, warranty, fault, wishes } = intake;
  if (!fault && wishes.length === 0)
    context.addIssue({
      code: 'custom',
      path: ['wishes'],
      message: 'Say what is wished for, or that something is broken.',
    });
  const lines = [customer.name, customer.reach, modelName, warranty];
  for (const [at, path] of ONE_LINE.entries())
    if (/[\r\n]/.test(sure(lines[at])))
      context.addIssue({ code: 'custom', path: [...path], message: 'Write this on one line.' });
});
/** As it may come in: what was not asked has its default. */
export type IntakeInput = z.input<typeof IntakeSchema>;

export const SAY_RECOVERY_KEY: Record<Intake['recoveryKey'], string> = {
  customer: 'the customer has it',
  account: 'in the customer’s account',
  sealed: 'in a sealed note here',
  nobody: 'nobody has it',
  unknown: 'nobody asked yet',
};
export const SAY_SEALS: Record<Intake['seals'], string> = {
  none: 'none',
  whole: 'whole',
  broken: 'broken already',
  'not-looked': 'nobody looked',
};

/**
 * Letters and digits that are mistaken for one another on worn labels, as one sign each (common practice, no
 * source).
 */
const LOOK_ALIKES: Readonly<Record<string, string>> = {
  O: '0',
  Q: '0',
  D: '0',
  I: '1',
  L: '1',
  B: '8',
  S: '5',
  Z: '2',
  G: '6',
};

/** A serial as it is compared: capitals, no signs between, look-alikes as one. */
export const foldSerial = (serial: string): string =>
  serial
    .toUpperCase()
    .replace(/[^A-Z0-9]/g, '')
    .replace(/[A-Z]/g, (letter) => LOOK_ALIKES[letter] ?? letter);

/** Signs of a typed serial that are easily mistaken, both of the pair; empty: nothing to look at twice. */
export function lookAlikesIn(serial: string): string[] {
  const seen = [...new Set(serial.toUpperCase().match(/[A-Z0-9]/g) ?? [])];
  const doubtful = seen.filter(
    (sign) => LOOK_ALIKES[sign] !== undefined || Object.values(LOOK_ALIKES).includes(sign),
  );
  return doubtful.some((sign) => LOOK_ALIKES[sign] !== undefined && 'OIBS'.includes(sign))
    ? doubtful.filter((sign) => 'O0I1B8S5'.includes(sign))
    : [];
}
