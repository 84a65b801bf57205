import { part } from './part.js';
import * as z from 'zod';
import { Stamp } from './stamp.js';

/** The promise was moved: from when to when, and why. */
export const PromiseMoveSchema = z.strictObject({
  from: z.string(),
  to: z.string(),
  because: z.string(),
  ...Stamp,
});

export const promisePart = part({ promiseMoves: z.array(PromiseMoveSchema) }, { promiseMoves: [] });
