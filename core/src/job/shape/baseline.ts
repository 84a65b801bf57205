import { sure } from '../../units/index.js';
import * as z from 'zod';

/**
 * What is tried at intake and again in Prove, so that nobody pays for an old fault (common practice, no
 * source).
 */
export const BASELINE_CHECKS = [
  { id: 'starts', say: 'Starts up' },
  { id: 'keys', say: 'Keys' },
  { id: 'click', say: 'Touchpad and click' },
  { id: 'screen', say: 'Screen' },
  { id: 'camera', say: 'Camera' },
  { id: 'speakers', say: 'Speakers' },
  { id: 'wireless', say: 'Wireless' },
  { id: 'ports', say: 'Ports' },
  { id: 'hinges', say: 'Hinges' },
] as const;

const ids = BASELINE_CHECKS.map((check) => check.id) as [BaselineId, ...BaselineId[]];
export type BaselineId = (typeof BASELINE_CHECKS)[number]['id'];
export const BaselineIdSchema = z.enum(ids);

/** `not-tried` is a value of its own: what nobody tried cannot be promised later. */
export const WorkingSchema = z.enum(['works', 'faulty', 'not-tried']);
export type Working = z.infer<typeof WorkingSchema>;
export const SAY_WORKING: Record<Working, string> = {
  works: 'works',
  faulty: 'faulty',
  'not-tried': 'not tried',
};

export const BaselineSchema = z.record(BaselineIdSchema, WorkingSchema);
export type Baseline = z.infer<typeof BaselineSchema>;

export const sayCheck = (id: BaselineId): string =>
  sure(BASELINE_CHECKS.find((check) => check.id === id)).say;
