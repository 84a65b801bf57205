import { PART_KIND_WORDS, type Part, type PartKind, type PartOf } from '../hardware/index.js';
import type { Item } from './finding.js';

/**
 * Parts of one kind that will do, the best first: on the shelf before to be ordered, then the cheaper, then
 * the id.
 */
export function partsThatDo<K extends PartKind>(
  parts: readonly Part[],
  kind: K,
  will: (part: PartOf<K>) => boolean,
): PartOf<K>[] {
  return parts
    .filter((part): part is PartOf<K> => part.kind === kind && will(part as PartOf<K>))
    .sort(
      (a, b) =>
        Number(b.inStock > 0) - Number(a.inStock > 0) ||
        a.priceMinor - b.priceMinor ||
        (a.id < b.id ? -1 : 1),
    );
}

/** A line of the pick list: the part if there is one, else what to look for. */
export function itemOf(part: Part | undefined, kind: PartKind, specification: string, quantity = 1): Item {
  return {
    kind,
    quantity,
    specification,
    from: part && part.inStock >= quantity ? 'shelf' : 'order',
    partId: part?.id ?? null,
    name: part?.name ?? `${PART_KIND_WORDS[kind]}: ${specification}`,
    drawer: part?.drawer ?? '',
    priceMinor: part ? part.priceMinor * quantity : null,
    leadDays: part?.leadDays ?? null,
  };
}

/** `, drawer D2` · `, to order (3 days)` · `, to order`: where an item comes from, for the end of a label. */
export function sayWhence(item: Item): string {
  if (item.from === 'machine') return `, lent by this machine`;
  if (item.from === 'shelf') return `, drawer ${item.drawer}`;
  return item.leadDays === null
    ? ', to order'
    : `, to order (${item.leadDays} ${item.leadDays === 1 ? 'day' : 'days'})`;
}
