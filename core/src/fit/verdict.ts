import * as z from 'zod';
import type { Drive } from '../hardware/index.js';
import { fullStop } from '../units/index.js';
import {
  ExtraSchema,
  FindingSchema,
  OutcomeSchema,
  toFinding,
  type Check,
  type Finding,
  type Outcome,
} from './finding.js';
import { askBlind, factsNotLooked } from './not-looked.js';
import type { Place } from './place.js';
import type { Ask, Rule } from './rule.js';
import { RULES } from './rules/index.js';

/** What is said of a drive in a slot: the list of findings is the proof, the rest is drawn from it. */
export const VerdictSchema = z.strictObject({
  outcome: OutcomeSchema,
  /** One line to be read aloud: `Fits with one extra.` */
  headline: z.string(),
  /** The sentence of the finding that decided it. */
  because: z.string(),
  findings: z.array(FindingSchema),
  extras: z.array(ExtraSchema),
});
export type Verdict = z.infer<typeof VerdictSchema>;

const WORST_FIRST: readonly Outcome[] = ['no', 'unknown', 'extras', 'fits'];
const WORTH: Readonly<Record<Outcome, number>> = { no: 0, unknown: 1, extras: 2, fits: 3 };

/** The rules that have something to say about a place, ready to be asked about drive after drive. */
type Bench = readonly { readonly rule: Rule; readonly ask: Ask }[];
export function jobAt(place: Place): Bench {
  const open = factsNotLooked(place.slot);
  return RULES.flatMap((rule) => {
    const ask = rule.at(place);
    if (!ask) return [];
    const facts = open.filter((fact) => rule.restsOn?.includes(fact));
    return [{ rule, ask: facts.length > 0 ? askBlind(ask, facts) : ask }];
  });
}

/**
 * Asks every rule about `drive` in `place`; the worst answer is the verdict.
 *
 * @example
 * ```ts
 * import { judge, placeIn } from '@petrichor/core/fit';
 * import { m2Drive, model } from '../testing/samples.js';
 * const place = placeIn(model(), model().places[0]);
 * judge(place, m2Drive()).outcome; // 'extras'
 * judge(place, m2Drive({ lengthMm: 110 })).outcome; // 'no'
 * ```
 */
export const judge = (place: Place, drive: Drive): Verdict => judgeAt(jobAt(place), drive);

export function judgeAt(bench: Bench, drive: Drive): Verdict {
  const checks = bench.flatMap(({ rule, ask }) => {
    const check = ask(drive);
    return check ? [{ rule, check }] : [];
  });
  const outcome = worst(checks.map((one) => one.check));
  // Once something rules it out, no look can bring it back.
  return verdictOf(checks.map(({ rule, check }) => toFinding(rule, check, outcome !== 'no')));
}

/** What findings come to, of a drive or of anything else that goes in. */
export function verdictOf(findings: readonly Finding[]): Verdict {
  const outcome = worst(findings);
  const extras = findings.flatMap((one) => one.extras);
  return {
    outcome,
    headline: headline(outcome, extras.length),
    because: because(outcome, findings),
    findings: [...findings],
    extras,
  };
}

/** The outcome alone, as fast as it can be had: at the first misfit it stops. */
export function outcomeAt(bench: Bench, drive: Drive): Outcome {
  let least: Outcome = 'fits';
  for (const { rule, ask } of bench) {
    if (rule.tellsOnly) continue;
    const check = ask(drive);
    if (!check || !decides(check)) continue;
    if (check.outcome === 'no') return 'no';
    if (WORTH[check.outcome] < WORTH[least]) least = check.outcome;
  }
  return least;
}

/** An unknown that cannot turn the verdict does not hold it up. */
const decides = (check: Pick<Check, 'outcome' | 'couldChange'>): boolean =>
  check.outcome !== 'unknown' || check.couldChange;

const worst = (checks: readonly Pick<Check, 'outcome' | 'couldChange'>[]): Outcome =>
  WORST_FIRST.find((one) => checks.some((check) => check.outcome === one && decides(check))) ?? 'fits';

function headline(outcome: Outcome, extras: number): string {
  switch (outcome) {
    case 'fits':
      return 'Fits as it is.';
    case 'extras':
      return extras === 1 ? 'Fits with one extra.' : `Fits with ${NUMBERS[extras] ?? extras} extras.`;
    case 'unknown':
      return 'Cannot say yet.';
    case 'no':
      return 'Does not fit.';
  }
}

const NUMBERS: Readonly<Record<number, string>> = { 2: 'two', 3: 'three', 4: 'four', 5: 'five', 6: 'six' };

function because(outcome: Outcome, findings: readonly Finding[]): string {
  if (outcome === 'fits') return 'Every check holds; nothing else is needed.';
  // What has to be got and done; why stands with each check.
  if (outcome === 'extras')
    return fullStop(findings.flatMap((one) => one.extras.map((extra) => extra.label)).join('; '));
  return findings
    .filter((one) => one.outcome === outcome && (outcome !== 'unknown' || one.couldChange))
    .map((one) => one.sentence)
    .join(' ');
}
