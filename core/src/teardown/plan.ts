import { say, type Said } from '../units/index.js';
import type { GuideWarningCode } from './guide-warning.js';
import { GUIDE_WARNINGS } from './words/en/guide-warnings.js';
import type { PlanInput, PlanOperation } from './plan-input.js';
import { problemOf } from './problem.js';
import { searchWay, type SearchProgress } from './search.js';

export type { SearchProgress };

export interface Plan {
  readonly ok: true;
  readonly order: string[];
  readonly minutes: number;
  readonly turns: number;
  readonly toolChanges: number;
  readonly cost: number;
  readonly optimal: boolean;
  readonly lowerBound: number;
}
/** `1 turn, 6 changes of tool` */
export const sayTurns = ({ turns, toolChanges }: Pick<Plan, 'turns' | 'toolChanges'>): string =>
  `${turns} ${turns === 1 ? 'turn' : 'turns'}, ${toolChanges} ${toolChanges === 1 ? 'change' : 'changes'} of tool`;

export interface PlanFault {
  readonly ok: false;
  /** A sentence naming the operations at fault. */
  readonly problem: string;
}

/**
 * So many words of work (stands x operations) before a way is given that may not be the cheapest: some
 * seconds on a slow core.
 */
const MOST_WORK = 3_000_000;

/**
 * The cheapest set of operations that reaches `reach`, and its cheapest order.
 *
 * Cost = minutes of the operations done + turns x turnMinutes + tool changes x toolChangeMinutes; the first
 * tool taken up counts as a change. `optimal` false: nobody knows whether it is the cheapest; no way costs
 * less than `lowerBound`. Faults are returned as sentences, never thrown.
 *
 * @example
 * ```ts
 * import { planWay } from '@petrichor/core/teardown';
 * const free = { side: null, tool: null };
 * const step = (id, minutes, ...after) => ({ id, minutes, after: after.map((one) => [one]), ...free });
 * const operations = [step('cover', 3), step('plate', 2, 'cover'), step('board', 20, 'cover')];
 * const costs = { turnMinutes: 0.5, toolChangeMinutes: 0.2 };
 * const plan = planWay({ operations, reach: ['plate'], start: { side: 'base-up', tool: null }, costs });
 * [plan.order, plan.minutes, plan.optimal]; // [['cover', 'plate'], 5, true]
 * ```
 */
export function planWay(input: PlanInput, mostStands?: number): Plan | PlanFault {
  const planning = planStepwise(input, mostStands);
  let step = planning.next();
  while (!step.done) step = planning.next();
  return step.value;
}

/** The same, told as it goes: a worker passes on how far it is, and leaves off when nobody waits any more. */
export function* planStepwise(
  input: PlanInput,
  mostStands?: number,
): Generator<SearchProgress, Plan | PlanFault> {
  const fault = wayFault(input);
  if (fault) return { ok: false, problem: fault.sentence };
  const operations = relevant(input);
  const found = yield* searchWay(
    problemOf(input, operations),
    mostStands ?? Math.ceil(MOST_WORK / operations.length),
  );
  const plan = costOf(
    trimmed(
      found.order.map((at) => operations[at]!),
      input,
    ),
    input,
  );
  return { ...plan, optimal: found.optimal, lowerBound: found.optimal ? plan.cost : found.lowerBound };
}

/**
 * Why no order reaches what is asked, and for want of which operations; null where one does. Makes no plan,
 * so it is quick.
 */
export function wayFault({
  operations,
  reach,
}: Pick<PlanInput, 'operations' | 'reach'>): Said<GuideWarningCode> | null {
  const known = new Set<string>();
  for (const { id } of operations) {
    if (known.has(id)) return say(GUIDE_WARNINGS, 'two-ids', { id });
    known.add(id);
  }
  for (const id of reach) if (!known.has(id)) return say(GUIDE_WARNINGS, 'unknown-target', { id });
  for (const { id, after } of operations)
    for (const before of after.flat())
      if (!known.has(before)) return say(GUIDE_WARNINGS, 'unknown-before', { id, before });

  const can = doable(operations);
  const stuck = reach.filter((id) => !can.has(id));
  if (stuck.length === 0) return null;
  const circle = operations.filter(({ id }) => !can.has(id)).map(({ id }) => id);
  return say(GUIDE_WARNINGS, 'circle', { stuck, circle });
}

/** What some order does, by the ids of the operations; `without`: as if that one could not be done. */
export function doable(
  operations: readonly Pick<PlanOperation, 'id' | 'after'>[],
  without?: string,
): ReadonlySet<string> {
  const can = new Set<string>();
  for (let size = -1; size !== can.size;) {
    size = can.size;
    for (const { id, after } of operations)
      if (id !== without && (after.length === 0 || after.some((all) => all.every((one) => can.has(one)))))
        can.add(id);
  }
  return can;
}

/** The targets and everything that some alternative of theirs may want before. */
function relevant({ operations, reach }: PlanInput): PlanOperation[] {
  const byId = new Map(operations.map((operation) => [operation.id, operation]));
  const wanted = new Set<string>();
  const visit = (id: string): void => {
    if (wanted.has(id)) return;
    wanted.add(id);
    byId.get(id)?.after.flat().forEach(visit);
  };
  reach.forEach(visit);
  return operations.filter(({ id }) => wanted.has(id));
}

/**
 * The order without what nothing in it waits for: the least comes off, also where more would cost nothing.
 */
function trimmed(order: readonly PlanOperation[], { reach }: PlanInput): readonly PlanOperation[] {
  let kept = order;
  for (const one of [...order].reverse()) {
    if (reach.includes(one.id)) continue;
    const without = kept.filter((other) => other !== one);
    if (canBeDone(without)) kept = without;
  }
  return kept;
}

function canBeDone(order: readonly PlanOperation[]): boolean {
  const done = new Set<string>();
  for (const { id, after } of order) {
    if (after.length > 0 && !after.some((all) => all.every((before) => done.has(before)))) return false;
    done.add(id);
  }
  return true;
}

/** Counts what the order costs. */
function costOf(
  order: readonly PlanOperation[],
  { start, costs }: PlanInput,
): Omit<Plan, 'optimal' | 'lowerBound'> {
  let { side, tool } = start;
  let turns = 0;
  let toolChanges = 0;
  for (const operation of order) {
    if (operation.side !== null && side !== null && operation.side !== side) turns++;
    if (operation.tool !== null && operation.tool !== tool) toolChanges++;
    side = operation.side ?? side;
    tool = operation.tool ?? tool;
  }
  const minutes = order.reduce((sum, operation) => sum + operation.minutes, 0);
  const cost = minutes + turns * costs.turnMinutes + toolChanges * costs.toolChangeMinutes;
  return { ok: true, order: order.map(({ id }) => id), minutes, turns, toolChanges, cost };
}
