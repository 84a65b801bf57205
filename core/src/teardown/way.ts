import type { Extra } from '../fit/index.js';
import {
  isDrivePlace,
  type Guide,
  type MachineModel,
  type Operation,
  type Side,
  type Slot,
  type TakenThing,
} from '../hardware/index.js';
import { extrasOf, leftOut, ownerOf, putIn, reachOf, staysOut, takenOut, type Target } from './target.js';
import { planWay, type PlanFault } from './plan.js';
import { inPolicyOrder, reachByPolicy, underPolicy, USUAL_POLICY, type Policy } from './policy.js';
import { startAfter, type Start } from './start.js';
import type { Leg, WayStep } from './way-step.js';

export interface Way {
  readonly ok: true;
  readonly steps: WayStep[];
  readonly turns: number;
  readonly toolChanges: number;
  /** Whether it can be tried once the drive is in, before it is closed. */
  readonly start: Start;
}

/** What is in the machine on the bench: its slots as found, and how the workshop works. */
interface AsFound {
  readonly policy?: Policy;
  /** As found; the model's own where nobody looked. */
  readonly slots?: readonly Slot[];
}

/**
 * The whole way for one slot: the cheapest way in that also does what the workshop's policy asks, the swap
 * with the extras of the match, the mirror out. What frees or holds the drive itself (`atSwap`) comes back in
 * the swap, before the machine is tried. From an empty slot nothing is taken: what only serves its drive is
 * left out on the way in.
 */
export const buildWay = (
  model: MachineModel,
  slot: Slot,
  extras: readonly Extra[],
  as: AsFound = {},
): Way | PlanFault =>
  buildOpening(model, [{ id: '', does: 'replace', place: slot, extras, thing: null, original: null }], as);

/** The same for several places at once: one way in that reaches all of them, one way out. */
export function buildOpening(
  model: MachineModel,
  targets: readonly Target[],
  as: AsFound = {},
): Way | PlanFault {
  const found = wayIn(model, targets, as);
  if (!found.ok) return found;
  const { inward, back, turns, toolChanges } = found;
  const deepest = model.guide.layers.at(-1)!.id;
  const walk = turning(model.guide.startSide);
  const steps = [
    ...inward.map((operation) => walk(stepIn(operation))),
    ...targets.flatMap((target) => takenOut(target, inward, deepest).map(walk)),
    ...targets.flatMap((target) => [
      ...extrasOf(target, 'before-drive', deepest).map(walk),
      ...back
        .filter((operation) => operation.atSwap && ownerOf(operation, targets) === target)
        .map((operation) => walk(stepBack(operation, 'swap'))),
      ...putIn(target, inward, deepest).map(walk),
      ...extrasOf(target, 'after-drive', deepest).map(walk),
    ]),
    ...back
      .filter((operation) => !operation.atSwap || ownerOf(operation, targets) === undefined)
      .map((operation) => walk(stepBack(operation, 'out'))),
  ];
  const out = inward.filter((operation) => !operation.atSwap);
  return { ok: true, steps, turns, toolChanges, start: startAfter(model.guide, out) };
}

/**
 * A visit to look: the way in and its mirror, with the same drive back in. Everything that came out goes
 * back, so that the machine can wait for a part closed.
 */
export function buildScouting(model: MachineModel, slot: Slot, as: AsFound = {}): Way | PlanFault {
  const target: Target = { id: '', does: 'look', place: slot, extras: [], thing: null, original: null };
  const found = wayIn(model, [target], as);
  if (!found.ok) return found;
  const walk = turning(model.guide.startSide);
  const steps = [
    ...found.inward.map((operation) => walk(stepIn(operation))),
    ...found.back
      .filter((operation) => found.inward.includes(operation))
      .map((operation) => walk({ ...stepBack(operation, 'out'), moves: operation.takes })),
  ];
  return {
    ok: true,
    steps,
    turns: found.turns,
    toolChanges: found.toolChanges,
    start: { possible: false, because: 'not-said', out: [] },
  };
}

/**
 * The way back of steps that were walked in, the last first: everything they took goes back in, the drive
 * with it.
 * @param backs steps of the way that may undo what no guide knows of.
 */
export function buildBack(
  guide: Guide,
  walked: readonly WayStep[],
  backs: readonly WayStep[] = [],
): WayStep[] {
  const walk = turning(walked.findLast((step) => step.side !== null)?.side ?? guide.startSide);
  const byId = new Map(guide.operations.map((operation) => [operation.id, operation]));
  return [...walked].reverse().flatMap((step) => {
    const operation = byId.get(step.operationId ?? '');
    const known = backs.find((one) => one.id === step.mirrorOf);
    if (operation?.mirror)
      return [walk({ ...stepBack({ ...operation, stays: [] }, 'out'), live: step.live, moves: step.moves })];
    // What the guide lacks was written with its way back when it came out.
    return known && step.operationId === null ? [walk({ ...known, leg: 'out' })] : [];
  });
}

interface WayIn {
  readonly ok: true;
  readonly inward: Walked[];
  readonly back: Walked[];
  readonly turns: number;
  readonly toolChanges: number;
}

