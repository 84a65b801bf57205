import type { KnowledgeReply } from '@petrichor/api';
import { readAnyFormat, readDriveList, readMachineModel, sayModel } from '@petrichor/core';
import { Refused } from '../refused.js';
import type { Database } from '../store/database.js';
import { listDrives, listModels, putDrives, putModel } from '../store/knowledge.js';

export const knowledgeOf = (database: Database, workshopId: string): Promise<KnowledgeReply> =>
  database.inWorkshop(workshopId, async (tx) => ({ models: await listModels(tx), drives: await listDrives(tx) }));

/** Brings a document in; all of it or nothing. Returns what came in, in words. */
export async function importDocument(database: Database, workshopId: string, text: string): Promise<string> {
  const model = readMachineModel(text);
  if (model.ok) {
    await database.inWorkshop(workshopId, (tx) => putModel(tx, model.value));
    return sayModel(model.value);
  }
  const drives = readDriveList(text);
  if (drives.ok) {
    await database.inWorkshop(workshopId, (tx) => putDrives(tx, drives.value));
    return drives.value.length === 1 ? 'one drive' : `${drives.value.length} drives`;
  }
  const reading = readAnyFormat(text);
  throw new Refused(400, 'not-readable', reading.ok ? 'That document cannot be brought in here.' : `${reading.problem} (${reading.at})`);
}
