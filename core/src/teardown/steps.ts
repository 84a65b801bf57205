import type { Operation, Side, TakenThing } from '../hardware/index.js';
import type { Leg, WayStep } from './way-step.js';

/** Notes on each step which way the machine has to be turned first. */
export function turning(start: Side): (step: Omit<WayStep, 'turnTo'>) => WayStep {
  let lies = start;
  return (step) => {
    const turnTo = step.side !== null && step.side !== lies ? step.side : null;
    lies = step.side ?? lies;
    return { ...step, turnTo };
  };
}

const idIn = (operation: Operation): string => `in:${operation.id}`;
const idBack = (operation: Operation): string => `out:${operation.id}`;

export const stepIn = (operation: Operation): Omit<WayStep, 'turnTo'> => ({
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
  round: 1,
  takes: null,
  mirrorOf: operation.mirror ? idBack(operation) : null,
});

/** An operation as it is walked; `stays`: kinds of its things that do not go back in. */
export type Walked = Operation & { readonly stays: readonly TakenThing['kind'][] };

export const stepBack = (operation: Walked, leg: Leg): Omit<WayStep, 'turnTo'> => ({
  id: idBack(operation),
  leg,
  operationId: operation.id,
  title: operation.mirror!.title,
  short: operation.mirror!.short,
  detail: operation.mirror!.detail,
  caution: operation.mirror!.caution,
  layer: operation.layer,
  tool: operation.mirror!.tool === undefined ? operation.tool : operation.mirror!.tool,
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
  round: 1,
  takes: null,
  mirrorOf: idIn(operation),
});
