import type { TakenThing } from './guide.js';
import { withoutOperations } from './guide-here.js';
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
  const ofVariant = withoutOperations(guide, here);
  return {
    ...model,
    places: placesOf(model, variantId).map((place) => ({
      ...place,
      reach: place.reach?.filter(here) ?? null,
    })) as MachineModel['places'],
    variants: null,
    guide: {
      ...ofVariant,
      operations: ofVariant.operations.map((one) => ({
        ...one,
        takes: one.takes.filter((thing) => isThere(thing, holds)),
      })),
    },
  };
}

const isThere = ({ onlyWith }: TakenThing, holds: (placeId: string) => boolean): boolean =>
  onlyWith === null || holds(onlyWith);
