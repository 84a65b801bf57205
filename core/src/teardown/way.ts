import * as z from 'zod';
import type { Extra } from '../fit/index.js';
import {
  ClipsSchema,
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
import { reachByPolicy, underPolicy, USUAL_POLICY, type Policy } from './policy.js';

/** `in`: down to the drive. `swap`: new drive in, with what the match asked for. `out`: the mirror, back up. */
export const LegSchema = z.enum(['in', 'swap', 'out']);
export type Leg = z.infer<typeof LegSchema>;

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
}

/**
 * The whole way for one slot: the cheapest way in that also does what the workshop's policy asks, the swap with the
 * extras of the match, the mirror out. What frees or holds the drive itself (`atSwap`) comes back in the swap, before
 * the machine is tried.
 */
export function buildWay(model: MachineModel, slot: Slot, extras: readonly Extra[], policy: Policy = USUAL_POLICY): Way | PlanFault {
  const found = wayIn(model, slot.reach, policy);
  if (!found.ok) return found;
  const { inward, back, turns, toolChanges } = found;
  const deepest = model.guide.layers.at(-1)!.id;
  const walk = turning(model.guide.startSide);
  const asked = (when: 'before-drive' | 'after-drive') =>
    extras.flatMap((extra) => (extra.step?.when === when ? [stepOfExtra(extra.id, extra.step, deepest)] : []));
  const steps = [
    ...inward.map((operation) => walk(stepIn(operation))),
    ...asked('before-drive').map(walk),
    ...back.filter((operation) => operation.atSwap).map((operation) => walk(stepBack(operation, 'swap'))),
    ...asked('after-drive').map(walk),
    ...back.filter((operation) => !operation.atSwap).map((operation) => walk(stepBack(operation, 'out'))),
  ];
  return { ok: true, steps, turns, toolChanges };
}

/**
 * A visit to look: the way in and its mirror, with the same drive back in. Everything that came out goes back,
 * so that the machine can wait for a part closed.
 */
export function buildScouting(model: MachineModel, slot: Slot, policy: Policy = USUAL_POLICY): Way | PlanFault {
  const found = wayIn(model, slot.reach, policy);
  if (!found.ok) return found;
  const walk = turning(model.guide.startSide);
  const steps = [
    ...found.inward.map((operation) => walk(stepIn(operation))),
    ...found.back.map((operation) => walk({ ...stepBack(operation, 'out'), moves: operation.takes })),
  ];
  return { ok: true, steps, turns: found.turns, toolChanges: found.toolChanges };
}

/** The way back of steps that were walked in, the last first: everything they took goes back in, the drive with it. */
export function buildBack(guide: Guide, walked: readonly WayStep[]): WayStep[] {
  const walk = turning(walked.findLast((step) => step.side !== null)?.side ?? guide.startSide);
  const byId = new Map(guide.operations.map((operation) => [operation.id, operation]));
  return [...walked].reverse().flatMap((step) => {
    const operation = byId.get(step.operationId ?? '');
    return operation?.mirror ? [walk({ ...stepBack(operation, 'out'), moves: step.moves })] : [];
  });
}

interface WayIn {
  readonly ok: true;
  readonly inward: Operation[];
  readonly back: Operation[];
  readonly turns: number;
  readonly toolChanges: number;
}

function wayIn({ guide }: MachineModel, reach: readonly string[], policy: Policy): WayIn | PlanFault {
  const plan = planWay({
    start: { side: guide.startSide, tool: null },
    costs: { turnMinutes: guide.turnMinutes, toolChangeMinutes: guide.toolChangeMinutes },
    operations: guide.operations,
    reach: reach.length === 0 ? [] : [...new Set([...reach, ...reachByPolicy(guide, policy)])],
  });
  if (!plan.ok) return plan;
  const byId = new Map(guide.operations.map((operation) => [operation.id, underPolicy(operation, policy)]));
  const inward = plan.order.map((id) => byId.get(id)!);
  return {
    ok: true,
    inward,
    back: inward.filter((operation) => operation.mirror !== null).reverse(),
    turns: plan.turns,
    toolChanges: plan.toolChanges,
  };
}

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
  checks: operation.checks,
  moves: operation.takes,
  mirrorOf: operation.mirror ? idBack(operation) : null,
});

const stepBack = (operation: Operation, leg: Leg): Omit<WayStep, 'turnTo'> => ({
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
  live: false,
  checks: operation.mirror!.checks,
  // The old drive does not go back in: it stays on the tray until its fate is settled.
  moves: operation.takes.filter((thing) => thing.kind !== 'drive'),
  mirrorOf: idIn(operation),
});

const stepOfExtra = (id: string, step: NonNullable<Extra['step']>, layer: string): Omit<WayStep, 'turnTo'> => ({
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
  checks: [],
  moves: [],
  mirrorOf: null,
});