function wayIn(
  { guide, places }: MachineModel,
  targets: readonly Target[],
  { policy = USUAL_POLICY, slots = places.filter(isDrivePlace) }: AsFound,
): WayIn | PlanFault {
  const unreached = targets.find((one) => one.place.reach === null);
  if (unreached)
    return {
      ok: false,
      problem: `Nobody has noted how ${unreached.place.label} is reached: add it to the guide, or plan without it.`,
    };
  const ownSlots = new Map(targets.flatMap(({ place }) => (isDrivePlace(place) ? [[place.id, place]] : [])));
  const empty = (operation: Operation): boolean =>
    operation.place !== null
      ? (ownSlots.get(operation.place) ?? slots.find((one) => one.id === operation.place))?.fitted === null
      : // A guide that does not say whose drive it is: the one at the end of this reach.
        [...ownSlots.values()].some(
          (slot) =>
            slot.fitted === null &&
            slot.reach.includes(operation.id) &&
            operation.takes.some((thing) => thing.kind === 'drive'),
        );
  // What an empty slot has no use for still stands between what comes before and after it: done in no time.
  const operations = inPolicyOrder(guide.operations, policy).map((one) =>
    empty(one) ? { ...one, minutes: 0, tool: null } : one,
  );
  const reach = [...new Set(targets.flatMap((one) => reachOf(one, guide.operations)))];
  const plan = planWay({
    start: { side: guide.startSide, tool: null },
    costs: { turnMinutes: guide.turnMinutes, toolChangeMinutes: guide.toolChangeMinutes },
    operations,
    reach: reach.length === 0 ? [] : [...new Set([...reach, ...reachByPolicy(guide, policy)])],
  });
  if (!plan.ok) return plan;
  const byId = new Map(guide.operations.map((operation) => [operation.id, underPolicy(operation, policy)]));
  const order = plan.order.map((id) => byId.get(id)!);
  const off = order.findLastIndex((one) => one.role === 'battery' || one.role === 'cut-off');
  const all = order.map((operation, at): Walked => ({
    ...operation,
    live: isLive(operation, at, off),
    stays: staysOut(operation, targets),
  }));
  return {
    ok: true,
    inward: all.filter((operation) => !empty(operation)),
    // The target's own steps are walked in the swap, whatever was in it; an empty slot beside it stays empty.
    back: all
      .filter((one) => one.mirror !== null && (!empty(one) || one.place === null || ownSlots.has(one.place)))
      .filter((one) => !leftOut(one, targets))
      .reverse(),
    turns: plan.turns,
    toolChanges: plan.toolChanges,
  };
}

/** Marked so, or a lead that comes off while the battery is still on; never once it is off. */
const isLive = (operation: Operation, at: number, off: number): boolean =>
  off >= 0 && at > off
    ? false
    : operation.live ||
      (off >= 0 && operation.role === null && operation.takes.some((thing) => thing.kind === 'lead'));

/** Notes on each step which way the machine has to be turned first. */
function turning(start: Side): (step: Omit<WayStep, 'turnTo'>) => WayStep {
  let lies = start;
  return (step) => {
    const turnTo = step.side !== null && step.side !== lies ? step.side : null;
    lies = step.side ?? lies;
    return { ...step, turnTo };
  };
}

const idIn = (operation: Operation): string => `in:${operation.id}`;
const idBack = (operation: Operation): string => `out:${operation.id}`;

const stepIn = (operation: Operation): Omit<WayStep, 'turnTo'> => ({
  id: idIn(operation),
  leg: 'in',
  operationId: operation.id,
  title: operation.title,
  short: operation.short,
  detail: operation.detail,
  caution: operation.caution,
  layer: operation.layer,
  tool: operation.tool,
  minutes: operation.minutes,
  waitSeconds: operation.waitSeconds,
  waitKind: operation.waitKind,
  side: operation.side,
  clips: operation.clips,
  risk: operation.risk,
  live: operation.live,
  role: operation.role,
  checks: operation.checks,
  moves: operation.takes,
  mirrorOf: operation.mirror ? idBack(operation) : null,
});

/** An operation as it is walked; `stays`: kinds of its things that do not go back in. */
type Walked = Operation & { readonly stays: readonly TakenThing['kind'][] };

const stepBack = (operation: Walked, leg: Leg): Omit<WayStep, 'turnTo'> => ({
  id: idBack(operation),
  leg,
  operationId: operation.id,
  title: operation.mirror!.title,
  short: operation.mirror!.short,
  detail: null,
  caution: operation.mirror!.caution,
  layer: operation.layer,
  tool: operation.tool,
  minutes: operation.mirror!.minutes,
  waitSeconds: operation.mirror!.waitSeconds,
  waitKind: operation.mirror!.waitKind,
  side: operation.side,
  clips: null,
  risk: operation.risk,
  // What came off live goes back on live: by then the battery is on again.
  live: operation.live,
  role: operation.role,
  checks: operation.mirror!.checks,
  // What was replaced does not go back in: it stays on the tray until its fate is settled.
  moves: operation.takes.filter((thing) => !operation.stays.includes(thing.kind)),
  mirrorOf: idIn(operation),
});
