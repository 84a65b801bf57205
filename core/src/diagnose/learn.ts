import * as z from 'zod';
import type { Answer } from './evidence.js';
import { DiagnosisKnowledgeSchema, type Cause, type DiagnosisKnowledge, type Observation, type SignLink } from './knowledge.js';

/** A finished job, as diagnosis remembers it: what was found, and which causes turned out true. */
export const PastCaseSchema = z.strictObject({
  jobId: z.string(),
  number: z.number().int(),
  modelId: z.string(),
  closedAt: z.string(),
  answers: z.array(z.strictObject({ observation: z.string(), seen: z.boolean() })),
  /** Confirmed once the machine ran again. Empty: nobody could tell. */
  causes: z.array(z.string()),
});
export type PastCase = z.infer<typeof PastCaseSchema>;

/** A number after learning, and what stands behind it. */
const LearnedSchema = z.strictObject({
  /** What is used. */
  value: z.number(),
  /** What the edition says by itself. */
  opinion: z.number(),
  /** Jobs in which it could be seen. */
  jobs: z.number().int(),
  /** Of these, where it was so. */
  so: z.number().int(),
  /** Counting would have gone below the lead's floor; the floor holds. */
  heldByFloor: z.boolean(),
});
type Learned = z.infer<typeof LearnedSchema>;

/** An edition, and what the workshop's finished jobs make of its numbers. */
export const LearnedEditionSchema = z.strictObject({
  edition: DiagnosisKnowledgeSchema,
  causes: z.record(z.string(), LearnedSchema),
  /** By `observation/cause`. */
  links: z.record(z.string(), LearnedSchema),
  /** Jobs with a confirmed cause. */
  jobs: z.number().int(),
});
export type LearnedEdition = z.infer<typeof LearnedEditionSchema>;

export const linkKey = (observation: string, cause: string): string => `${observation}/${cause}`;

/**
 * What finished jobs teach. Opinion and counts are joined as a beta distribution: the opinion counts as
 * `priorJobs` jobs, each confirmed job as one (Bayes' rule for a proportion). A link is counted only in jobs with
 * one confirmed cause, where nothing else can have made the sign; a share in every confirmed job. Never below the
 * lead's floor, and never silently: `heldByFloor` says so.
 */
export function learn(edition: DiagnosisKnowledge, cases: readonly PastCase[]): LearnedEdition {
  const confirmed = cases.filter((one) => one.causes.length > 0);
  const single = confirmed.filter((one) => one.causes.length === 1);
  const links = edition.observations.flatMap((one) =>
    one.links.map((link) => [linkKey(one.id, link.cause), learnLink(one, link, single)] as const),
  );
  return {
    edition,
    causes: Object.fromEntries(edition.causes.map((cause) => [cause.id, learnShare(cause, confirmed)])),
    links: Object.fromEntries(links),
    jobs: confirmed.length,
  };
}

/** The edition with what the jobs taught written into its numbers: what the weighing works with. */
export const withLearned = ({ edition, causes, links }: LearnedEdition): DiagnosisKnowledge => ({
  ...edition,
  causes: edition.causes.map((cause) => ({ ...cause, prior: causes[cause.id]?.value ?? cause.prior })),
  observations: edition.observations.map((observation) => ({
    ...observation,
    links: observation.links.map((link) => ({ ...link, strength: links[linkKey(observation.id, link.cause)]?.value ?? link.strength })),
  })),
});

function learnShare({ id, prior, priorJobs, floor }: Cause, confirmed: readonly PastCase[]): Learned {
  const so = confirmed.filter((one) => one.causes.includes(id)).length;
  return joined(prior, priorJobs, floor, confirmed.length, so, 0.95);
}

function learnLink(observation: Observation, { cause, strength, priorJobs, floor }: SignLink, single: readonly PastCase[]): Learned {
  const looked = single
    .filter((one) => one.causes[0] === cause)
    .map((one) => lastAnswer(one.answers, observation.id))
    .filter((seen) => seen !== null);
  return joined(strength, priorJobs, floor, looked.length, looked.filter((seen) => seen).length, 0.999);
}

function joined(opinion: number, priorJobs: number, floor: number, jobs: number, so: number, most: number): Learned {
  // Without jobs the opinion stays as it was typed: dividing it out again would blur its last digit.
  const counted = jobs === 0 ? opinion : (opinion * priorJobs + so) / (priorJobs + jobs);
  const value = Math.min(most, Math.max(floor, counted));
  return { value, opinion, jobs, so, heldByFloor: counted < floor };
}

function lastAnswer(answers: readonly Answer[], observation: string): boolean | null {
  return answers.findLast((one) => one.observation === observation)?.seen ?? null;
}
