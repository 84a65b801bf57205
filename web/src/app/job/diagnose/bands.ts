import { sure } from '@petrichor/core/units';
import { sayFactor, sayTimesSign, type DiagnosisKnowledge, type Looked } from '@petrichor/core/diagnose';
import type { KeptFinding } from '@petrichor/core/job';
import type { BandsModel } from '../../drawing/cause-bands';
import { TEXTURES } from '../../drawing/texture-patterns';
import { columnsOf } from './columns';

/** Causes with a band of their own; the others share one. */
const MOST_BANDS = 6;

/** `15 finished jobs behind it` */
export const sayJobsBehind = (jobs: number): string =>
  jobs === 0 ? 'no finished job behind it yet' : `${jobs} finished ${jobs === 1 ? 'job' : 'jobs'} behind it`;

/** Causes in the order of the bands, `none` last, each with its texture. */
export const texturesOf = (
  looked: Looked | null,
): { id: string; short: string; ground: string; pattern: string }[] => [
  ...(looked?.weighing.ranked ?? [])
    .slice(0, MOST_BANDS)
    .map(({ cause: { id, short } }, at) => ({ id, short, ...sure(TEXTURES[at % (TEXTURES.length - 1)]) })),
  { id: 'none', short: 'none', ...sure(TEXTURES.at(-1)) },
];

/** What the bands are drawn from: the likeliest causes, the others together, and none of these. */
export function bandsOf(
  edition: DiagnosisKnowledge,
  findings: readonly KeptFinding[],
  looked: Looked,
  leftOut: ReadonlySet<string>,
  before: string,
): BandsModel {
  const columns = columnsOf(edition, findings, looked, leftOut);
  const prior = new Map(looked.weighing.ranked.map((one) => [one.cause.id, one.before]));
  const shown = looked.weighing.ranked.slice(0, MOST_BANDS).map((one) => one.cause);
  const top = shown.map(({ id, say, short }) => {
    const at = edition.causes.findIndex((one) => one.id === id);
    return {
      id,
      say,
      short,
      chances: [prior.get(id) ?? 0, ...columns.map((one) => sure(one.chances[at]))],
      factors: columns.map((one) => sure(one.factors[at])),
    };
  });
  const others = edition.causes
    .map(({ id }, at) => ({ id, at }))
    .filter(({ id }) => !shown.some((one) => one.id === id));
  const flat = columns.map(() => 1);
  const rest = {
    id: 'others',
    say: 'Others together',
    short: 'others',
    chances: [
      others.reduce((sum, { id }) => sum + (prior.get(id) ?? 0), 0),
      ...columns.map((one) => others.reduce((sum, { at }) => sum + sure(one.chances[at]), 0)),
    ],
    factors: flat,
  };
  const none = {
    id: 'none',
    say: 'None of these',
    short: 'none',
    chances: [looked.noneBefore, ...columns.map((one) => one.none)],
    factors: flat,
  };
  return {
    causes: [...top, ...(others.length > 0 ? [rest] : []), none],
    findings: columns,
    before,
    why: whyWords(top[0]?.factors ?? []),
  };
}

/** The strongest push on the leading cause, in a sign and in words: how the marks are read. */
function whyWords(factors: readonly number[]): string {
  const strongest = Math.max(0, ...factors);
  return strongest > 1.25 ? `▲ ${sayTimesSign(strongest)}: ${sayFactor(strongest)}` : '';
}
