import type { Cause, DiagnosisKnowledge, Observation, SignLink, Test } from '@petrichor/core/diagnose';

/** Changes of an edition, each as a new edition. A number that a lead has set says so. */
export const editCause = (
  edition: DiagnosisKnowledge,
  id: string,
  change: Partial<Cause>,
): DiagnosisKnowledge => ({
  ...edition,
  causes: edition.causes.map((cause) =>
    cause.id === id ? { ...cause, ...bySource(change), ...change } : cause,
  ),
});

export const editLink = (
  edition: DiagnosisKnowledge,
  observation: string,
  cause: string,
  change: Partial<SignLink>,
): DiagnosisKnowledge =>
  onLinks(edition, observation, (links) =>
    links.map((link) => (link.cause === cause ? { ...link, ...bySource(change), ...change } : link)),
  );

export const addLink = (
  edition: DiagnosisKnowledge,
  observation: string,
  cause: string,
): DiagnosisKnowledge =>
  onLinks(edition, observation, (links) =>
    links.some((link) => link.cause === cause)
      ? links
      : [...links, { cause, strength: 0.5, why: 'Say why.', source: 'lead', priorJobs: 5, floor: 0 }],
  );

export const removeLink = (
  edition: DiagnosisKnowledge,
  observation: string,
  cause: string,
): DiagnosisKnowledge =>
  onLinks(edition, observation, (links) => links.filter((link) => link.cause !== cause));

export const editTest = (
  edition: DiagnosisKnowledge,
  id: string,
  change: Partial<Test>,
): DiagnosisKnowledge => ({
  ...edition,
  tests: edition.tests.map((test) => (test.id === id ? { ...test, ...change, source: 'lead' } : test)),
});

/** A cause of the lead's own; its signs are linked afterwards. */
export function addCause(
  edition: DiagnosisKnowledge,
  say: string,
): { edition: DiagnosisKnowledge; id: string } {
  const id = freeId(
    say,
    edition.causes.map((one) => one.id),
  );
  const cause: Cause = {
    id,
    say,
    short: say.slice(0, 18).trim(),
    prior: 0.02,
    why: 'Say why.',
    source: 'lead',
    priorJobs: 5,
    floor: 0,
    onlyIf: null,
    oldDrive: null,
    remedy: { kind: 'no-drive' },
    cure: 'Say what cures it.',
  };
  return { edition: { ...edition, causes: [...edition.causes, cause] }, id };
}

/** Takes a cause away, and every link to it. */
export const removeCause = (edition: DiagnosisKnowledge, id: string): DiagnosisKnowledge => ({
  ...edition,
  causes: edition.causes.filter((one) => one.id !== id),
  observations: edition.observations.map((one) => ({
    ...one,
    links: one.links.filter((link) => link.cause !== id),
  })),
});

/** A sign of the lead's own, linked to one cause from the start. */
export function addSign(edition: DiagnosisKnowledge, say: string, cause: string): DiagnosisKnowledge {
  const id = freeId(
    say,
    edition.observations.map((one) => one.id),
  );
  const sign: Observation = {
    id,
    say,
    sayNot: `Not so: ${say.charAt(0).toLowerCase()}${say.slice(1)}`,
    how: 'Look for it.',
    sense: 'seen',
    picture: 'eye',
    words: '',
    leak: 0.02,
    leakWhy: 'Say how often it means nothing.',
    leakSource: 'lead',
    refines: null,
    links: [],
  };
  return addLink({ ...edition, observations: [...edition.observations, sign] }, id, cause);
}

/** `It hums loudly` becomes `it-hums-loudly`, with a number behind it where that is taken. */
function freeId(say: string, taken: readonly string[]): string {
  const plain = say
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 36);
  const base = plain === '' ? 'own' : plain;
  for (let number = 1; ; number++) {
    const id = number === 1 ? base : `${base}-${number}`;
    if (!taken.includes(id)) return id;
  }
}

const onLinks = (
  edition: DiagnosisKnowledge,
  observation: string,
  change: (links: SignLink[]) => SignLink[],
): DiagnosisKnowledge => ({
  ...edition,
  observations: edition.observations.map((one) =>
    one.id === observation ? { ...one, links: change(one.links) } : one,
  ),
});

/** A floor or a weight leaves the number's own source as it is. */
const bySource = (change: { prior?: number; strength?: number; why?: string }): { source?: 'lead' } =>
  change.prior !== undefined || change.strength !== undefined || change.why !== undefined
    ? { source: 'lead' }
    : {};

/** A chance typed in 100: `12,5` is 0.125. Null for what is none, or beyond `most`. */
export function chanceTyped(inHundred: number | null, most = 0.999): number | null {
  if (inHundred === null || inHundred < 0 || inHundred / 100 > most) return null;
  return Math.round(inHundred * 1000) / 100_000;
}
