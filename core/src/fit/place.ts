import type { Measure } from '../units/index.js';
import type { Firmware, MachineModel, Part, Screw, Sharing, Slot } from '../hardware/index.js';
import { hangsOnVariant } from '../hardware/index.js';
import { NO_NEED, type Need } from './need.js';

/** A screw that this machine holds elsewhere and might lend. */
export interface OwnScrew {
  readonly screw: Screw;
  readonly count: number;
  /** Where it sits: the operation that takes it out. */
  readonly from: string;
}

/** A drive that is, or will be, in another slot of the machine. */
export interface Occupied {
  readonly slotId: string;
  readonly protocol: 'nvme' | 'sata' | 'pata' | null;
}

/** A plate made here and screwed on with the drive: it counts in the height and under the screw's head. */
interface AdaptedPlate {
  readonly label: string;
  readonly thickness: Measure;
}

/**
 * Everything a drive is judged against: slot, machine, shelf and wish. It stays the same while the drives
 * change.
 */
export interface Place {
  readonly modelId: string;
  readonly slot: Slot;
  readonly need: Need;
  readonly firmware: Firmware;
  readonly sharing: readonly Sharing[];
  /** Other slots that hold a drive when all is done. */
  readonly others: readonly Occupied[];
  readonly parts: readonly Part[];
  readonly ownScrews: readonly OwnScrew[];
  /** Set while it is not settled which variant is on the bench and this slot hangs on it. */
  readonly variantAsk: {
    readonly ask: string;
    readonly answers: readonly { value: string; say: string }[];
  } | null;
  readonly plate: AdaptedPlate | null;
}

/** A slot by itself: nothing known of the machine, nothing on the shelf. */
export const bareSlot = (slot: Slot, need: Need = NO_NEED, more: Partial<Place> = {}): Place => ({
  modelId: '',
  slot,
  need,
  firmware: { startsFromNvme: null, starts4kn: null, storageMode: null },
  sharing: [],
  others: [],
  parts: [],
  ownScrews: [],
  variantAsk: null,
  plate: null,
  ...more,
});

/** A slot of a model, with the screws its guide takes out. */
export function placeIn(
  model: MachineModel,
  slot: Slot,
  more: Partial<Place> = {},
  variantId: string | null = null,
): Place {
  const open = variantId === null && hangsOnVariant(model, slot.id) ? model.variants : null;
  return bareSlot(slot, more.need, {
    modelId: model.id,
    firmware: model.firmware,
    sharing: model.sharing,
    ownScrews: screwsOf(model),
    variantAsk: open && {
      ask: open.ask,
      answers: open.of.map((one) => ({ value: one.id, say: one.answer })),
    },
    ...more,
  });
}

/** Screws of the guide, by where they come from. Those that hold the drive itself are not spare. */
const screwsOf = (model: MachineModel): OwnScrew[] =>
  model.guide.operations
    .filter((operation) => !operation.atSwap)
    .flatMap((operation) =>
      operation.takes.flatMap((thing) =>
        thing.kind === 'screw'
          ? [{ screw: thing.screw, count: thing.holes.length, from: operation.title }]
          : [],
      ),
    );

/** What lies under a screw's head besides the drive's board: the adapted plate, if there is one. */
export const plateOf = (place: Place): Measure[] => (place.plate ? [place.plate.thickness] : []);
