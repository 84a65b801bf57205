import * as z from 'zod';
import { ActorSchema } from './actor.js';

/** Who and when: every record carries it. */
export const Stamp = { by: ActorSchema, at: z.string() };
export const StampSchema = z.strictObject(Stamp);
export type Stamp = z.infer<typeof StampSchema>;

/** The stamp of what an event brings, without its sequence. */
export const stamp = ({ by, at }: Stamp): Stamp => ({ by, at });
