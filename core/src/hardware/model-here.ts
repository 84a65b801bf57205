import type { Operation, TakenThing } from './guide.js';
import { placesOf, type MachineModel } from './machine-model.js';

/**
 * The model as it holds for one machine: places of its variant, and of the guide neither what other variants
 * have nor what is there only beside something that is not. Of a variant that nobody settled every step is
 * kept.
 *
 * @param holds whether something is in a place.
 */
export function modelHere(
  model: MachineModel,
  variantId: string | null,
  holds: (placeId: string) => boolean,
): MachineModel {
  const { guide } = model;
  const elsewhere = new Set(
    guide.operations
      .filter(({ variants }) => variantId !== null && variants.length > 0 && !variants.includes(variantId))
      .map(({ id }) => id),
  );
  const here = (id: string): boolean => !elsewhere.has(id);
  const operations = guide.operations
    .filter(({ id }) => here(id))
    .map((one) => ({ ...one, takes: one.takes.filter((thing) => isThere(thing, holds)) }));
  return {
    ...model,
    places: placesOf(model, variantId).map((place) => ({
      ...place,
      reach: place.reach?.filter(here) ?? null,
    })) as MachineModel['places'],
    variants: null,
    guide: {
      ...guide,
      operations: operations.map((one) => ({ ...one, after: afterOf(one, here) })),
      start: guide.start && { ...guide.start, back: guide.start.back.filter(here) },
    },
  };
}

const isThere = ({ onlyWith }: TakenThing, holds: (placeId: string) => boolean): boolean =>
  onlyWith === null || holds(onlyWith);

/** What does not hold here is waited for by nobody; an alternative of nothing else leaves it free. */
function afterOf({ after }: Operation, here: (id: string) => boolean): string[][] {
  const left = after.map((all) => all.filter(here));
  return left.some((all) => all.length === 0) ? [] : left;
}
