import * as z from 'zod';
import { PriorityQueue } from './priority-queue.js';

/** What the planner needs to know of one operation. `side` null: any side. `tool` null: by hand; the tool stays in hand. */
export const PlanOperationSchema = z.object({
  id: z.string(),
  side: z.string().nullable(),
  tool: z.string().nullable(),
  minutes: z.number().min(0),
  /** Alternatives: one whole inner list must be done before. Empty: free. */
  after: z.array(z.array(z.string())),
});
export type PlanOperation = z.infer<typeof PlanOperationSchema>;

export const PlanInputSchema = z.object({
  start: z.object({ side: z.string().nullable(), tool: z.string().nullable() }),
  costs: z.object({ turnMinutes: z.number().min(0), toolChangeMinutes: z.number().min(0) }),
  operations: z.array(PlanOperationSchema),
  reach: z.array(z.string()),
});
export type PlanInput = z.infer<typeof PlanInputSchema>;

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
export interface PlanFault {
  readonly ok: false;
  /** A sentence naming the operations at fault. */
  readonly problem: string;
}

/** Operations are bits of a 32-bit number, so a way may choose among this many. */
const MOST_OPERATIONS = 30;

/**
 * The cheapest set of operations that reaches `reach`, and its cheapest order.
 *
 * Cost = minutes of the operations done + turns x turnMinutes + tool changes x toolChangeMinutes.
 * Exact: a uniform-cost search over (operations done, side up, tool in hand), so the answer is
 * the optimum and its own lower bound. Faults are returned as sentences, never thrown.
 */
export function planWay(input: PlanInput): Plan | PlanFault {
  const fault = findFault(input);
  if (fault) return { ok: false, problem: fault };
  const operations = relevant(input);
  if (operations.length > MOST_OPERATIONS) {
    return {
      ok: false,
      problem: `This way could use ${operations.length} operations; the planner takes ${MOST_OPERATIONS} at most. Split the guide.`,
    };
  }
  return search(input, operations);
}

function findFault({ operations, reach }: PlanInput): string | null {
  const known = new Set<string>();
  for (const { id } of operations) {
    if (known.has(id)) return `Two operations are called '${id}'; give one of them another id.`;
    known.add(id);
  }
  for (const id of reach) if (!known.has(id)) return `The way should reach '${id}', but no operation has that id.`;
  for (const { id, after } of operations)
    for (const before of after.flat()) if (!known.has(before)) return `'${id}' comes after '${before}', but no operation has that id.`;

  const doable = new Set<string>();
  for (let grew = true; grew;) {
    grew = false;
    for (const { id, after } of operations) {
      if (doable.has(id) || !(after.length === 0 || after.some((all) => all.every((before) => doable.has(before))))) continue;
      doable.add(id);
      grew = true;
    }
  }
  const stuck = reach.filter((id) => !doable.has(id));
  if (stuck.length === 0) return null;
  const circle = operations.filter(({ id }) => !doable.has(id)).map(({ id }) => `'${id}'`);
  return `No order reaches ${stuck.map((id) => `'${id}'`).join(', ')}: these wait for one another: ${circle.join(', ')}.`;
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

interface Stand {
  readonly done: number;
  readonly side: string | null;
  readonly tool: string | null;
  readonly last: number;
  readonly before: Stand | null;
}

function search({ start, costs, reach }: PlanInput, operations: readonly PlanOperation[]): Plan {
  const bit = new Map(operations.map(({ id }, at) => [id, 1 << at]));
  const mask = (ids: readonly string[]) => ids.reduce((all, id) => all | (bit.get(id) ?? 0), 0);
  const goal = mask(reach);
  const afters = operations.map(({ after }) => after.map(mask));
  const queue = new PriorityQueue<Stand>();
  const settled = new Set<string>();
  queue.push(0, { done: 0, side: start.side, tool: start.tool, last: -1, before: null });
  for (let next = queue.pop(); next; next = queue.pop()) {
    const { cost, value: at } = next;
    if ((at.done & goal) === goal) return told(at, cost, operations, start);
    const name = `${at.done}|${at.side}|${at.tool}`;
    if (settled.has(name)) continue;
    settled.add(name);
    operations.forEach((operation, index) => {
      const ready = afters[index]!.length === 0 || afters[index]!.some((needed) => (at.done & needed) === needed);
      if (at.done & (1 << index) || !ready) return;
      const turn = operation.side !== null && at.side !== null && operation.side !== at.side;
      const change = operation.tool !== null && operation.tool !== at.tool;
      queue.push(cost + operation.minutes + (turn ? costs.turnMinutes : 0) + (change ? costs.toolChangeMinutes : 0), {
        done: at.done | (1 << index),
        side: operation.side ?? at.side,
        tool: operation.tool ?? at.tool,
        last: index,
        before: at,
      });
    });
  }
  throw new Error('planWay: findFault let an unreachable target through');
}

function told(end: Stand, cost: number, operations: readonly PlanOperation[], start: PlanInput['start']): Plan {
  const order: PlanOperation[] = [];
  for (let at: Stand | null = end; at && at.last >= 0; at = at.before) order.unshift(operations[at.last]!);
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
  return { ok: true, order: order.map(({ id }) => id), minutes, turns, toolChanges, cost, optimal: true, lowerBound: cost };
}
