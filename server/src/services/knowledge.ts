import type { KnowledgeReply } from '@petrichor/api';
import { readAnyFormat, readDiagnosis, readDriveList, readMachineModel, readPartList, sayModel, shippedDiagnosis } from '@petrichor/core';
import { Refused } from '../refused.js';
import type { Database } from '../store/database.js';
import { lastEdition } from '../store/diagnosis.js';
import { learntEditions, saveEdition } from './diagnosis.js';
import type { Acting } from './jobs.js';
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
export async function importDocument(database: Database, acting: Acting, text: string): Promise<string> {
  const { workshopId } = acting;
  const model = readMachineModel(text);
  if (model.ok) {
    await database.inWorkshop(workshopId, (tx) => importModel(tx, acting, model.value));
    return sayModel(model.value);
  }
  const drives = readDriveList(text);
  if (drives.ok) {
    await putItems(database, acting, { drives: drives.value, parts: [] });
    return drives.value.length === 1 ? 'one drive' : `${drives.value.length} drives`;
  }
  const parts = readPartList(text);
  if (parts.ok) {
    await putItems(database, acting, { drives: [], parts: parts.value });
    return parts.value.length === 1 ? 'one small part' : `${parts.value.length} small parts`;
  }
  const diagnosis = readDiagnosis(text);
  if (diagnosis.ok) {
    // Whatever number the file carries, it becomes this workshop's next edition.
    const last = await database.inWorkshop(workshopId, (tx) => lastEdition(tx, diagnosis.value.about));
    const { version } = last ?? shippedDiagnosis(diagnosis.value.about);
    const saved = await saveEdition(database, acting, { knowledge: { ...diagnosis.value, version }, why: 'Brought in from a file.' });
    return `diagnosis for ${diagnosis.value.about} the swap, edition ${saved}`;
  }
  const reading = readAnyFormat(text);
  throw new Refused(400, 'not-readable', reading.ok ? 'That document cannot be brought in here.' : `${reading.problem} (${reading.at})`);
}
