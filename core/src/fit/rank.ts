import type { Drive } from '../hardware/index.js';
import { sectorCountOfMarkedSize } from '../standards/index.js';
import type { Outcome } from './finding.js';
import { linkOf, type Link } from './link.js';
import type { Place } from './place.js';
import { jobAt, judgeAt, outcomeAt, type Verdict } from './verdict.js';

export interface Candidate {
  readonly drive: Drive;
  readonly verdict: Verdict;
  readonly link: Link | null;
}

/** A catalogue in order, without the words: what crosses from a worker. */
export interface Ranking {
  /** Indices into the catalogue, best first. */
  readonly order: Uint32Array;
  readonly counts: Readonly<Record<Outcome, number>>;
}

const CLASS: Readonly<Record<Outcome, number>> = { fits: 0, extras: 0, unknown: 1, no: 2 };
/** Nobody feels a difference smaller than this in speed (common practice, no source). */
const FELT = Math.log(1.05);
/** Days a drive takes that is neither here nor has a known lead time. */
const NO_LEAD_TIME = 1000;

/**
 * Every drive against the place, best first: what goes in; what the diagnosis asks for; within the price
 * ceiling; what can be had at all; the larger useful speed; the longer life; the lower price per GB that can
 * be used; sooner to be had; then the id, so that the order never depends on the catalogue's.
 *
 * @example
 * ```ts
 * import { placeIn, rankAll } from '@petrichor/core/fit';
 * import { m2Drive, model } from '../testing/samples.js';
 * const dear = m2Drive({ id: 'dear', priceMinor: 20000 });
 * const cheap = m2Drive({ id: 'cheap', priceMinor: 9000 });
 * const { order } = rankAll(placeIn(model(), model().places[0]), [dear, cheap]);
 * Array.from(order); // [1, 0]
 * ```
 */
export function rankAll(place: Place, drives: readonly Drive[]): Ranking {
  const bench = jobAt(place);
  const counts = { fits: 0, extras: 0, unknown: 0, no: 0 };
  const standing = new Uint8Array(drives.length);
  const price = new Float64Array(drives.length);
  const speed = new Int32Array(drives.length);
  const life = new Float64Array(drives.length);
  const days = new Uint16Array(drives.length);
  const ceilings = new Map<number, number | null>();
  const { budgetMinor, medium } = place.need;
  for (let at = 0; at < drives.length; at++) {
    const drive = drives[at]!;
    const outcome = outcomeAt(bench, drive);
    counts[outcome]++;
    const asked = medium === null || drive.medium === medium ? 0 : 1;
    const dear = budgetMinor !== null && drive.priceMinor > budgetMinor ? 1 : 0;
    const unheard = drive.inStock < 1 && drive.leadDays === null ? 1 : 0;
    standing[at] = CLASS[outcome] * 8 + asked * 4 + dear * 2 + unheard;
    price[at] = drive.priceMinor / usableGb(drive);
    if (outcome === 'no') continue;
    const own = drive.readBytesPerSecond;
    const ceiling = ceilingOf(place, drive, ceilings);
    speed[at] = own === null || ceiling === null ? 0 : Math.round(Math.log(Math.min(own, ceiling)) / FELT);
    life[at] = drive.enduranceTbw ?? 0;
    days[at] = daysOf(drive);
  }
  const worthless = CLASS.no * 8;
  const may: number[] = [];
  const cannot: number[] = [];
  for (let at = 0; at < drives.length; at++) (standing[at]! >= worthless ? cannot : may).push(at);
  may.sort(
    (a, b) =>
      standing[a]! - standing[b]! ||
      speed[b]! - speed[a]! ||
      life[b]! - life[a]! ||
      price[a]! - price[b]! ||
      days[a]! - days[b]! ||
      (drives[a]!.id < drives[b]!.id ? -1 : 1),
  );
  const order = new Uint32Array(drives.length);
  order.set(may);
  order.set(cheapestFirst(cannot, price, drives), may.length);
  return { order, counts };
}

/**
 * What does not fit, by price alone. Most of a catalogue does not, so that these are sorted as plain numbers,
 * price and index in one, which is several times faster than comparing; runs of one price are then put in
 * order of id.
 */
function cheapestFirst(indices: readonly number[], price: Float64Array, drives: readonly Drive[]): number[] {
  const span = drives.length;
  const keys = Float64Array.from(indices, (at) => Math.round(price[at]! * 1000) * span + at).sort();
  const sorted = Array.from(keys, (key) => key % span);
  for (let from = 0; from < sorted.length;) {
    let to = from + 1;
    while (to < sorted.length && Math.floor(keys[to]! / span) === Math.floor(keys[from]! / span)) to++;
    if (to - from > 1) {
      const run = sorted.slice(from, to).sort((a, b) => (drives[a]!.id < drives[b]!.id ? -1 : 1));
      sorted.splice(from, run.length, ...run);
    }
    from = to;
  }
  return sorted;
}

/** The first `most` of the ranking with their proofs. */
export function rank(place: Place, drives: readonly Drive[], most = Infinity): Candidate[] {
  const { order } = rankAll(place, drives);
  const bench = jobAt(place);
  return Array.from(order.subarray(0, Math.min(most, order.length)), (at) => ({
    drive: drives[at]!,
    verdict: judgeAt(bench, drives[at]!),
    link: linkOf(place, drives[at]!),
  }));
}

/** The link's ceiling here; drives that speak alike share it, whatever they do themselves. */
function ceilingOf(place: Place, drive: Drive, known: Map<number, number | null>): number | null {
  const { link } = drive;
  const key =
    link.protocol === 'nvme'
      ? (link.generation ?? 0) * 8 + (link.lanes ?? 0)
      : link.protocol === 'sata'
        ? 100 + (link.generation ?? 0)
        : 200 + link.mode;
  const before = known.get(key);
  if (before !== undefined) return before;
  const ceiling = linkOf(place, drive)?.ceilingBytesPerSecond ?? null;
  known.set(key, ceiling);
  return ceiling;
}

const daysOf = (drive: Drive): number => (drive.inStock > 0 ? 0 : (drive.leadDays ?? NO_LEAD_TIME));

/** What can be used of a marked size, by the standard sector count, in GB; the marked size below 50 GB. */
const usableGb = ({ markedGb }: Drive): number => {
  const sectors = sectorCountOfMarkedSize(markedGb);
  return sectors === null ? markedGb : (sectors * 512) / 1e9;
};
