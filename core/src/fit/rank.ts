import type { Drive, Slot } from '../hardware/index.js';
import type { Outcome } from './finding.js';
import { linkOf, type Link } from './link.js';
import type { Need } from './rule.js';
import { judge, type Verdict } from './verdict.js';

export interface Candidate {
  readonly drive: Drive;
  readonly verdict: Verdict;
  readonly link: Link | null;
}

const ORDER: Record<Outcome, number> = { fits: 0, extras: 0, unknown: 1, no: 2 };

/**
 * Every drive judged against the slot, best first: what goes in, then the larger useful speed,
 * then the lower price per marked GB, then the id, so that the order never depends on the input's.
 */
export function rank(slot: Slot, drives: readonly Drive[], need: Need): Candidate[] {
  return drives
    .map((drive) => ({ drive, verdict: judge(slot, drive, need), link: linkOf(slot, drive) }))
    .sort(
      (a, b) =>
        ORDER[a.verdict.outcome] - ORDER[b.verdict.outcome] ||
        speed(b) - speed(a) ||
        pricePerGb(a.drive) - pricePerGb(b.drive) ||
        (a.drive.id < b.drive.id ? -1 : 1),
    );
}

const speed = (one: Candidate): number => one.link?.usableBytesPerSecond ?? 0;
const pricePerGb = (drive: Drive): number => drive.priceMinor / drive.markedGb;
