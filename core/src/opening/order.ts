import type { Guide, Operation } from '../hardware/index.js';
import {
  doable,
  planWay,
  reachByPolicy,
  type Plan,
  type PlanFault,
  type PlanInput,
} from '../teardown/index.js';
import type { OpeningChange, OpeningPolicy } from './case.js';
import { isBatteryOff, type GuideFacts } from './facts.js';
import { leadsAt } from './faults.js';
import type { Walk } from './walk.js';

/** Operations that lead to the place of a change; what frees the thing itself is among them. */
export function reachOf(change: OpeningChange, facts: GuideFacts): readonly string[] {
  const ids = (placeId: string): readonly string[] => facts.reachOf(placeId) ?? [];
  if (change.kind === 'leave-unplugged') {
    const leads = leadsAt(change.place, facts).map(({ id }) => id);
    if (leads.length > 0) return leads;
    // As far as one gets without taking the drive itself out.
    const own = facts.ownOf(change.place);
    const before = own.flatMap((one) => one.after[0] ?? []);
    return [...before, ...ids(change.place)].filter((id) => !own.some((one) => one.id === id));
  }
  return [...ids(change.place), ...(change.to === undefined ? [] : ids(change.to))];
}

/** What takes the power away: the mains lead always, the battery as the workshop says. */
export const powerOff = ({ model: { guide } }: GuideFacts, policy: OpeningPolicy): readonly string[] => [
  ...guide.operations.filter(({ role }) => role === 'mains').map(({ id }) => id),
  ...reachByPolicy(guide, policy),
];

/** From where one goes in: what nothing is at, what is done, how it lies, what is in the hand. */
interface From {
  readonly notThere: ReadonlySet<string>;
  readonly done: readonly Operation[];
  readonly side: Operation['side'];
  readonly tool: string | null;
}

/**
 * The way in, or the rest of it, that reaches every change. Minutes are those of both ways, so that of two
 * sets of operations the one is taken that is cheaper in and out.
 */
export function orderIn(
  changes: readonly OpeningChange[],
  facts: GuideFacts,
  policy: OpeningPolicy,
  { notThere, done, side, tool }: From,
): Plan | PlanFault {
  const { guide } = facts.model;
  const isDone = new Set(done.map(({ id }) => id));
  const toDo = (id: string): boolean => !isDone.has(id);
  const reach = [...new Set(changes.flatMap((one) => reachOf(one, facts)))];
  const off = reach.length === 0 ? [] : powerOff(facts, policy);
  return planWay({
    start: { side: side ?? guide.startSide, tool },
    costs: costsOf(guide),
    operations: inPowerOrder(facts, policy)
      .filter(({ id }) => toDo(id))
      .map((one) => ({
        ...one,
        after: one.after.map((all) => all.filter(toDo)),
        ...(notThere.has(one.id)
          ? { minutes: 0, tool: null, side: null }
          : { minutes: one.minutes + (one.mirror?.minutes ?? 0) }),
      })),
    reach: [...new Set([...reach, ...off])].filter(toDo),
  });
}

/**
 * What is inside comes once the mains lead is out and, where the workshop says always, once the battery is
 * off and drained; what leads to the battery is done with it on. A cut-off comes before the battery.
 */
export function inPowerOrder(facts: GuideFacts, { unplugBattery }: OpeningPolicy): Operation[] {
  const { operations } = facts.model.guide;
  const of = (...roles: readonly Operation['role'][]): string[] =>
    operations.filter(({ role }) => roles.includes(role)).map(({ id }) => id);
  const mains = of('mains');
  const cutOff = unplugBattery === 'always' ? of('cut-off') : [];
  const off = unplugBattery === 'always' ? of('battery', 'cut-off', 'drain') : [];
  const before = (one: Operation): string[] => {
    if (one.role === 'battery' || one.role === 'drain')
      return one.role === 'battery' ? [...mains, ...cutOff.filter((id) => !facts.leadsTo(one, id))] : [];
    if (one.role !== null) return [];
    // A cut-off is there to be thrown first.
    const cut = cutOff.filter((id) => !facts.leadsTo(one, id));
    if (!facts.isInside(one)) return cut;
    return facts.isOnPowerPath(one) ? [...mains, ...cut] : [...mains, ...off];
  };
  return operations.map((one) => {
    const first = before(one).filter((id) => id !== one.id);
    if (first.length === 0) return one;
    const after = one.after.length === 0 ? [[]] : one.after;
    return { ...one, after: after.map((all) => [...new Set([...all, ...first])]) };
  });
}

