import { sure } from '@petrichor/core/units';
import { createHash, randomBytes } from 'node:crypto';
import type { KnowledgeReply } from '@petrichor/api';
import { shippedDiagnosis } from '@petrichor/core/diagnose';
import { sayModel, type Drive, type Part } from '@petrichor/core/hardware';
import { Refused } from '../refused.js';
import type { Database } from '../store/database.js';
import { lastEdition } from '../store/diagnosis.js';
import type { Documents } from './documents.js';
import { learntEditions, saveEdition } from './diagnosis.js';
import type { Acting } from './acting.js';
import { companionCases, listItems, listModels, readingFrom } from '../store/knowledge.js';
import { pricingOf } from './pricing.js';
import { importModel, policyOf } from './guides.js';
import { putItems } from './shelf.js';

/** @param since the version that somebody has; of another server, or none: all of it is told */
export const knowledgeOf = (
  database: Database,
  workshopId: string,
  since?: string,
): Promise<KnowledgeReply> =>
  database.inWorkshop(workshopId, async (tx) => {
    // First: what is written while the rest is read is told once more, rather than never.
    const from = await readingFrom(tx);
    const { before, after } = await learntEditions(database, tx, workshopId);
    const sections = {
      models: await listModels(tx),
      policy: await policyOf(tx),
      pricing: await pricingOf(tx),
      companionCases: await companionCases(tx),
      diagnosis: { before, after },
    };
    const marks = Object.fromEntries(
      Object.entries(sections).map(([name, section]) => [name, markOf(section)]),
    );
    const known = readVersion(since, workshopId);
    const otherwise = Object.entries(sections).filter(([name]) => known?.marks[name] !== marks[name]);
    return {
      version: sayVersion(workshopId, from, marks),
      since: known ? sure(since) : null,
      drives: await listItems<Drive>(tx, 'drive', known?.from),
      parts: await listItems<Part>(tx, 'part', known?.from),
      ...(Object.fromEntries(otherwise) as Partial<typeof sections>),
    };
  });

/**
 * Numbers of transactions go back where a server was restored, which it cannot be while it runs: a version
 * holds for one running server.
 */
const RUN = randomBytes(6).toString('base64url');
const markOf = (section: unknown): string =>
  createHash('sha256').update(JSON.stringify(section)).digest('base64url').slice(0, 12);
const sayVersion = (workshopId: string, from: string, marks: Readonly<Record<string, string>>): string =>
  [RUN, workshopId, from, ...Object.entries(marks).map(([name, mark]) => `${name}:${mark}`)].join(' ');

function readVersion(
  version: string | undefined,
  workshopId: string,
): { readonly from: string; readonly marks: Readonly<Record<string, string>> } | null {
  const [run, of, from, ...marks] = version?.split(' ') ?? [];
  if (run !== RUN || of !== workshopId || from === undefined || !/^\d{1,19}$/.test(from)) return null;
  return { from, marks: Object.fromEntries(marks.map((one) => one.split(':', 2) as [string, string])) };
}

/** Brings a document in; all of it or nothing. Returns what came in, in words. */
export async function importDocument(
  database: Database,
  documents: Documents,
  acting: Acting,
  text: string,
): Promise<string> {
  const { workshopId } = acting;
  const read = await documents.import(text);
  switch (read.kind) {
    case 'model':
      await database.inWorkshop(workshopId, (tx) => importModel(tx, acting, read.model));
      return sayModel(read.model);
    case 'drives':
      await putItems(database, acting, { drives: read.drives, parts: [] });
      return read.drives.length === 1 ? 'one drive' : `${read.drives.length} drives`;
    case 'parts':
      await putItems(database, acting, { drives: [], parts: read.parts });
      return read.parts.length === 1 ? 'one small part' : `${read.parts.length} small parts`;
    case 'diagnosis': {
      // Whatever number the file carries, it becomes this workshop's next edition.
      const last = await database.inWorkshop(workshopId, (tx) => lastEdition(tx, read.diagnosis.about));
      const { version } = last ?? shippedDiagnosis(read.diagnosis.about);
      const saved = await saveEdition(database, acting, {
        knowledge: { ...read.diagnosis, version },
        why: 'Brought in from a file.',
      });
      return `diagnosis for ${read.diagnosis.about} the swap, edition ${saved}`;
    }
    case 'nothing':
      throw new Refused(400, 'not-readable', read.problem);
  }
}
