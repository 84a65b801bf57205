import { sure } from '@petrichor/core/units';
import { observationById, type DiagnosisKnowledge, type Looked, type Sense } from '@petrichor/core/diagnose';
import type { KeptFinding } from '@petrichor/core/job';

const SAY_SENSE: Record<Sense, string> = {
  fact: 'Fact',
  told: 'Told',
  heard: 'Heard',
  seen: 'Seen',
  read: 'Read',
};
/** A finding that moves no cause by more than this changed little. */
const LITTLE = 1.3;

/** One bend of the bands: a finding, or several in a row that changed little by themselves. */
export interface Column {
  readonly key: string;
  /** Null for several together: they are left out one by one in the list. */
  readonly observation: string | null;
  readonly sense: string;
  readonly say: string;
  readonly detail: string;
  readonly leftOut: boolean;
  /** After it, by the edition's causes. */
  readonly chances: readonly number[];
  readonly none: number;
  readonly factors: readonly number[];
}

/**
 * The findings as columns, in their order. A self-report answers ten questions at once, and most of its
 * answers change little: in a row they share one column. What is left out to see keeps its column and bends
 * nothing.
 */
export function columnsOf(
  edition: DiagnosisKnowledge,
  findings: readonly KeptFinding[],
  looked: Looked,
  leftOut: ReadonlySet<string>,
): Column[] {
  const steps = new Map(looked.steps.map((step) => [step.observation.id, step]));
  const before = new Map(looked.weighing.ranked.map((one) => [one.cause.id, one.before]));
  let chances: readonly number[] = edition.causes.map((cause) => before.get(cause.id) ?? 0);
  let none = looked.noneBefore;
  const columns: (Column & { little: boolean })[] = [];
  for (const { observation, seen, sense, detail } of findings) {
    const step = steps.get(observation);
    const out = leftOut.has(observation);
    if (!step && !out) continue;
    if (step) ({ chances, none } = step);
    const known = observationById(edition, observation);
    const factors = step?.factors ?? edition.causes.map(() => 1);
    const little =
      !out &&
      factors.every((factor, at) => sure(chances[at]) < 0.02 || (factor < LITTLE && factor > 1 / LITTLE));
    const say = known ? (seen ? known.say : known.sayNot) : observation;
    columns.push({
      key: observation,
      observation,
      sense: sense ? SAY_SENSE[sense] : '',
      say,
      detail,
      leftOut: out,
      chances,
      none,
      factors,
      little,
    });
  }
  return foldLittle(columns);
}

function foldLittle(columns: readonly (Column & { little: boolean })[]): Column[] {
  const folded: (Column & { little: boolean; count: number })[] = [];
  for (const column of columns) {
    const last = folded.at(-1);
    if (!last?.little || !column.little) {
      folded.push({ ...column, count: 1 });
      continue;
    }
    const count = last.count + 1;
    folded[folded.length - 1] = {
      ...column,
      key: last.key,
      observation: null,
      say: `${count} findings that changed little`,
      detail: '',
      sense: last.sense === column.sense ? column.sense : 'Several',
      factors: column.factors.map((factor, at) => factor * sure(last.factors[at])),
      count,
    };
  }
  return folded;
}
