import type { ModelRecord, SaveGuide, SettleCorrection } from '@petrichor/api';
import { isDrivePlace, MachineModelSchema, type MachineModel } from '@petrichor/core/hardware';
import { guideWarnings, PolicySchema, USUAL_POLICY, type Policy } from '@petrichor/core/teardown';
import { Refused } from '../refused.js';
import type { Database, WorkshopTx } from '../store/database.js';
import {
  insertVersion,
  modelRecord,
  newestVersion,
  policyRow,
  putPolicy,
  settleCorrection,
  versionAt,
} from '../store/guides.js';
import { findModel, putModel } from '../store/knowledge.js';
import type { Acting } from './acting.js';

/** How the workshop opens machines; what it never decided is as usual. */
export async function policyOf(tx: WorkshopTx): Promise<Policy> {
  const kept = PolicySchema.safeParse(await policyRow(tx));
  return kept.success ? kept.data : USUAL_POLICY;
}

export const setPolicy = (database: Database, { workshopId }: Acting, policy: Policy): Promise<unknown> =>
  database.inWorkshop(workshopId, (tx) => putPolicy(tx, policy));

export const recordOf = (database: Database, workshopId: string, modelId: string): Promise<ModelRecord> =>
  database.inWorkshop(workshopId, (tx) => modelRecord(tx, modelId));

export async function guideAt(
  database: Database,
  workshopId: string,
  modelId: string,
  version: number,
): Promise<MachineModel> {
  const model = await database.inWorkshop(workshopId, (tx) => versionAt(tx, modelId, version));
  if (!model) throw new Refused(404, 'no-version', `There is no version ${version} of this guide here.`);
  return MachineModelSchema.parse(model);
}

/**
 * Saves the next version of a model and its guide. A draft is anybody's at the bench and changes no job,
 * unless nothing reviewed is there yet; what jobs are walked with is a lead's to decide. A guide that cannot
 * be walked stays a draft.
 */
export async function saveGuide(
  database: Database,
  acting: Acting,
  { model, basedOn, why }: SaveGuide,
): Promise<number> {
  const { state } = model.guide;
  if (state !== 'draft' && !acting.roles.includes('lead'))
    throw new Refused(
      403,
      'role',
      'Only a lead says that a guide is reviewed or retired. Save it as a draft, and ask one of them.',
    );
  const stopping = guideWarnings(model).find((one) => one.stops);
  if (state === 'reviewed' && stopping)
    throw new Refused(
      409,
      'no-way',
      `This guide cannot be walked yet, so it stays a draft. ${stopping.sentence}`,
    );
  return database.inWorkshop(acting.workshopId, async (tx) => {
    const newest = await newestVersion(tx, model.id);
    const other = (there: number): Refused =>
      new Refused(
        409,
        'newer',
        there > 0 && basedOn === 0
          ? `A model with the id ‘${model.id}’ is here already. Give the new one another name.`
          : `Somebody saved version ${there} meanwhile. What differs stands beside the guide: bring both together, or keep yours on top.`,
      );
    if (newest !== basedOn) throw other(newest);
    const version = await nextVersion(tx, acting, model, newest + 1, why);
    // In the same moment: theirs is there now, and was not when this one looked.
    if (version === null) throw other(await newestVersion(tx, model.id));
    return version;
  });
}

/**
 * A model that came in as a file: the workshop's next version, whatever number it carries, so that what stood
 * here before can still be looked at. One that is new here keeps its number.
 */
export async function importModel(tx: WorkshopTx, acting: Acting, model: MachineModel): Promise<void> {
  const newest = await newestVersion(tx, model.id);
  const version = await nextVersion(
    tx,
    acting,
    model,
    newest === 0 ? model.guide.version : newest + 1,
    'Brought in from a file.',
  );
  if (version === null)
    throw new Refused(409, 'newer', 'Somebody saved this guide at the same moment. Bring the file in again.');
}

/**
 * Writes the version down and, unless it is a draft of something that is in use, puts it into use; null: it
 * is there already.
 */
async function nextVersion(
  tx: WorkshopTx,
  acting: Acting,
  model: MachineModel,
  version: number,
  why: string,
): Promise<number | null> {
  const note = { savedAt: acting.at.toISOString(), savedBy: acting.by.name };
  const saved = withoutSeenHere({ ...model, guide: { ...model.guide, version } });
  const found = await findModel(tx, model.id);
  const before = found && withoutSeenHere(found);
  // What stood before there were versions stays to be looked at.
  if (before && (await versionAt(tx, model.id, before.guide.version)) === null)
    await insertVersion(tx, before, { why: 'As it was before.', ...note });
  if (!(await insertVersion(tx, saved, { why, ...note }))) return null;
  if (saved.guide.state !== 'draft' || !before || before.guide.state === 'draft') await putModel(tx, saved);
  return version;
}

/** What jobs here have shown is added whenever a model is read: written down it would be there twice. */
const withoutSeenHere = (model: MachineModel): MachineModel => ({
  ...model,
  places: model.places.map((place) =>
    isDrivePlace(place)
      ? {
          ...place,
          evidence: place.evidence.filter((one) => one.kind !== 'seen-here' || !/^job \d+$/.test(one.source)),
        }
      : place,
  ),
});

export async function settle(
  database: Database,
  { workshopId, by, at }: Acting,
  which: { readonly jobId: string; readonly seq: number },
  verdict: SettleCorrection,
): Promise<void> {
  const settled = await database.inWorkshop(workshopId, (tx) =>
    settleCorrection(tx, which, verdict, { at: at.toISOString(), name: by.name }),
  );
  if (!settled)
    throw new Refused(
      409,
      'settled',
      'There is no such correction, or somebody settled it already. Load the page again.',
    );
}
