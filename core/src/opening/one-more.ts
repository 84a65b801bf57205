import type { MachineModel } from '../hardware/index.js';
import type { OpeningAnswer } from './answer.js';
import type { OpeningCase, OpeningChange, OpeningKind } from './case.js';
import { OF_WHAT_IS_THERE, fitsKind } from './faults.js';
import { planOpening } from './plan-opening.js';

/** What else is done while it is open, so it is worth asking for. */
const WORTH: readonly OpeningKind[] = [
  'add-drive',
  'replace-drive',
  'memory',
  'battery',
  'wireless',
  'cooling',
];

/** Marginal minutes of one more change at each place that no change is about, the cheapest first. */
export function oneMore(
  asked: OpeningCase,
  model: MachineModel,
  { minutes }: Pick<OpeningAnswer, 'minutes'>,
): OpeningAnswer['oneMore'] {
  const taken = new Set(asked.changes.flatMap(({ place, to }) => [place, to ?? place]));
  return model.places
    .filter(({ id }) => !taken.has(id))
    .flatMap((place) => {
      // A drive is added where there is none, and replaced where there is one.
      const kinds = WORTH.filter((kind) => fitsKind(kind, place.kind));
      const tried = kinds.flatMap((kind) => {
        const change: OpeningChange = { id: freeId(asked), kind, place: place.id, extras: [] };
        const answer = planOpening({ ...asked, changes: [...asked.changes, change] }, model);
        return answer.ok
          ? [{ kind, place: place.id, minutes: Math.round((answer.minutes - minutes) * 100) / 100 }]
          : [];
      });
      return tried.slice(0, 1);
    })
    .sort(
      (a, b) =>
        a.minutes - b.minutes || Number(OF_WHAT_IS_THERE.has(a.kind)) - Number(OF_WHAT_IS_THERE.has(b.kind)),
    );
}

const freeId = ({ changes }: OpeningCase): string => {
  let id = 'one-more';
  while (changes.some((one) => one.id === id)) id += '-';
  return id;
};
