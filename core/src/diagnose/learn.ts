import * as z from 'zod';
import {
  DiagnosisKnowledgeSchema,
  type Cause,
  type DiagnosisKnowledge,
  type Observation,
  type SignLink,
} from './knowledge.js';

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

/** What finished jobs amount to: counts, which add up whatever order the jobs come in. */
export interface CaseCounts {
  /** Jobs with a confirmed cause. */
  jobs: number;
  /** Of these, in how many it was which cause. */
  readonly causes: Map<string, number>;
  /** By `observation/cause`, of jobs with that one cause: in how many somebody looked, and saw it. */
  readonly links: Map<string, { jobs: number; so: number }>;
}

export const noCases = (): CaseCounts => ({ jobs: 0, causes: new Map(), links: new Map() });

/** Counts as they go over the line: pairs, since names come from outside. */
export const CountsDocumentSchema = z.strictObject({
  jobs: z.number().int(),
  causes: z.array(z.tuple([z.string(), z.number().int()])),
  links: z.array(z.tuple([z.string(), z.strictObject({ jobs: z.number().int(), so: z.number().int() })])),
});
export type CountsDocument = z.infer<typeof CountsDocumentSchema>;

export const writeCounts = ({ jobs, causes, links }: CaseCounts): CountsDocument => ({
  jobs,
  causes: [...causes],
  links: [...links],
});

export const readCounts = ({ jobs, causes, links }: CountsDocument): CaseCounts => ({
  jobs,
  causes: new Map(causes),
  links: new Map(links),
});

/**
 * Counts one more job, or takes it away again (`by` -1). A job in which nobody could tell teaches nothing.
 */
export function countCase(
  counts: CaseCounts,
  { causes, answers }: Pick<PastCase, 'causes' | 'answers'>,
  by: 1 | -1 = 1,
): void {
  if (causes.length === 0) return;
  counts.jobs += by;
  for (const cause of new Set(causes)) counts.causes.set(cause, (counts.causes.get(cause) ?? 0) + by);
  // A link is counted only where nothing else can have made the sign.
  const [only] = causes;
  if (only === undefined || causes.length > 1) return;
  const last = new Map(answers.map(({ observation, seen }) => [observation, seen]));
  for (const [observation, seen] of last) {
    const key = linkKey(observation, only);
    const { jobs, so } = counts.links.get(key) ?? { jobs: 0, so: 0 };
    counts.links.set(key, { jobs: jobs + by, so: so + (seen ? by : 0) });
  }
}

/** What finished jobs teach, all of them counted here. */
export function learn(edition: DiagnosisKnowledge, cases: readonly PastCase[]): LearnedEdition {
  const counts = noCases();
  for (const one of cases) countCase(counts, one);
  return learnFrom(edition, counts);
}

/**
 * What finished jobs teach. Opinion and counts are joined as a beta distribution: the opinion counts as
 * `priorJobs` jobs, each confirmed job as one (Bayes' rule for a proportion). A link is counted only in jobs
 * with one confirmed cause, where nothing else can have made the sign; a share in every confirmed job. Never
 * below the lead's floor, and never silently: `heldByFloor` says so.
 */
export function learnFrom(edition: DiagnosisKnowledge, counts: CaseCounts): LearnedEdition {
  const links = edition.observations.flatMap((one) =>
    one.links.map((link) => [linkKey(one.id, link.cause), learnLink(one, link, counts)] as const),
  );
  return {
    edition,
    causes: Object.fromEntries(edition.causes.map((cause) => [cause.id, learnShare(cause, counts)])),
    links: Object.fromEntries(links),
    jobs: counts.jobs,
  };
}

/** The edition with what the jobs taught written into its numbers: what the weighing works with. */
export const withLearned = ({ edition, causes, links }: LearnedEdition): DiagnosisKnowledge => ({
  ...edition,
  causes: edition.causes.map((cause) => ({ ...cause, prior: causes[cause.id]?.value ?? cause.prior })),
  observations: edition.observations.map((observation) => ({
    ...observation,
    links: observation.links.map((link) => ({
      ...link,
      strength: links[linkKey(observation.id, link.cause)]?.value ?? link.strength,
    })),
  })),
});

const learnShare = ({ id, prior, priorJobs, floor }: Cause, { jobs, causes }: CaseCounts): Learned =>
  joined(prior, priorJobs, floor, jobs, causes.get(id) ?? 0, 0.95);

function learnLink(
  { id }: Observation,
  { cause, strength, priorJobs, floor }: SignLink,
  { links }: CaseCounts,
): Learned {
  const { jobs, so } = links.get(linkKey(id, cause)) ?? { jobs: 0, so: 0 };
  return joined(strength, priorJobs, floor, jobs, so, 0.999);
}

function joined(
  opinion: number,
  priorJobs: number,
  floor: number,
  jobs: number,
  so: number,
  most: number,
): Learned {
  // Without jobs the opinion stays as it was typed: dividing it out again would blur its last digit.
  const counted = jobs === 0 ? opinion : (opinion * priorJobs + so) / (priorJobs + jobs);
  const value = Math.min(most, Math.max(floor, counted));
  return { value, opinion, jobs, so, heldByFloor: counted < floor };
}