/** The cheapest order in which all that stands open is undone; the power comes last. */
export function orderOut(walk: Walk, facts: GuideFacts): readonly Operation[] {
  const { open } = walk;
  const plan = planWay(
    outInput(facts, open, { side: walk.side, tool: walk.tool }, (one, other) => walk.standsOn(one, other)),
  );
  // What waits in a circle, by what the guide says of it, goes back the way it came.
  if (!plan.ok) return [...open].reverse();
  const byId = new Map(open.map((one) => [one.id, one]));
  return plan.order.flatMap((id) => byId.get(id) ?? []);
}

/**
 * Turns and changes of tool that no way back does without, min: those of the operations that every way in
 * has, in any order that all of them allow. What is done besides adds to them, and takes none away.
 */
export function leastTurning(walk: Walk, facts: GuideFacts, reach: readonly string[]): number {
  const { operations } = facts.model.guide;
  const forced = walk.open.filter(({ id }) => {
    const without = doable(operations, id);
    return reach.some((one) => !without.has(one));
  });
  const stands = (other: Operation, one: Operation): boolean =>
    other.after.length > 0 && other.after.every((all) => all.includes(one.id));
  const input = outInput(facts, forced, { side: null, tool: null }, stands);
  const plan = planWay(input);
  if (!plan.ok) return 0;
  const minutes = input.operations.reduce((sum, one) => sum + one.minutes, 0);
  // The tool that is in the hand already may be the right one.
  const first = input.operations.some((one) => one.tool !== null) ? input.costs.toolChangeMinutes : 0;
  return Math.max(0, plan.lowerBound - minutes - first);
}

/** @param stands whether the first can only be where it is while the second is done. */
function outInput(
  facts: GuideFacts,
  open: readonly Operation[],
  start: PlanInput['start'],
  stands: (one: Operation, other: Operation) => boolean,
): PlanInput {
  const inside = open.filter((one) => facts.isInside(one) && !isBatteryOff(one));
  const before = (one: Operation): string[] =>
    [
      ...open.filter((other) => other !== one && stands(other, one)),
      // Power comes back when no hand is inside any more, but for what lies over its own plug.
      ...(isBatteryOff(one) ? inside.filter((other) => !isOver(one, other, open, stands)) : []),
      ...(one.role === 'mains' ? open.filter((other) => facts.isInside(other)) : []),
    ].map(({ id }) => id);
  return {
    start,
    costs: costsOf(facts.model.guide),
    operations: open.map((one) => {
      const waits = [...new Set(before(one))];
      return {
        id: one.id,
        side: one.side,
        tool: one.mirror?.tool === undefined ? one.tool : one.mirror.tool,
        minutes: one.mirror?.minutes ?? 0,
        after: waits.length === 0 ? [] : [waits],
      };
    }),
    reach: open.map(({ id }) => id),
  };
}

/** Whether `one` stands on `other`, through whatever lies between: it goes back first. */
function isOver(
  one: Operation,
  other: Operation,
  open: readonly Operation[],
  stands: (one: Operation, other: Operation) => boolean,
): boolean {
  const seen = new Set<string>();
  const over = (at: Operation): boolean =>
    open.some((below) => {
      if (below === at || seen.has(below.id) || !stands(at, below)) return false;
      seen.add(below.id);
      return below === other || over(below);
    });
  return over(one);
}

const costsOf = ({ turnMinutes, toolChangeMinutes }: Guide): PlanInput['costs'] => ({
  turnMinutes,
  toolChangeMinutes,
});
