import type { Cause, DiagnosisKnowledge, Observation } from './knowledge.js';

/**
 * What was found out about one observation. What nobody looked at is not in the list: that differs from 'not
 * seen'.
 */
export interface Answer {
  readonly observation: string;
  readonly seen: boolean;
}

/** One answer that counts as evidence. */
export interface Evidence {
  readonly observation: Observation;
  readonly seen: boolean;
  /**
   * Chance that the observation stays away if `cause` alone holds, by cause index; 1 where they are not
   * linked.
   */
  readonly misses: Float64Array;
  /** Chance that it stays away though no cause holds. */
  readonly missesBare: number;
}

/** A cause as this job's facts leave it. */
interface Weighed {
  readonly cause: Cause;
  /** Chance before any sign; 0 where a fact rules it out. */
  readonly prior: number;
}

interface Counted {
  readonly causes: readonly Weighed[];
  readonly evidence: readonly Evidence[];
  /** Answers that do not count, and why: a finer one says the same and more. */
  readonly silent: readonly { readonly observation: string; readonly because: string }[];
}

/**
 * What of the answers counts, each thing once: a later answer to the same observation replaces the earlier;
 * what follows from another answer is silent (see `impliedBy`); facts rule causes in or out and are no sign.
 * Answers to observations that this edition does not know are silent, too.
 */
export function countEvidence(knowledge: DiagnosisKnowledge, answers: readonly Answer[]): Counted {
  const byId = new Map(knowledge.observations.map((one) => [one.id, one]));
  const last = new Map<string, boolean>();
  for (const { observation, seen } of answers) last.set(observation, seen);
  const silent: { observation: string; because: string }[] = [];
  const implied = impliedBy(byId, last);

  const causes = knowledge.causes.map((cause): Weighed => ({ cause, prior: priorGiven(cause, byId, last) }));
  const evidence: Evidence[] = [];
  for (const [id, seen] of last) {
    const observation = byId.get(id);
    const other = implied.get(id);
    if (!observation) silent.push({ observation: id, because: 'This edition does not know it.' });
    else if (other !== undefined)
      silent.push({
        observation: id,
        because: `“${other.seen ? byId.get(other.id)!.say : byId.get(other.id)!.sayNot}” says so already.`,
      });
    else if (observation.sense !== 'fact') evidence.push(evidenceOf(knowledge, observation, seen));
  }
  return { causes, evidence, silent };
}

/**
 * Answers that follow from others, by `refines`: weak sectors that grow are weak sectors, and where there are
 * none none grow. So a finer look that saw something makes every coarser one silent, and a coarser look that
 * saw nothing every finer one. Weak sectors that do not grow are two findings.
 */
function impliedBy(
  observations: ReadonlyMap<string, Observation>,
  answers: ReadonlyMap<string, boolean>,
): Map<string, { id: string; seen: boolean }> {
  const implied = new Map<string, { id: string; seen: boolean }>();
  for (const [id, seen] of answers) {
    for (const coarser of coarserThan(observations, id)) {
      if (seen) implied.set(coarser, { id, seen });
      else if (answers.get(coarser) === false) implied.set(id, { id: coarser, seen: false });
    }
  }
  return implied;
}

/** The observations that this one refines, nearest first. */
function coarserThan(observations: ReadonlyMap<string, Observation>, id: string): string[] {
  const coarser: string[] = [];
  for (
    let up = observations.get(id)?.refines ?? null;
    up !== null;
    up = observations.get(up)?.refines ?? null
  )
    coarser.push(up);
  return coarser;
}

/** What has its answer, given or implied: nothing that a test could still tell. */
export function settledAnswers(knowledge: DiagnosisKnowledge, answers: readonly Answer[]): Set<string> {
  const byId = new Map(knowledge.observations.map((one) => [one.id, one]));
  const given = new Map(answers.map((one) => [one.observation, one.seen]));
  const settled = new Set(given.keys());
  for (const [id, seen] of given) if (seen) for (const coarser of coarserThan(byId, id)) settled.add(coarser);
  for (const { id } of knowledge.observations)
    if (coarserThan(byId, id).some((coarser) => given.get(coarser) === false)) settled.add(id);
  return settled;
}

/**
 * The share of jobs with this cause among those where the fact is as found. `prior` is a share of all jobs,
 * the fact's leak says how often it holds, and the cause holds nowhere else: P(cause | fact) = prior /
 * P(fact).
 */
function priorGiven(
  { prior, onlyIf }: Cause,
  observations: ReadonlyMap<string, Observation>,
  answers: ReadonlyMap<string, boolean>,
): number {
  if (!onlyIf) return prior;
  const found = answers.get(onlyIf.observation);
  if (found === undefined) return prior;
  if (found !== onlyIf.seen) return 0;
  const often = observations.get(onlyIf.observation)!.leak;
  return Math.min(0.95, prior / (onlyIf.seen ? often : 1 - often));
}

export function evidenceOf(knowledge: DiagnosisKnowledge, observation: Observation, seen: boolean): Evidence {
  const misses = new Float64Array(knowledge.causes.length).fill(1);
  for (const { cause, strength } of observation.links)
    misses[knowledge.causes.findIndex((one) => one.id === cause)] = 1 - strength;
  return { observation, seen, misses, missesBare: 1 - observation.leak };
}
