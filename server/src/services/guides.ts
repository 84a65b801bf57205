import type { ModelRecord, SaveGuide, SettleCorrection } from '@petrichor/api';
import { guideWarnings, MachineModelSchema, PolicySchema, USUAL_POLICY, type MachineModel, type Policy } from '@petrichor/core';
import { Refused } from '../refused.js';
import type { Database, WorkshopTx } from '../store/database.js';
import { insertVersion, modelRecord, newestVersion, policyRow, putPolicy, settleCorrection, versionAt } from '../store/guides.js';
import { findModel, putModel } from '../store/knowledge.js';
import type { Acting } from './jobs.js';

/** How the workshop opens machines; what it never decided is as usual. */
export async function policyOf(tx: WorkshopTx): Promise<Policy> {
  const kept = PolicySchema.safeParse(await policyRow(tx));
  return kept.success ? kept.data : USUAL_POLICY;
}

export const setPolicy = (database: Database, { workshopId }: Acting, policy: Policy): Promise<unknown> =>
  database.inWorkshop(workshopId, (tx) => putPolicy(tx, policy));

export const recordOf = (database: Database, workshopId: string, modelId: string): Promise<ModelRecord> =>
  database.inWorkshop(workshopId, (tx) => modelRecord(tx, modelId));

export async function guideAt(database: Database, workshopId: string, modelId: string, version: number): Promise<MachineModel> {
  const model = await database.inWorkshop(workshopId, (tx) => versionAt(tx, modelId, version));
  if (!model) throw new Refused(404, 'no-version', `There is no version ${version} of this guide here.`);
  return MachineModelSchema.parse(model);
}

/**
 * Saves the next version of a model and its guide. A draft is anybody's at the bench and changes no job, unless nothing
 * reviewed is there yet; what jobs are walked with is a lead's to decide. A guide that cannot be walked stays a draft.
 */
export async function saveGuide(database: Database, acting: Acting, { model, basedOn, why }: SaveGuide): Promise<number> {
  const { state } = model.guide;
  if (state !== 'draft' && !acting.roles.includes('lead'))
    throw new Refused(403, 'role', 'Only a lead says that a guide is reviewed or retired. Save it as a draft, and ask one of them.');
  const stopping = guideWarnings(model).find((one) => one.stops);
  if (state === 'reviewed' && stopping)
    throw new Refused(409, 'no-way', `This guide cannot be walked yet, so it stays a draft. ${stopping.sentence}`);
  return database.inWorkshop(acting.workshopId, async (tx) => {
    const newest = await newestVersion(tx, model.id);
    const other = new Refused(
      409,
      'newer',
      newest > 0 && basedOn === 0
        ? `A model with the id ‘${model.id}’ is here already. Give the new one another name.`
        : `Somebody saved version ${newest} meanwhile. Look at it, and save yours again on top of it.`,
    );
    if (newest !== basedOn) throw other;
    const saved = withoutSeenHere({ ...model, guide: { ...model.guide, version: newest + 1 } });
    const found = await findModel(tx, model.id);
    const before = found && withoutSeenHere(found);
    // What stood before there were versions, or came in as a file, stays to be looked at.
    if (before && (await versionAt(tx, model.id, before.guide.version)) === null)
      await insertVersion(tx, before, { why: 'As it was before.', savedAt: acting.at.toISOString(), savedBy: acting.by.name });
    if (!(await insertVersion(tx, saved, { why, savedAt: acting.at.toISOString(), savedBy: acting.by.name }))) throw other;
    if (state !== 'draft' || !before || before.guide.state === 'draft') await putModel(tx, saved);
    return saved.guide.version;
  });
}

/** What jobs here have shown is added whenever a model is read: written down it would be there twice. */
const withoutSeenHere = (model: MachineModel): MachineModel => ({
  ...model,
  slots: model.slots.map((slot) => ({
    ...slot,
    evidence: slot.evidence.filter((one) => one.kind !== 'seen-here' || !/^job \d+$/.test(one.source)),
  })),
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
  if (!settled) throw new Refused(409, 'settled', 'There is no such correction, or somebody settled it already. Load the page again.');
}
