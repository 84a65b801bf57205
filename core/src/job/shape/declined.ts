import * as z from 'zod';
import { Stamp } from './stamp.js';

/** Something that a verdict asks for beside the thing, and that is not done: what is done in its place. */
export const DeclinedSchema = z.strictObject({
  extraId: z.string(),
  label: z.string(),
  instead: z.string(),
  ...Stamp,
});
export type Declined = z.infer<typeof DeclinedSchema>;
