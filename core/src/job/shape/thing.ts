import { sayDrive, type Drive, type Part, type Slot } from '../../hardware/index.js';
import { bareChange, type Change, type Thing, type ThingSource } from './change.js';

/** Where it comes from, and what it cost where it is none of the shelf. */
interface Source {
  readonly from?: ThingSource | undefined;
  readonly priceMinor?: number | null | undefined;
}

/** A drive or a part as it goes into a change: the customer's own costs nothing. */
const driveThing = (drive: Drive, source: Source): Thing => ({
  ...common(drive, source, 'drive'),
  label: sayDrive(drive),
  drive,
  part: null,
});
export const partThing = (part: Part, source: Source): Thing => ({
  ...common(part, source, 'part'),
  label: part.name,
  drive: null,
  part,
});

function common(
  { id, priceMinor: listed }: Pick<Part, 'id' | 'priceMinor'>,
  { from = 'shelf', priceMinor = null }: Source,
  kind: 'drive' | 'part',
): Pick<Thing, 'from' | 'priceMinor' | 'item'> {
  if (from === 'shelf') return { from, priceMinor: listed, item: { kind, id } };
  return { from, priceMinor: from === 'own' ? 0 : priceMinor, item: null };
}

/** A drive that goes into a slot: into an empty one it is added. */
export const driveChange = (
  slot: Slot,
  drive: Drive,
  source: Source,
  own: Pick<Change, 'id' | 'by' | 'at'> & Partial<Change>,
): Change =>
  bareChange({
    kind: slot.fitted === null ? 'add-drive' : 'replace-drive',
    placeId: slot.id,
    place: slot.label,
    slot,
    thing: driveThing(drive, source),
    ...own,
  });
