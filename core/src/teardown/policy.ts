import * as z from 'zod';
import type { Guide, Operation } from '../hardware/index.js';

/** How a workshop opens machines, whatever the guide leaves open. */
export const PolicySchema = z.strictObject({
  /** `always`: the battery is unplugged and drained even where the guide reaches the drive without. */
  unplugBattery: z.enum(['always', 'where-the-guide-says']),
  /** The least the power button is held, s; a guide that asks for longer keeps its own. */
  drainSeconds: z
    .number()
    .int()
    .min(5, 'Hold it for 5 s at the least.')
    .max(120, 'Two minutes are the most.'),
  /** False: the machine is closed first and tried then. */
  tryBeforeClosing: z.boolean(),
  /** One change is tried by each start, whatever that costs. */
  oneAtATime: z.boolean().default(false),
});
export type Policy = z.infer<typeof PolicySchema>;

/** What a workshop does that decided nothing else (common practice, no source: 15 s). */
export const USUAL_POLICY: Policy = {
  unplugBattery: 'always',
  drainSeconds: 15,
  tryBeforeClosing: true,
  oneAtATime: false,
};

/** Operations that the policy adds to what has to be reached. */
export const reachByPolicy = ({ operations }: Guide, policy: Policy): string[] =>
  policy.unplugBattery === 'always'
    ? operations
        .filter(({ role }) => role === 'battery' || role === 'drain' || role === 'cut-off')
        .map(({ id }) => id)
    : [];

type Asks = Pick<Operation, 'id' | 'after' | 'role'>;

/**
 * 'Always' as an order: the cut-off before everything that does not lead to it, battery and drain before
 * every step that does not lie on their own way. What lies there is done with power on, and `guide-warnings`
 * names it where that is a danger.
 */
export function inPolicyOrder<O extends Asks>(operations: readonly O[], policy: Policy): O[] {
  if (policy.unplugBattery !== 'always') return [...operations];
  const groups = [
    operations.filter(({ role }) => role === 'cut-off'),
    operations.filter(({ role }) => role === 'battery' || role === 'drain'),
  ];
  return groups.reduce(
    (ordered, group) => {
      const ids = group.map(({ id }) => id);
      if (ids.length === 0) return ordered;
      const own = leadingTo(ordered, ids);
      return ordered.map((one) =>
        own.has(one.id) || one.role === 'power-off' || one.role === 'mains'
          ? one
          : {
              ...one,
              after: one.after.length === 0 ? [ids] : one.after.map((all) => [...new Set([...all, ...ids])]),
            },
      );
    },
    [...operations],
  );
}

/** These operations and everything that some way to them does before. */
export function leadingTo(
  operations: readonly Pick<Operation, 'id' | 'after'>[],
  ids: readonly string[],
): Set<string> {
  const byId = new Map(operations.map((one) => [one.id, one]));
  const found = new Set<string>();
  const visit = (id: string): void => {
    if (found.has(id)) return;
    found.add(id);
    byId.get(id)?.after.flat().forEach(visit);
  };
  ids.forEach(visit);
  return found;
}

/**
 * The operation as this workshop does it: a longer wait stands beside the guide's own words, which are left
 * as they were written. A title that names a number is its author's.
 */
export const underPolicy = (operation: Operation, policy: Policy): Operation =>
  operation.role === 'drain' && operation.waitSeconds !== null && operation.waitSeconds < policy.drainSeconds
    ? {
        ...operation,
        waitSeconds: policy.drainSeconds,
        detail: [operation.detail, `In this workshop ${policy.drainSeconds} s.`].filter(Boolean).join(' '),
      }
    : operation;
