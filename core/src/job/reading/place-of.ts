import { sure } from '../../units/index.js';
import { firmwareWithLooks, placeIn, withLooks, type Occupied, type Place } from '../../fit/index.js';
import {
  isBay,
  placesOf,
  slotsOf,
  type Drive,
  type MachineModel,
  type MachinePlace,
  type Part,
  type Slot,
} from '../../hardware/index.js';
import { slotAsFound } from './as-found.js';
import type { Knowledge } from './knowledge.js';
import type { JobState } from '../shape/state.js';
import { partsOf } from './stock-claim.js';
import { drivesIn } from './changes.js';
import { needAt } from './need-at.js';
import type { ChangeKind } from '../shape/change.js';

/** Where looks at the model itself are kept, beside those at its slots. */
export const OF_MODEL = 'model';

type SeenHere = Pick<
  JobState,
  'need' | 'looks' | 'variantId' | 'adapted' | 'intake' | 'conclusion' | 'changes' | 'found'
>;

/** Slots of the machine on the bench, as looked at on this job. */
export const slotsOfJob = (model: MachineModel, job: SeenHere): Slot[] =>
  slotsOf(model, job.variantId).map((slot) =>
    slotAsFound(withLooks(slot, job.looks[slot.id]), job.found[slot.id]),
  );

/** All its places, those for drives as looked at and found. */
export const placesOfJob = (model: MachineModel, job: SeenHere): readonly MachinePlace[] => {
  const slots = new Map(slotsOfJob(model, job).map((slot) => [slot.id, slot]));
  return placesOf(model, job.variantId).map((place) => slots.get(place.id) ?? place);
};

/**
 * Everything the core judges a drive against, for one slot of the machine on this job. Null: the slot is not
 * known.
 */
export function placeOf(
  job: SeenHere,
  slotId: string,
  knowledge: Pick<Knowledge, 'model' | 'parts'>,
): Place | null {
  const model = knowledge.model(job.intake.modelId);
  const slots = model ? slotsOfJob(model, job) : [];
  const slot = slots.find((one) => one.id === slotId);
  if (!model || !slot) return null;
  return placeIn(
    model,
    slot,
    {
      need: { ...needAt(job, slot, slots), medium: mediumAsked(job) },
      firmware: firmwareWithLooks(model.firmware, job.looks[OF_MODEL]),
      others: slots.filter((one) => one.id !== slotId).flatMap((one) => occupiedAfter(job, one)),
      parts: withOwnParts(knowledge.parts(), job),
      plate:
        job.adapted?.slotId === slotId
          ? { label: job.adapted.label, thickness: job.adapted.thickness }
          : null,
    },
    job.variantId,
  );
}

/** What this job has reserved is there for it, though it is free for nobody else. */
function withOwnParts(parts: readonly Part[], job: SeenHere): readonly Part[] {
  const own = partsOf(drivesIn(job).flatMap((one) => one.verdict.extras));
  if (own.size === 0) return parts;
  return parts.map((part) =>
    own.has(part.id) ? { ...part, inStock: part.inStock + sure(own.get(part.id)) } : part,
  );
}

/** What the conclusion of Diagnose asks for, if it asks for a kind at all. */
function mediumAsked({ conclusion }: SeenHere): 'flash' | 'rotating' | null {
  if (conclusion?.remedy.kind !== 'replace-drive' || conclusion.remedy.medium === 'any') return null;
  return conclusion.remedy.medium;
}

/** Changes after which a place holds no drive any more that runs. */
const EMPTIES: ReadonlySet<ChangeKind> = new Set(['take-out-drive', 'move-drive', 'leave-unplugged']);

/** What is in another slot once all that is planned is done; nothing where it is empty then. */
function occupiedAfter(job: SeenHere, slot: Slot): Occupied[] {
  const planned = drivesIn(job).find((one) => one.slot.id === slot.id);
  if (planned) return [{ slotId: slot.id, protocol: planned.drive.link.protocol }];
  const moved = job.changes.some((one) => one.kind === 'move-drive' && one.toPlaceId === slot.id);
  const emptied = job.changes.some((one) => one.placeId === slot.id && EMPTIES.has(one.kind));
  return moved || (slot.fitted !== null && !emptied)
    ? [{ slotId: slot.id, protocol: protocolRunAt(slot) }]
    : [];
}

/** Where only one protocol runs, the drive that runs there speaks it; null: either may. */
export function protocolRunAt(slot: Slot): Occupied['protocol'] {
  if (slot.kind === 'm2') return slot.protocols.length === 1 ? sure(slot.protocols[0]) : null;
  if (isBay(slot)) return slot.connector.endsWith('sata') ? 'sata' : 'pata';
  return slot.kind === 'msata' ? 'sata' : null;
}

/** The drive with what was measured on this job in place of what its sheet does not say. */
export function withMeasured(drive: Drive, job: Pick<JobState, 'measured'>): Drive {
  const measured = job.measured[drive.id];
  if (!measured) return drive;
  const peakWatts = measured.peakWatts ?? drive.peakWatts;
  if (drive.family !== 'm2' && drive.family !== 'msata') return { ...drive, peakWatts };
  return {
    ...drive,
    peakWatts,
    // A height read off the drive holds for all of it: the profile of its sheet no longer counts.
    ...(measured.topHeight ? { topHeight: measured.topHeight, topProfile: [] } : {}),
    ...(measured.bottomHeight ? { bottomHeight: measured.bottomHeight, bottomProfile: [] } : {}),
  };
}
