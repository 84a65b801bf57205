import { sure } from '@petrichor/core/units';
import { PART_KIND_WORDS, sayDrive, sayForm, sayLink, type Drive, type Part } from '@petrichor/core/hardware';
import { EMPTY, freeOf, type ItemRef, type Level } from '@petrichor/core/shelf';

/** One line of the shelf: what it is, where it lies, and how many are where. */
export interface ShelfRow {
  readonly key: string;
  readonly item: ItemRef;
  readonly name: string;
  /** `drive`, or the kind of part. */
  readonly kind: string;
  readonly what: string;
  readonly drawer: string;
  readonly free: number;
  readonly level: Level;
  readonly priceMinor: number;
  readonly leadDays: number | null;
}

export const keyOf = ({ kind, id }: ItemRef): string => `${kind} ${id}`;

/** Drives and small parts with their levels. What has never moved lies on the shelf as its document says. */
export function shelfRows(
  drives: readonly Drive[],
  parts: readonly Part[],
  levels: ReadonlyMap<string, Level>,
): ShelfRow[] {
  const row = (
    kind: ItemRef['kind'],
    of: Drive | Part,
    name: string,
    kindWords: string,
    what: string,
  ): ShelfRow => {
    const item = { kind, id: of.id };
    const level = levels.get(keyOf(item)) ?? { ...EMPTY, onShelf: of.inStock };
    return {
      key: keyOf(item),
      item,
      name,
      kind: kindWords,
      what,
      drawer: of.drawer,
      free: freeOf(level),
      level,
      priceMinor: of.priceMinor,
      leadDays: of.leadDays,
    };
  };
  return [
    ...drives.map((drive) =>
      row('drive', drive, sayDrive(drive), 'drive', `${sayForm(drive)}, ${sayLink(drive.link)}`),
    ),
    ...parts.map((part) => row('part', part, part.name, PART_KIND_WORDS[part.kind], madeFor(part))),
  ];
}

const madeFor = (part: Part): string =>
  'forModels' in part && part.forModels.length > 0 ? `for ${part.forModels.join(', ')}` : '';

/** What a scanner or a hand typed, as a row: the id exactly, else the only row whose name begins so. */
export function scanned(rows: readonly ShelfRow[], text: string): ShelfRow | null {
  const typed = text.trim().toLowerCase();
  if (typed === '') return null;
  const exact = rows.find((row) => row.item.id === typed || row.name.toLowerCase() === typed);
  if (exact) return exact;
  const begun = rows.filter(
    (row) => row.item.id.startsWith(typed) || row.name.toLowerCase().startsWith(typed),
  );
  return begun.length === 1 ? sure(begun[0]) : null;
}
