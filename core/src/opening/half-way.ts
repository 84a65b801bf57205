import type { MachineModel, Operation } from '../hardware/index.js';
import { policyOf, type OpeningCase, type OpeningChange } from './case.js';
import { isBatteryOff, type GuideFacts } from './facts.js';
import { reachOf } from './order.js';

/** Operations of the guide among what is done already. */
export const walkedIds = ({ walked }: Pick<OpeningCase, 'walked'>): string[] =>
  walked.filter((one) => typeof one === 'string');

/**
 * The model without what does not come, and without what nothing else leads to. What was done of it stands:
 * it is undone on the way back, and nothing more stands on it.
 */
export function withoutStuck(
  model: MachineModel,
  asked: Pick<OpeningCase, 'cannot' | 'walked'>,
): MachineModel {
  if (asked.cannot.length === 0) return model;
  const { guide } = model;
  const done = new Set(walkedIds(asked));
  const gone = new Set(asked.cannot);
  const isLost = ({ id, after }: Operation): boolean =>
    !gone.has(id) &&
    !done.has(id) &&
    after.length > 0 &&
    after.every((all) => all.some((one) => gone.has(one)));
  for (let lost = guide.operations.filter(isLost); lost.length > 0; lost = guide.operations.filter(isLost))
    for (const { id } of lost) gone.add(id);
  const operations = guide.operations
    .filter(({ id }) => done.has(id) || !gone.has(id))
    .map((one) =>
      done.has(one.id) ? one : { ...one, after: one.after.filter((all) => !all.some((id) => gone.has(id))) },
    );
  return { ...model, guide: { ...guide, operations } };
}

/** Why one cannot go on from here, in a sentence that names the ids; null: one can, as far as it says. */
export function faultHalfWay(asked: OpeningCase, model: MachineModel, facts: GuideFacts): string | null {
  const { walked, cannot, changes } = asked;
  if (changes.length === 0 && walked.length === 0) return 'Name at least one change.';
  const known = new Map(model.guide.operations.map((one) => [one.id, one]));
  const ids = walkedIds(asked);
  const strange = [...ids, ...cannot].find((id) => !known.has(id));
  if (strange !== undefined) return `The guide has no operation '${strange}'.`;
  const twice = ids.find((id, at) => ids.indexOf(id) !== at);
  if (twice !== undefined) return `'${twice}' is said to be done twice.`;
  const nobody = walked.find(
    (one) => typeof one !== 'string' && !changes.some(({ id }) => id === one.change),
  );
  if (typeof nobody === 'object') return `No change '${nobody.change}' took something out.`;
  return (
    powerFault(asked, known, facts) ?? changes.map((one) => reachFault(one, facts)).find(Boolean) ?? null
  );
}

/** The power has to be away before hands are inside. */
function powerFault(
  asked: OpeningCase,
  known: ReadonlyMap<string, Operation>,
  { model }: GuideFacts,
): string | null {
  const stuck = asked.cannot.flatMap((id) => known.get(id) ?? []);
  if (stuck.some(({ role }) => role === 'mains'))
    return 'No machine is opened with its mains lead in: free that first, or stop here.';
  const off = [...known.values()].find(isBatteryOff);
  const otherwise = model.guide.operations.some((one) => isBatteryOff(one) && !stuck.includes(one));
  return off && !otherwise && policyOf(asked.policy).unplugBattery === 'always'
    ? `Without '${off.id}' the battery stays on, and nothing further inside is touched: free it, or close the machine again.`
    : null;
}

/** What leads to its place is there. */
function reachFault(change: OpeningChange, facts: GuideFacts): string | null {
  const { operations } = facts.model.guide;
  const [lost] = reachOf(change, facts).filter((id) => !operations.some((one) => one.id === id));
  return lost === undefined
    ? null
    : `Without '${lost}' nobody reaches '${change.place}' (${facts.places.get(change.place)?.label ?? ''}): free it and go on, or plan without '${change.id}'.`;
}
