import type { PastCase } from './learn.js';
import type { Cause, DiagnosisKnowledge } from './knowledge.js';
import { weigh } from './weigh.js';

/** One past job weighed by two editions. */
interface PastJobChange {
  readonly case: PastCase;
  readonly leadingBefore: Cause;
  readonly chanceBefore: number;
  readonly leadingAfter: Cause;
  readonly chanceAfter: number;
  /** Whether the leading cause was one of the confirmed ones. */
  readonly rightBefore: boolean;
  readonly rightAfter: boolean;
}

export interface PastJobs {
  readonly changes: readonly PastJobChange[];
  readonly rightBefore: number;
  readonly rightAfter: number;
  readonly jobs: number;
}

/**
 * What an edit would have changed: every confirmed job weighed by the edition before and after. Jobs that
 * moved first.
 */
export function comparePastJobs(
  before: DiagnosisKnowledge,
  after: DiagnosisKnowledge,
  cases: readonly PastCase[],
): PastJobs {
  const changes = cases
    .filter((one) => one.causes.length > 0)
    .map((one): PastJobChange => {
      const [was, is] = [before, after].map((edition) => weigh(edition, one.answers).ranked[0]!);
      return {
        case: one,
        leadingBefore: was!.cause,
        chanceBefore: was!.now,
        leadingAfter: is!.cause,
        chanceAfter: is!.now,
        rightBefore: one.causes.includes(was!.cause.id),
        rightAfter: one.causes.includes(is!.cause.id),
      };
    });
  const moved = (one: PastJobChange): number =>
    (one.leadingBefore.id === one.leadingAfter.id ? 0 : 1) + Math.abs(one.chanceAfter - one.chanceBefore);
  return {
    changes: changes.sort((one, other) => moved(other) - moved(one)),
    rightBefore: changes.filter((one) => one.rightBefore).length,
    rightAfter: changes.filter((one) => one.rightAfter).length,
    jobs: changes.length,
  };
}
