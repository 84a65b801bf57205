import * as z from 'zod';
import type { Guide, Operation } from '../hardware/index.js';

/** How a workshop opens machines, whatever the guide leaves open. */
export const PolicySchema = z.strictObject({
  /** `always`: the battery is unplugged and drained even where the guide reaches the drive without. */
  unplugBattery: z.enum(['always', 'where-the-guide-says']),
  /** The least the power button is held, s; a guide that asks for longer keeps its own. */
  drainSeconds: z.number().int().min(5, 'Hold it for 5 s at the least.').max(120, 'Two minutes are the most.'),
  /** False: the machine is closed first and tried then. */
  tryBeforeClosing: z.boolean(),
});
export type Policy = z.infer<typeof PolicySchema>;

/** What a workshop does that decided nothing else (common practice, no source: 15 s). */
export const USUAL_POLICY: Policy = { unplugBattery: 'always', drainSeconds: 15, tryBeforeClosing: true };

/** Operations that the policy adds to what has to be reached. */
export const reachByPolicy = ({ operations }: Guide, policy: Policy): string[] =>
  policy.unplugBattery === 'always'
    ? operations.filter(({ role }) => role === 'battery' || role === 'drain' || role === 'cut-off').map(({ id }) => id)
    : [];

/** The operation as this workshop does it. */
export const underPolicy = (operation: Operation, policy: Policy): Operation =>
  operation.role === 'drain' && operation.waitSeconds !== null && operation.waitSeconds < policy.drainSeconds
    ? {
        ...operation,
        waitSeconds: policy.drainSeconds,
        title: operation.title.replace(`${operation.waitSeconds} s`, `${policy.drainSeconds} s`),
      }
    : operation;
