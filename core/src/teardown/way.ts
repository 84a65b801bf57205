import * as z from 'zod';
import type { Extra } from '../fit/index.js';
import { SideSchema, TakenThingSchema, type MachineModel, type Operation, type Side, type Slot } from '../hardware/index.js';
import { planWay, type PlanFault } from './plan.js';

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
  /** Turn the machine to this side first; null: it lies right. */
  turnTo: SideSchema.nullable(),
  tool: z.string().nullable(),
  minutes: z.number(),
  waitSeconds: z.number().nullable(),
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
 * The whole way for one slot: the cheapest way in, the swap with the extras of the match, the mirror out.
 * What frees or holds the drive itself (`atSwap`) comes back in the swap, before the machine is tried.
 */
export function buildWay(model: MachineModel, slot: Slot, extras: readonly Extra[]): Way | PlanFault {
  const { guide } = model;
  const plan = planWay({
    start: { side: guide.startSide, tool: null },
    costs: { turnMinutes: guide.turnMinutes, toolChangeMinutes: guide.toolChangeMinutes },
    operations: guide.operations,
    reach: slot.reach,
  });
  if (!plan.ok) return plan;
  const byId = new Map(guide.operations.map((operation) => [operation.id, operation]));
  const inward = plan.order.map((id) => byId.get(id)!);
  const back = inward.filter((operation) => operation.mirror !== null).reverse();
  const deepest = guide.layers.at(-1)!.id;
  const walk = turning(guide.startSide);
  const asked = (when: 'before-drive' | 'after-drive') =>
    extras.flatMap((extra) => (extra.step?.when === when ? [stepOfExtra(extra.id, extra.step, deepest)] : []));
  const steps = [
    ...inward.map((operation) => walk(stepIn(operation), operation.side)),
    ...asked('before-drive').map((step) => walk(step, null)),
    ...back.filter((operation) => operation.atSwap).map((operation) => walk(stepBack(operation, 'swap'), operation.side)),
    ...asked('after-drive').map((step) => walk(step, null)),
    ...back.filter((operation) => !operation.atSwap).map((operation) => walk(stepBack(operation, 'out'), operation.side)),
  ];
  return { ok: true, steps, turns: plan.turns, toolChanges: plan.toolChanges };
}

/** Notes on each step which way the machine has to be turned first. */
function turning(start: Side): (step: Omit<WayStep, 'turnTo'>, side: Side | null) => WayStep {
  let lies = start;
  return (step, side) => {
    const turnTo = side !== null && side !== lies ? side : null;
    lies = side ?? lies;
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
  waitSeconds: null,
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
  moves: [],
  mirrorOf: null,
});
