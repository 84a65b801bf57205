import { sayDrive, type Drive, type Part } from '../../hardware/index.js';
import type { Thing, ThingSource } from '../shape/change.js';

/** Where it comes from, and what it cost where it is none of the shelf. */
interface Source {
  readonly from?: ThingSource | undefined;
  readonly priceMinor?: number | null | undefined;
}

/** A drive or a part as it goes into a change: the customer's own costs nothing. */
export const driveThing = (drive: Drive, source: Source): Thing => ({
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
