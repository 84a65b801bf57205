import * as z from 'zod';

/** What a job may wait for that is not the bench's own hands. */
const WAITS_FOR = ['customer', 'hand', 'specialist'] as const;
export const WaitsForSchema = z.enum(WAITS_FOR);
export type WaitsFor = z.infer<typeof WaitsForSchema>;
export const SAY_WAIT: Record<WaitsFor, string> = {
  customer: 'the customer',
  hand: 'another hand',
  specialist: 'a specialist',
};
