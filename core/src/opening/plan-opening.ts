import type { MachineModel, Operation } from '../hardware/index.js';
import type { PlanFault, Start } from '../teardown/index.js';
import type { OpeningAnswer } from './answer.js';
import type { OpeningCase } from './case.js';
import { GuideFacts, isBatteryOff } from './facts.js';
import { faultOf, leadsAt } from './faults.js';
import { faultHalfWay, walkedIds, withoutStuck } from './half-way.js';
import { Planner } from './planner.js';

/**
 * One way in, all changes, the starts between them, one way out. What cannot be planned is a sentence that
 * names what is at fault, never an exception.
 */
export function planOpening(asked: OpeningCase, model: MachineModel): OpeningAnswer | PlanFault {
  const found = openingOf(asked, model);
  return found.ok ? found.answer : found;
}

/** An opening with what it was planned from. */
export interface Opening {
  readonly ok: true;
  readonly answer: OpeningAnswer;
  readonly facts: GuideFacts;
  /** Why nothing is started while it is open; null: it is, or nothing shows at a start. */
  readonly noStart: Start | null;
  /** Operations that unplug the drive of a place, in the order in which their leads are tied away. */
  readonly tied: (placeId: string) => readonly Operation[];
}

export function openingOf(asked: OpeningCase, model: MachineModel): Opening | PlanFault {
  const facts = new GuideFacts(withoutStuck(model, asked), asked.variant, asked.found);
  const fault = faultOf(asked, facts) ?? faultHalfWay(asked, model, facts);
  if (fault) return { ok: false, problem: fault };
  const batteryStays =
    model.guide.operations.some(isBatteryOff) && !facts.model.guide.operations.some(isBatteryOff);
  const planner = new Planner(asked, facts, emptyOperations(facts, walkedIds(asked)), batteryStays);
  const answer = planner.plan();
  if (!answer.ok) return answer;
  return { ok: true, answer, facts, noStart: planner.noStart, tied: (placeId) => leadsAt(placeId, facts) };
}

/**
 * Operations at places that hold nothing: what only serves what would be there is left out, but for what was
 * done before anybody saw that.
 */
const emptyOperations = (facts: GuideFacts, walked: readonly string[]): ReadonlySet<string> =>
  new Set(
    facts.model.guide.operations.flatMap((one) => {
      const place = facts.servedBy(one);
      const isEmpty = place !== null && facts.occupantOf(place) === null;
      return isEmpty && !walked.includes(one.id) ? [one.id] : [];
    }),
  );
