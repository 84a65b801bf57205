import * as z from 'zod';
import type { Drive, Slot } from '../hardware/index.js';
import { ExtraSchema, FindingSchema, OutcomeSchema, type Finding, type Outcome } from './finding.js';
import type { Need } from './rule.js';
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

/** Asks every rule about `drive` in `slot`; the worst answer is the verdict. */
export function judge(slot: Slot, drive: Drive, need: Need): Verdict {
  const findings = RULES.flatMap((rule) => rule.check(slot, drive, need) ?? []);
  const outcome = WORST_FIRST.find((worst) => findings.some((one) => one.outcome === worst)) ?? 'fits';
  const extras = findings.flatMap((one) => one.extras);
  return { outcome, headline: headline(outcome, extras.length), because: because(outcome, findings), findings, extras };
}

function headline(outcome: Outcome, extras: number): string {
  switch (outcome) {
    case 'fits':
      return 'Fits as it is.';
    case 'extras':
      return extras === 1 ? 'Fits with one extra.' : `Fits with ${extras} extras.`;
    case 'unknown':
      return 'Cannot say yet.';
    case 'no':
      return 'Does not fit.';
  }
}

const because = (outcome: Outcome, findings: readonly Finding[]): string =>
  outcome === 'fits'
    ? 'Every check holds; nothing else is needed.'
    : findings
        .filter((one) => one.outcome === outcome)
        .map((one) => one.sentence)
        .join(' ');
