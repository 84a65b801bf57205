import { sure } from '../../units/index.js';
import * as z from 'zod';
import type { Body } from '../../hardware/index.js';

/**
 * What is tried at intake and again in Prove, so that nobody pays for an old fault (common practice, no
 * source).
 */
export const BASELINE_CHECKS = [
  { id: 'starts', say: 'Starts up', of: 'both' },
  { id: 'keys', say: 'Keys', of: 'folds' },
  { id: 'click', say: 'Touchpad and click', of: 'folds' },
  { id: 'screen', say: 'Screen', of: 'both' },
  { id: 'camera', say: 'Camera', of: 'both' },
  { id: 'speakers', say: 'Speakers', of: 'both' },
  { id: 'wireless', say: 'Wireless', of: 'both' },
  { id: 'ports', say: 'Ports', of: 'both' },
  { id: 'hinges', say: 'Hinges', of: 'folds' },
  { id: 'stand', say: 'Stand and tilt', of: 'stands' },
] as const satisfies readonly { id: string; say: string; of: Body | 'both' }[];

/**
 * What there is to try on a machine of this body. Of a model that nobody has said it of, what a folding one
 * has: that was asked of every machine once.
 */
export const checksOf = (body: Body | null): (typeof BASELINE_CHECKS)[number][] =>
  BASELINE_CHECKS.filter(({ of }) => of === 'both' || of === (body ?? 'folds'));

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

const later = WorkingSchema.default('not-tried');
export const BaselineSchema = z.strictObject({
  starts: WorkingSchema,
  keys: WorkingSchema,
  click: WorkingSchema,
  screen: WorkingSchema,
  camera: WorkingSchema,
  speakers: WorkingSchema,
  wireless: WorkingSchema,
  ports: WorkingSchema,
  hinges: WorkingSchema,
  stand: later,
} satisfies Record<BaselineId, z.ZodType>);
export type Baseline = z.infer<typeof BaselineSchema>;

export const sayCheck = (id: BaselineId): string =>
  sure(BASELINE_CHECKS.find((check) => check.id === id)).say;
