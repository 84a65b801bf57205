import * as z from 'zod';
import { BaselineSchema } from './baseline.js';

const text = (least: number, most: number, missing: string) =>
  z.string().trim().min(least, missing).max(most, `Shorten this to ${most} characters.`);

/** What the counter writes down when a machine is taken in. Messages are shown beside the field. */
export const IntakeSchema = z.strictObject({
  customer: z.strictObject({
    name: text(1, 80, 'Say whose machine it is.'),
    reach: text(0, 80, ''),
  }),
  modelId: z.string().min(1, 'Choose the model: type part of the label under the machine.').max(60),
  /** Kept beside the id, so that lists and old jobs read without the model. */
  modelName: text(1, 120, 'Choose the model: type part of the label under the machine.'),
  serial: text(1, 40, 'Scan or type the serial from the label.').regex(
    /^[\x21-\x7e]*$/,
    'A serial has letters, digits and signs, no spaces. Scan it again or type it without them.',
  ),
  complaint: text(1, 2000, 'Write the complaint in the customer’s words.'),
  mustNotLose: text(1, 2000, 'Ask what must not be lost; write "nothing" if that is the answer.'),
  accessories: text(0, 400, ''),
  /** Date and time, UTC, ISO 8601. */
  promisedAt: z.iso.datetime({ error: 'Choose the day and time you promise.' }),
  baseline: BaselineSchema,
});
export type Intake = z.infer<typeof IntakeSchema>;
