import type { Operation } from '../hardware/index.js';
import { contradictions } from './guide-contradictions.js';
import { powerWarnings } from './guide-power.js';
import { overlengths } from './overlength.js';
import { warn, type GuideWarning, type Written } from './guide-warning.js';
import { doable, wayFault } from './plan.js';
import type { PlanInput } from './plan-input.js';

export type { GuideWarning };

/** What the planner is asked for one part of a guide. */
export const planInputOf = ({ guide }: Pick<Written, 'guide'>, reach: readonly string[]): PlanInput => ({
  start: { side: guide.startSide, tool: null },
  costs: { turnMinutes: guide.turnMinutes, toolChangeMinutes: guide.toolChangeMinutes },
  operations: guide.operations,
  reach: [...reach],
});

/** Everything that is wrong or doubtful in a guide while it is written, what stops it first. */
export function guideWarnings(model: Written): GuideWarning[] {
  const found = [
    ...unreachable(model),
    ...freedByNothing(model),
    ...leadsStillOn(model),
    ...neverRefitted(model),
    ...twiceThere(model),
    ...tooLong(model),
    ...powerWarnings(model),
    ...contradictions(model),
  ];
  return found.sort((a, b) => Number(b.stops) - Number(a.stops));
}

/** A cycle, an unknown operation, a slot that no order reaches: the planner's own sentence. */
function unreachable(model: Written): GuideWarning[] {
  const said = new Set<string>();
  const targets = [
    ...model.places.flatMap(({ reach }) => (reach?.[0] === undefined ? [] : [{ reach, at: reach[0] }])),
    ...model.guide.operations.map(({ id }) => ({ reach: [id], at: id })),
  ];
  return targets.flatMap(({ reach, at }) => {
    const fault = wayFault({ operations: model.guide.operations, reach: [...reach] });
    if (!fault) return [];
    // One circle holds up many targets, and is one warning.
    const { stuck: _, ...same } = fault.facts;
    const once = `${fault.code} ${JSON.stringify(same)}`;
    if (said.has(once)) return [];
    said.add(once);
    return [{ ...fault, stops: true, operationIds: [at] }];
  });
}

/** A screw that is hidden under something which nothing takes away before it. */
const freedByNothing = ({ guide }: Written): GuideWarning[] =>
  guide.operations.flatMap((operation) =>
    operation.takes.flatMap((thing) => {
      if (thing.kind !== 'screw' || thing.hiddenUnder === null) return [];
      const under = thing.hiddenUnder;
      const freeing = guide.operations.filter((other) => takesOff(other, under));
      if (freeing.length === 0) return [warn('freed-by-nothing', operation, { thing: thing.label, under })];
      return freeing.some((other) => isBefore(guide.operations, other.id, operation.id))
        ? []
        : [
            warn('freed-too-late', operation, {
              thing: thing.label,
              under,
              title: operation.title,
              freeing: freeing[0]!.title,
            }),
          ];
    }),
  );

/** A part that lifts while a lead still ties it to the machine. */
const leadsStillOn = ({ guide }: Written): GuideWarning[] =>
  guide.operations.flatMap((unplug) =>
    unplug.takes.flatMap((lead) => {
      if (lead.kind !== 'lead' || lead.ties === null) return [];
      const lifts = guide.operations.filter((other) => takesOff(other, lead.ties!));
      if (lifts.length === 0) return [warn('ties-nothing', unplug, { thing: lead.label, ties: lead.ties })];
      return lifts
        .filter((lift) => lift.id !== unplug.id && !isBefore(guide.operations, unplug.id, lift.id))
        .map((lift) =>
          warn('lead-still-on', lift, { title: lift.title, thing: lead.label, unplug: unplug.title }),
        );
    }),
  );

/** Something goes on the tray and nothing brings it back. */
const neverRefitted = ({ guide }: Written): GuideWarning[] =>
  guide.operations
    .filter((operation) => operation.mirror === null && operation.takes.length > 0)
    .map((operation) =>
      warn('never-refitted', operation, {
        title: operation.title,
        things: operation.takes.map((thing) => thing.label),
      }),
    );

/** Two groups of screws on one and the same place of one side. */
function twiceThere({ guide }: Written): GuideWarning[] {
  const at = new Map<string, Operation>();
  return guide.operations.flatMap((operation) =>
    operation.takes.flatMap((thing) =>
      thing.kind !== 'screw'
        ? []
        : thing.holes.flatMap((hole) => {
            const key = `${operation.layer} ${hole.xMm} ${hole.yMm}`;
            const other = at.get(key);
            at.set(key, operation);
            return other && other !== operation
              ? [warn('same-place', operation, { title: operation.title, other: other.title })]
              : [];
          }),
    ),
  );
}

/** Screws that would do the worst in a wrong hole; said once, so that the author puts a caution there. */
const tooLong = ({ guide }: Written): GuideWarning[] =>
  overlengths(guide)
    .filter((hazard) => hazard.harm !== 'binds')
    .map((hazard) => warn('overlength', { id: hazard.operationId }, { found: hazard.sentence }));

/** By its own words: the guide names parts as the hand knows them. */
const takesOff = (operation: Operation, label: string): boolean =>
  operation.frees.includes(label) ||
  operation.takes.some((thing) => thing.kind !== 'screw' && thing.label === label);

/** True when no order does `then` without `first` (the planner's own meaning of "must"). */
const isBefore = (operations: readonly Operation[], first: string, later: string): boolean =>
  !doable(operations, first).has(later);
