import { sure } from '@petrichor/core/units';
import type { DiagnosisReply, PastCasesQuery, PastCasesReply, SaveEdition } from '@petrichor/api';
import {
  countCase,
  learnFrom,
  noCases,
  shippedDiagnosis,
  withLearned,
  writeCounts,
  type About,
  type CaseCounts,
  type DiagnosisKnowledge,
  type LearnedEdition,
} from '@petrichor/core/diagnose';
import { Refused } from '../refused.js';
import type { Database, WorkshopTx } from '../store/database.js';
import {
  editionAt,
  insertEdition,
  lastEdition,
  learntStamp,
  listEditions,
  pastCases,
  taughtSince,
  type LearntStamp,
} from '../store/diagnosis.js';
import type { Acting } from './acting.js';

interface Learnt {
  readonly stamp: LearntStamp;
  readonly before: LearnedEdition;
  readonly after: LearnedEdition;
}

/** What is kept of a workshop: its counts up to a row of what was taught, and what was learnt of them. */
interface Kept {
  readonly counts: CaseCounts;
  upTo: number;
  learnt: Learnt | null;
  /** Whoever brings the counts forward; others wait for it. */
  reading: Promise<void> | null;
}

const MOST_KEPT = 50;
/** By workshop. No truth: whoever reads asks first whether it still holds. */
const kept = new WeakMap<Database, Map<string, Kept>>();

function keptOf(database: Database, workshopId: string): Kept {
  const all = kept.get(database) ?? new Map<string, Kept>();
  kept.set(database, all);
  const own = all.get(workshopId) ?? { counts: noCases(), upTo: 0, learnt: null, reading: null };
  all.delete(workshopId);
  all.set(workshopId, own);
  if (all.size > MOST_KEPT) all.delete(sure(all.keys().next().value));
  return own;
}

/**
 * Both editions of a workshop with what its jobs taught. Counts are kept and brought forward by what was
 * taught since: after a finished job that is one row, also of a hundred thousand. Every screen asks for it
 * (`/api/knowledge`) before it gives a command, so that the first reading of all holds up no job.
 */
export async function learntEditions(
  database: Database,
  tx: WorkshopTx,
  workshopId: string,
): Promise<Learnt> {
  const own = keptOf(database, workshopId);
  const stamp = await learntStamp(tx);
  // Another's line may break off: whoever waited goes on by himself.
  while (own.reading) await own.reading.catch(() => undefined);
  if (own.upTo < stamp.taught) {
    own.reading = bringForward(own, tx, stamp.taught).finally(() => (own.reading = null));
    await own.reading;
  }
  const known = own.learnt;
  if (known && known.stamp.editions === stamp.editions && known.stamp.taught === own.upTo) return known;
  const edition = async (about: About) =>
    learnFrom(
      (await lastEdition(tx, about)) ?? shippedDiagnosis(about),
      about === 'before' ? own.counts : noCases(),
    );
  const upTo = own.upTo;
  const learnt = {
    stamp: { editions: stamp.editions, taught: upTo },
    before: await edition('before'),
    after: await edition('after'),
  };
  // Counts that went on meanwhile are another state: then it is not kept.
  if (own.upTo === upTo) own.learnt = learnt;
  return learnt;
}

/**
 * Page by page, each counted as a whole: a line that breaks off in between leaves the counts true up to where
 * they say.
 */
async function bringForward(own: Kept, tx: WorkshopTx, upTo: number): Promise<void> {
  for await (const rows of taughtSince(tx, own.upTo, upTo)) {
    for (const { before, after } of rows) {
      if (before) countCase(own.counts, before, -1);
      if (after) countCase(own.counts, after);
    }
    own.upTo = sure(rows.at(-1)).id;
  }
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

/** What a lead edits, and what jobs taught. */
export const diagnosisOf = (database: Database, workshopId: string): Promise<DiagnosisReply> =>
  database.inWorkshop(workshopId, async (tx) => {
    const { before, after } = await learntEditions(database, tx, workshopId);
    const counts = writeCounts(keptOf(database, workshopId).counts);
    return { before, after, history: await listEditions(tx), counts };
  });

/** Of past cases: what a changed edition is tried on at once. */
const A_PAGE = 500;

export const pastCasesOf = (
  database: Database,
  workshopId: string,
  { cause, before }: PastCasesQuery,
): Promise<PastCasesReply> =>
  database.inWorkshop(workshopId, async (tx) => {
    const cases = await pastCases(tx, cause ?? null, before, A_PAGE);
    return { cases, next: cases.length < A_PAGE ? null : (cases.at(-1)?.number ?? null) };
  });

/** Saves the next edition; an edition that somebody else saved meanwhile is never overwritten. */
export async function saveEdition(
  database: Database,
  { workshopId, by, at }: Acting,
  { knowledge, why }: SaveEdition,
): Promise<number> {
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
export async function oldEdition(
  database: Database,
  workshopId: string,
  about: About,
  version: number,
): Promise<DiagnosisKnowledge> {
  const found = await database.inWorkshop(workshopId, (tx) => editionAt(tx, about, version));
  const shipped = shippedDiagnosis(about);
  if (found) return found;
  if (version === shipped.version) return shipped;
  throw new Refused(404, 'no-edition', `There is no edition ${version}.`);
}
