import type { Cause, DiagnosisKnowledge, SignLink, Test } from '@petrichor/core';

/** Changes of an edition, each as a new edition. A number that a lead has set says so. */
export const editCause = (edition: DiagnosisKnowledge, id: string, change: Partial<Cause>): DiagnosisKnowledge => ({
  ...edition,
  causes: edition.causes.map((cause) => (cause.id === id ? { ...cause, ...bySource(change), ...change } : cause)),
});

export const editLink = (edition: DiagnosisKnowledge, observation: string, cause: string, change: Partial<SignLink>): DiagnosisKnowledge =>
  onLinks(edition, observation, (links) =>
    links.map((link) => (link.cause === cause ? { ...link, ...bySource(change), ...change } : link)),
  );

export const addLink = (edition: DiagnosisKnowledge, observation: string, cause: string): DiagnosisKnowledge =>
  onLinks(edition, observation, (links) =>
    links.some((link) => link.cause === cause)
      ? links
      : [...links, { cause, strength: 0.5, why: 'Say why.', source: 'lead', priorJobs: 5, floor: 0 }],
  );

export const removeLink = (edition: DiagnosisKnowledge, observation: string, cause: string): DiagnosisKnowledge =>
  onLinks(edition, observation, (links) => links.filter((link) => link.cause !== cause));

export const editTest = (edition: DiagnosisKnowledge, id: string, change: Partial<Test>): DiagnosisKnowledge => ({
  ...edition,
  tests: edition.tests.map((test) => (test.id === id ? { ...test, ...change, source: 'lead' } : test)),
});

const onLinks = (edition: DiagnosisKnowledge, observation: string, change: (links: SignLink[]) => SignLink[]): DiagnosisKnowledge => ({
  ...edition,
  observations: edition.observations.map((one) => (one.id === observation ? { ...one, links: change(one.links) } : one)),
});

/** A floor or a weight leaves the number's own source as it is. */
const bySource = (change: { prior?: number; strength?: number; why?: string }): { source?: 'lead' } =>
  change.prior !== undefined || change.strength !== undefined || change.why !== undefined ? { source: 'lead' } : {};

/** A chance typed in 100: `12,5` is 0.125. Null for what is none, or beyond `most`. */
export function chanceTyped(inHundred: number | null, most = 0.999): number | null {
  if (inHundred === null || inHundred < 0 || inHundred / 100 > most) return null;
  return Math.round(inHundred * 1000) / 100_000;
}
