import type { DiagnosisReply, SaveEdition } from '@petrichor/api';
import { learn, shippedDiagnosis, withLearned, type About, type DiagnosisKnowledge, type LearnedEdition } from '@petrichor/core/diagnose';
import { Refused } from '../refused.js';
import type { Database, WorkshopTx } from '../store/database.js';
import { editionAt, insertEdition, lastEdition, learntStamp, listEditions, pastCases } from '../store/diagnosis.js';
import type { Acting } from './acting.js';

interface Learnt {
  readonly stamp: string;
  readonly before: LearnedEdition;
  readonly after: LearnedEdition;
}

const MOST_KEPT = 50;
/** What finished jobs taught, by workshop. No truth: whoever reads asks first whether it still holds. */
const kept = new WeakMap<Database, Map<string, Learnt>>();

/** Both editions of a workshop with what its jobs taught, worked out anew only when something changed. */
export async function learntEditions(database: Database, tx: WorkshopTx, workshopId: string): Promise<Learnt> {
  const own = kept.get(database) ?? new Map<string, Learnt>();
  kept.set(database, own);
  const stamp = await learntStamp(tx);
  const known = own.get(workshopId);
  if (known?.stamp === stamp) return known;
  const cases = await pastCases(tx);
  const edition = async (about: About) => learn((await lastEdition(tx, about)) ?? shippedDiagnosis(about), about === 'before' ? cases : []);
  const learnt = { stamp, before: await edition('before'), after: await edition('after') };
  own.delete(workshopId);
  own.set(workshopId, learnt);
  if (own.size > MOST_KEPT) own.delete(own.keys().next().value!);
  return learnt;
}

/** The look-up that the core asks. */
export async function diagnosisLookUp(
  database: Database,
  tx: WorkshopTx,
  workshopId: string,
): Promise<(about: About) => DiagnosisKnowledge> {
  const learnt = await learntEditions(database, tx, workshopId);
  return (about) => withLearned(learnt[about]);
}

/** What a lead edits, and the jobs it is tried on. */
export const diagnosisOf = (database: Database, workshopId: string): Promise<DiagnosisReply> =>
  database.inWorkshop(workshopId, async (tx) => {
    const { before, after } = await learntEditions(database, tx, workshopId);
    return { before, after, history: await listEditions(tx), cases: await pastCases(tx) };
  });

/** Saves the next edition; an edition that somebody else saved meanwhile is never overwritten. */
export async function saveEdition(database: Database, { workshopId, by, at }: Acting, { knowledge, why }: SaveEdition): Promise<number> {
  return database.inWorkshop(workshopId, async (tx) => {
    const { version } = (await lastEdition(tx, knowledge.about)) ?? shippedDiagnosis(knowledge.about);
    if (knowledge.version !== version) throw saved(version);
    const next = { ...knowledge, version: version + 1 };
    const note = { savedAt: at.toISOString(), savedBy: by.name, why };
    if (!(await insertEdition(tx, next, note))) throw saved(next.version);
    return next.version;
  });
}

const saved = (version: number) =>
  new Refused(
    409,
    'edition-moved',
    `Somebody saved edition ${version} meanwhile. Look at it first, then make your change in it; what you typed is kept here.`,
  );

/** An edition as it was; version 1 is the one that ships. */
export async function oldEdition(database: Database, workshopId: string, about: About, version: number): Promise<DiagnosisKnowledge> {
  const found = await database.inWorkshop(workshopId, (tx) => editionAt(tx, about, version));
  const shipped = shippedDiagnosis(about);
  if (found) return found;
  if (version === shipped.version) return shipped;
  throw new Refused(404, 'no-edition', `There is no edition ${version}.`);
}
