import type { MachinePlace, Operation } from '../hardware/index.js';
import type { OpeningCase, OpeningChange, OpeningKind } from './case.js';
import type { GuideFacts } from './facts.js';

/** Why a case cannot be planned at all, in a sentence that names the ids; null: it can, as far as it says. */
export function faultOf({ changes }: Pick<OpeningCase, 'changes'>, facts: GuideFacts): string | null {
  const ids = new Set<string>();
  for (const change of changes) {
    if (ids.has(change.id)) return `Two changes have the id '${change.id}'. Give each its own.`;
    ids.add(change.id);
    const fault =
      placesFault(change, facts) ?? contentsFault(change, facts) ?? copyFault(change, changes, facts);
    if (fault) return fault;
  }
  return null;
}

/** Its places are there, of the right kind, and somebody has noted how they are reached. */
function placesFault({ id, kind, place, to }: OpeningChange, facts: GuideFacts): string | null {
  if (kind === 'move-drive' && to === undefined)
    return `The change '${id}' moves a drive: say with 'to' which place it goes to.`;
  for (const placeId of [place, ...(to === undefined ? [] : [to])]) {
    const at = facts.places.get(placeId);
    if (!at) return `The change '${id}' names the place '${placeId}', which the model does not have.`;
    if (!fitsKind(kind, at.kind))
      return `The change '${id}' (${kind}) cannot be done at '${placeId}', a place of kind ${at.kind}.`;
    if (facts.reachOf(placeId) === null)
      return `Nobody has noted how '${placeId}' is reached. Write it into the guide, or plan without '${id}'.`;
  }
  return null;
}

/** What it takes is there, and what it fills is free. */
function contentsFault({ id, kind, place, to }: OpeningChange, facts: GuideFacts): string | null {
  const isFull = facts.occupantOf(place) !== null;
  if (OF_WHAT_IS_THERE.has(kind) && !isFull)
    return `The change '${id}' takes something out of '${place}', which is empty.`;
  if (kind === 'leave-unplugged' && isCard(facts.places.get(place)))
    return `The drive of '${place}' is a card and has no lead: '${id}' cannot leave it in without power.`;
  if (kind === 'move-drive' && facts.occupantOf(to ?? '') !== null)
    return `The change '${id}' moves a drive to '${to ?? ''}', which holds one.`;
  return kind === 'add-drive' && isFull
    ? `The change '${id}' adds a drive to '${place}', which holds one. Replace it, or say that it is empty.`
    : null;
}

/** It sits in its socket, with no lead between. */
const isCard = (place: MachinePlace | undefined): boolean => place?.kind === 'm2' || place?.kind === 'msata';

/** Two drives of one content are never attached at one start: the other is out by then, or without power. */
function copyFault(
  { id, place, copyOf }: OpeningChange,
  changes: readonly OpeningChange[],
  facts: GuideFacts,
): string | null {
  if (copyOf === undefined || copyOf === place) return null;
  if (!facts.places.has(copyOf))
    return `The change '${id}' names the place '${copyOf}', which the model does not have.`;
  if (facts.occupantOf(copyOf) === null || partsWith(changes, copyOf)) return null;
  return `What '${id}' puts in is a copy of the drive in '${copyOf}', and both would be attached at its start: take that one out in the same opening, or leave it in unplugged.`;
}

/** Whether some change takes the drive of a place out, or the power from it. */
const partsWith = (changes: readonly OpeningChange[], placeId: string): boolean =>
  changes.some(({ kind, place }) => place === placeId && OF_WHAT_IS_THERE.has(kind));

/** Kinds that there has to be a drive for; each parts the machine from it. */
export const OF_WHAT_IS_THERE: ReadonlySet<OpeningKind> = new Set([
  'replace-drive',
  'take-out-drive',
  'move-drive',
  'leave-unplugged',
]);

/** Kinds that take something out of their place, and that put something in. */
export const TAKES_OUT: ReadonlySet<OpeningKind> = new Set([
  'replace-drive',
  'take-out-drive',
  'move-drive',
  'leave-unplugged',
  'memory',
  'battery',
  'wireless',
]);
export const PUTS_IN: ReadonlySet<OpeningKind> = new Set([
  'replace-drive',
  'add-drive',
  'memory',
  'battery',
  'wireless',
  'cooling',
]);

/** Kinds of places that each kind of change is done at. */
const AT: Readonly<Record<OpeningKind, readonly MachinePlace['kind'][] | 'drive' | 'any'>> = {
  'replace-drive': 'drive',
  'add-drive': 'drive',
  'take-out-drive': 'drive',
  'move-drive': 'drive',
  'leave-unplugged': 'drive',
  memory: ['memory'],
  battery: ['battery'],
  wireless: ['wireless'],
  cooling: ['cooler'],
  look: 'any',
};
const DRIVES: readonly MachinePlace['kind'][] = ['m2', 'msata', 'bay-2.5', 'bay-3.5', 'bay-1.8'];

export function fitsKind(kind: OpeningKind, place: MachinePlace['kind']): boolean {
  const at = AT[kind];
  return at === 'any' || (at === 'drive' ? DRIVES : at).includes(place);
}

/** What unplugs the drive of a place; empty: no step of the guide does. */
export const leadsAt = (placeId: string, facts: GuideFacts): readonly Operation[] =>
  facts
    .ownOf(placeId)
    .filter(
      ({ takes }) => takes.some(({ kind }) => kind === 'lead') && !takes.some(({ kind }) => kind === 'drive'),
    );
