import type { Operation } from '../hardware/index.js';
import type { Plan } from '../teardown/index.js';
import type { OpeningStep } from './answer.js';
import type { GuideFacts } from './facts.js';
import type { Walk } from './walk.js';

/** How often the machine is turned and another tool is taken up; the first one counts. */
export function countOf(
  steps: readonly OpeningStep[],
  startSide: string,
): { turns: number; toolChanges: number } {
  let [side, tool, turns, toolChanges]: [string, string | null, number, number] = [startSide, null, 0, 0];
  for (const one of steps) {
    if (one.side !== null && one.side !== side) [side, turns] = [one.side, turns + 1];
    if (one.tool !== null && one.tool !== tool) [tool, toolChanges] = [one.tool, toolChanges + 1];
  }
  return { turns, toolChanges };
}

/** What is done already costs, with its way back, min. */
export function costSoFar(walk: Walk, { model: { guide } }: GuideFacts): number {
  const { turns, toolChanges } = countOf(walk.steps, guide.startSide);
  const minutes = walk.standing.reduce((sum, one) => sum + one.minutes + (one.mirror?.minutes ?? 0), 0);
  return minutes + turns * guide.turnMinutes + toolChanges * guide.toolChangeMinutes;
}

/**
 * No opening that does this costs less, min: the least that operations cost in and out, what the changes and
 * the starts themselves take, and the turns that no way back does without.
 *
 * @param walked operations of the way in; `turning`: turns and changes of tool that no way back of them does
 *   without, min.
 */
export function leastCost(
  ordered: Pick<Plan, 'lowerBound'>,
  steps: readonly OpeningStep[],
  { walked, turning }: { readonly walked: readonly Operation[]; readonly turning: number },
): number {
  // What no way in has: the changes' own, what runs out anew, and the power of a start.
  const owned = steps.filter((one) => one.operation === null || isAgain(one, steps));
  const own = owned.reduce((sum, one) => sum + one.minutes, 0);
  const isBack = (step: OpeningStep): boolean =>
    step.puts.length > 0 || (step.takes.length === 0 && step.does === 'put');
  // Things that stay out, or that nobody puts back, cost no way back.
  const spared = walked
    .filter(({ id }) => !steps.some((step) => step.operation === id && isBack(step)))
    .reduce((sum, one) => sum + (one.mirror?.minutes ?? 0), 0);
  return ordered.lowerBound - spared + own + turning;
}

/** On for a start and off again after it, besides once out and once back. */
const isAgain = (one: OpeningStep, steps: readonly OpeningStep[]): boolean =>
  one.leg === 'start' &&
  one.does === 'switch' &&
  steps.some(
    ({ leg, does, operation, round, n }) =>
      leg === 'start' &&
      does === 'switch' &&
      operation === one.operation &&
      round === one.round &&
      n !== one.n,
  );
