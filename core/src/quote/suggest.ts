import type { Candidate } from '../fit/index.js';
import type { OptionKind } from './option.js';

export interface Suggestion {
  readonly kind: OptionKind;
  readonly slotId: string;
  readonly driveId: string;
}

/** Room that is felt: half as much again (common practice, no source). */
const ROOMIER = 1.5;

/**
 * Two or three drives worth showing side by side: the best of the ranking, the cheapest that cures it, and one with
 * more room. Only what goes in and can be had; each drive once. `first`: a drive somebody has taken already is advised.
 */
export function suggest(
  slotId: string,
  ranked: readonly Candidate[],
  first: string | null = null,
  add: { readonly slotId: string; readonly ranked: readonly Candidate[] } | null = null,
): Suggestion[] {
  const may = ranked.filter(isToBeHad);
  const advised = may.find((one) => one.drive.id === first) ?? may[0];
  if (!advised) return [];
  const cost = (one: Candidate): number =>
    one.drive.priceMinor + one.verdict.extras.reduce((sum, extra) => sum + (extra.item?.priceMinor ?? 0), 0);
  const byCost = [...may].sort((a, b) => cost(a) - cost(b) || (a.drive.id < b.drive.id ? -1 : 1));
  const cheapest = byCost[0]!;
  const roomy = byCost.find((one) => one.drive.markedGb >= advised.drive.markedGb * ROOMIER && one.drive.medium === advised.drive.medium);
  const beside = add?.ranked.find(isToBeHad);
  const taken = new Set<string>();
  const rows: Suggestion[] = [];
  const put = (kind: OptionKind, one: Candidate | undefined, at: string): void => {
    if (!one || taken.has(`${at} ${one.drive.id}`)) return;
    taken.add(`${at} ${one.drive.id}`);
    rows.push({ kind, slotId: at, driveId: one.drive.id });
  };
  put('advised', advised, slotId);
  put('cheapest', cheapest, slotId);
  put('roomy', roomy, slotId);
  if (add) put('add', beside, add.slotId);
  const order: readonly OptionKind[] = ['cheapest', 'advised', 'roomy', 'add'];
  return rows.sort((a, b) => order.indexOf(a.kind) - order.indexOf(b.kind));
}

const isToBeHad = ({ drive, verdict }: Candidate): boolean =>
  (verdict.outcome === 'fits' || verdict.outcome === 'extras') && (drive.inStock > 0 || drive.leadDays !== null);
