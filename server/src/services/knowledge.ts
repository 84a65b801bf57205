import type { KnowledgeReply } from '@petrichor/api';
import { shippedDiagnosis } from '@petrichor/core/diagnose';
import { sayModel } from '@petrichor/core/hardware';
import { Refused } from '../refused.js';
import type { Database } from '../store/database.js';
import { lastEdition } from '../store/diagnosis.js';
import type { Documents } from './documents.js';
import { learntEditions, saveEdition } from './diagnosis.js';
import type { Acting } from './acting.js';
import { companionCases, listDrives, listModels } from '../store/knowledge.js';
import { pricingOf } from './pricing.js';
import { importModel, policyOf } from './guides.js';
import { listParts } from '../store/shelf.js';
import { putItems } from './shelf.js';

export const knowledgeOf = (database: Database, workshopId: string): Promise<KnowledgeReply> =>
  database.inWorkshop(workshopId, async (tx) => {
    const { before, after } = await learntEditions(database, tx, workshopId);
    return {
      models: await listModels(tx),
      drives: await listDrives(tx),
      parts: await listParts(tx),
      policy: await policyOf(tx),
      pricing: await pricingOf(tx),
      companionCases: await companionCases(tx),
      diagnosis: { before, after },
    };
  });

/** Brings a document in; all of it or nothing. Returns what came in, in words. */
export async function importDocument(database: Database, documents: Documents, acting: Acting, text: string): Promise<string> {
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
      const saved = await saveEdition(database, acting, { knowledge: { ...read.diagnosis, version }, why: 'Brought in from a file.' });
      return `diagnosis for ${read.diagnosis.about} the swap, edition ${saved}`;
    }
    case 'nothing':
      throw new Refused(400, 'not-readable', read.problem);
  }
}
