import * as z from 'zod';
import type { Extra } from '../fit/index.js';
import {
  isDrivePlace,
  ClipsSchema,
  OperationSchema,
  SideSchema,
  TakenThingSchema,
  WaitKindSchema,
  type Guide,
  type MachineModel,
  type Operation,
  type Side,
  type Slot,
} from '../hardware/index.js';
import { planWay, type PlanFault } from './plan.js';
import { inPolicyOrder, reachByPolicy, underPolicy, USUAL_POLICY, type Policy } from './policy.js';
import { startAfter, type Start } from './start.js';

/**
 * `in`: down to the drive. `swap`: new drive in, with what the match asked for. `out`: the mirror, back up.
 */
const LegSchema = z.enum(['in', 'swap', 'out']);
export type Leg = z.infer<typeof LegSchema>;

const RoleSchema = OperationSchema.shape.role.unwrap().unwrap();

/** One thing the hands do, as it is walked in one job: a copy, so that a later guide does not change it. */
export const WayStepSchema = z.strictObject({
  id: z.string(),
  leg: LegSchema,
  operationId: z.string().nullable(),
  title: z.string(),
  short: z.string(),
  detail: z.string().nullable(),
  caution: z.string().nullable(),
  layer: z.string(),
  /** The side it is done from; null: any. */
  side: SideSchema.nullable().default(null),
  /** Turn the machine to this side first; null: it lies right. */
  turnTo: SideSchema.nullable(),
  tool: z.string().nullable(),
  minutes: z.number(),
  waitSeconds: z.number().nullable(),
  waitKind: WaitKindSchema.default('hold'),
  clips: ClipsSchema.nullable().default(null),
  risk: z.enum(['low', 'some', 'high']).default('low'),
  live: z.boolean().default(false),
  /** What it is to the power of the machine; null: nothing, or of before this was kept. */
  role: RoleSchema.nullable().default(null),
  checks: z.array(z.string()).default([]),
  /** What leaves the machine (way in) or the tray (way out). */
  moves: z.array(TakenThingSchema),
  /** The step that it undoes, or that undoes it. */
  mirrorOf: z.string().nullable(),
});
export type WayStep = z.infer<typeof WayStepSchema>;

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
export function buildWay(
  model: MachineModel,
  slot: Slot,
  extras: readonly Extra[],
  as: AsFound = {},
): Way | PlanFault {
  const found = wayIn(model, slot, as);
  if (!found.ok) return found;
  const { inward, back, turns, toolChanges } = found;
  const deepest = model.guide.layers.at(-1)!.id;
  const walk = turning(model.guide.startSide);
  const asked = (when: 'before-drive' | 'after-drive') =>
    extras.flatMap((extra) =>
      extra.step?.when === when ? [stepOfExtra(extra.id, extra.step, deepest)] : [],
    );
  const steps = [
    ...inward.map((operation) => walk(stepIn(operation))),
    ...asked('before-drive').map(walk),
    ...back.filter((operation) => operation.atSwap).map((operation) => walk(stepBack(operation, 'swap'))),
    ...asked('after-drive').map(walk),
    ...back.filter((operation) => !operation.atSwap).map((operation) => walk(stepBack(operation, 'out'))),
  ];
  const out = inward.filter((operation) => !operation.atSwap);
  return { ok: true, steps, turns, toolChanges, start: startAfter(model.guide, out) };
}

/**
 * A visit to look: the way in and its mirror, with the same drive back in. Everything that came out goes
 * back, so that the machine can wait for a part closed.
 */
export function buildScouting(model: MachineModel, slot: Slot, as: AsFound = {}): Way | PlanFault {
  const found = wayIn(model, slot, as);
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
      return [walk({ ...stepBack(operation, 'out'), live: step.live, moves: step.moves })];
    // What the guide lacks was written with its way back when it came out.
    return known && step.operationId === null ? [walk({ ...known, leg: 'out' })] : [];
  });
}

type Walked = Operation & { readonly keepsDrive?: boolean };
interface WayIn {
  readonly ok: true;
  readonly inward: Walked[];
  readonly back: Walked[];
  readonly turns: number;
  readonly toolChanges: number;
}

function wayIn(
  { guide, places }: MachineModel,
  slot: Slot,
  { policy = USUAL_POLICY, slots = places.filter(isDrivePlace) }: AsFound,
): WayIn | PlanFault {
  const empty = (operation: Operation): boolean =>
    operation.place !== null
      ? (operation.place === slot.id ? slot : slots.find((one) => one.id === operation.place))?.fitted ===
        null
      : // A guide that does not say whose drive it is: the one at the end of this reach.
        slot.fitted === null &&
        slot.reach.includes(operation.id) &&
        operation.takes.some((thing) => thing.kind === 'drive');
  // What an empty slot has no use for still stands between what comes before and after it: done in no time.
  const operations = inPolicyOrder(guide.operations, policy).map((one) =>
    empty(one) ? { ...one, minutes: 0, tool: null } : one,
  );
  const plan = planWay({
    start: { side: guide.startSide, tool: null },
    costs: { turnMinutes: guide.turnMinutes, toolChangeMinutes: guide.toolChangeMinutes },
    operations,
    reach: slot.reach.length === 0 ? [] : [...new Set([...slot.reach, ...reachByPolicy(guide, policy)])],
  });
  if (!plan.ok) return plan;
  const byId = new Map(guide.operations.map((operation) => [operation.id, underPolicy(operation, policy)]));
  const order = plan.order.map((id) => byId.get(id)!);
  const off = order.findLastIndex((one) => one.role === 'battery' || one.role === 'cut-off');
  const all = order.map((operation, at) =>
    withDrive({ ...operation, live: isLive(operation, at, off) }, slot),
  );
  return {
    ok: true,
    inward: all.filter((operation) => !empty(operation)),
    // The target's own steps are walked in the swap, whatever was in it; an empty slot beside it stays empty.
    back: all
      .filter((one) => one.mirror !== null && (!empty(one) || one.place === slot.id || one.place === null))
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

/** A drive of another slot that lies in the way goes back to where it was. */
const withDrive = (operation: Operation, slot: Slot): Operation & { readonly keepsDrive: boolean } => ({
  ...operation,
  keepsDrive: operation.place !== null && operation.place !== slot.id,
});

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
  // The old drive does not go back in: it stays on the tray until its fate is settled.
  moves: operation.takes.filter((thing) => thing.kind !== 'drive' || operation.keepsDrive === true),
  mirrorOf: idIn(operation),
});

const stepOfExtra = (
  id: string,
  step: NonNullable<Extra['step']>,
  layer: string,
): Omit<WayStep, 'turnTo'> => ({
  id: `swap:${id}`,
  leg: 'swap',
  operationId: null,
  title: step.title,
  short: step.short,
  detail: step.detail,
  caution: step.caution,
  layer,
  tool: step.tool,
  minutes: step.minutes,
  waitSeconds: null,
  waitKind: 'hold',
  side: null,
  clips: null,
  risk: 'low',
  live: false,
  role: null,
  checks: [],
  moves: [],
  mirrorOf: null,
});
