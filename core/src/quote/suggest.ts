import type { Candidate } from '../fit/index.js';
import type { OptionKind } from './option.js';

interface Suggestion {
  readonly kind: OptionKind;
  readonly slotId: string;
  readonly driveId: string;
}

/** Room that is felt: half as much again (common practice, no source). */
const ROOMIER = 1.5;

/**
 * Two or three drives worth showing side by side: the best of the ranking, the cheapest that cures it, and
 * one with more room. Only what goes in and can be had; each drive once. `taken`: what somebody took already,
 * also against the verdict, is advised: the offer always holds what is taken.
 */
export function suggest(
  slotId: string,
  ranked: readonly Candidate[],
  taken: Pick<Candidate, 'drive' | 'verdict'> | null = null,
  add: { readonly slotId: string; readonly ranked: readonly Candidate[] } | null = null,
): Suggestion[] {
  const may = ranked.filter(isToBeHad);
  const advised = taken ?? may[0];
  if (!advised) return [];
  const cost = (one: Pick<Candidate, 'drive' | 'verdict'>): number =>
    one.drive.priceMinor + one.verdict.extras.reduce((sum, extra) => sum + (extra.item?.priceMinor ?? 0), 0);
  const byCost = [...may].sort((a, b) => cost(a) - cost(b) || (a.drive.id < b.drive.id ? -1 : 1));
  const cheapest = byCost[0];
  const roomy = byCost.find(
    (one) =>
      one.drive.markedGb >= advised.drive.markedGb * ROOMIER && one.drive.medium === advised.drive.medium,
  );
  const beside = add?.ranked.find(isToBeHad);
  const shown = new Set<string>();
  const rows: Suggestion[] = [];
  const put = (kind: OptionKind, one: Pick<Candidate, 'drive' | 'verdict'> | undefined, at: string): void => {
    if (!one || shown.has(`${at} ${one.drive.id}`)) return;
    shown.add(`${at} ${one.drive.id}`);
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
  (verdict.outcome === 'fits' || verdict.outcome === 'extras') &&
  (drive.inStock > 0 || drive.leadDays !== null);
