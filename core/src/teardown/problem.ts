import { bitsOf, type Bits } from './bits.js';
import type { PlanInput, PlanOperation } from './plan-input.js';

/** A plan to be made, with operations, sides and tools as numbers; -1: any side, by hand, not known. */
export interface Problem {
  readonly operations: readonly PlanOperation[];
  readonly minutes: readonly number[];
  readonly side: readonly number[];
  readonly tool: readonly number[];
  /** Per operation its alternatives; empty: free. */
  readonly after: readonly (readonly Bits[])[];
  readonly goal: Bits;
  readonly startSide: number;
  readonly startTool: number;
  readonly sides: number;
  readonly tools: number;
  readonly turnMinutes: number;
  readonly toolChangeMinutes: number;
  /** Operations that every way to the goal does. */
  readonly mandatory: readonly boolean[];
  /** `before[q]`: the operations that every way does before `q`. */
  readonly before: readonly (readonly number[])[];
}

/** @param operations those that may be of use, all ids known and the goal reachable. */
export function problemOf({ start, costs, reach }: PlanInput, operations: readonly PlanOperation[]): Problem {
  const size = operations.length;
  const index = new Map(operations.map(({ id }, at) => [id, at]));
  const number = (names: Map<string, number>, name: string | null) => {
    if (name === null) return -1;
    if (!names.has(name)) names.set(name, names.size);
    return names.get(name)!;
  };
  const [sides, tools] = [new Map<string, number>(), new Map<string, number>()];
  const mask = (ids: readonly string[]) =>
    bitsOf(
      size,
      ids.flatMap((id) => index.get(id) ?? []),
    );
  const after = operations.map((one) => one.after.map(mask));
  const goalAt = reach.map((id) => index.get(id)!);
  const lists = operations.map((one) => one.after.map((all) => all.map((id) => index.get(id)!)));
  const before: number[][] = operations.map(() => []);
  for (let without = 0; without < size; without++) {
    const doable = reachable(lists, without);
    for (let at = 0; at < size; at++) if (at !== without && !doable[at]) before[at]!.push(without);
  }
  const mandatory = operations.map(
    (_, at) => goalAt.includes(at) || goalAt.some((goal) => before[goal]!.includes(at)),
  );
  return {
    operations,
    minutes: operations.map((one) => one.minutes),
    side: operations.map((one) => number(sides, one.side)),
    tool: operations.map((one) => number(tools, one.tool)),
    after,
    goal: bitsOf(size, goalAt),
    startSide: number(sides, start.side),
    startTool: number(tools, start.tool),
    sides: sides.size,
    tools: tools.size,
    turnMinutes: costs.turnMinutes,
    toolChangeMinutes: costs.toolChangeMinutes,
    mandatory,
    before,
  };
}

/** What can be done at all when one operation is not. */
function reachable(lists: readonly (readonly (readonly number[])[])[], without: number): boolean[] {
  const doable = lists.map(() => false);
  for (let grew = true; grew;) {
    grew = false;
    lists.forEach((alternatives, at) => {
      if (
        doable[at] ||
        at === without ||
        !(alternatives.length === 0 || alternatives.some((all) => all.every((one) => doable[one])))
      )
        return;
      doable[at] = true;
      grew = true;
    });
  }
  return doable;
}
