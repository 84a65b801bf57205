import * as z from 'zod';
import { RescueSummarySchema } from '../../hardware/index.js';
import { LayoutWishesSchema, MoveFactsSchema, NO_WISHES, RescueSchema, SourceDiskSchema } from '../../move/index.js';
import { DocumentSourceSchema } from '../diagnosis.js';
import type { MoveState } from '../move.js';
import type { JobState } from '../state.js';
import { defineEvent, stamp } from './define.js';

const onMove = (job: JobState, change: Partial<MoveState>): JobState => ({ ...job, move: { ...job.move, ...change } });

/** The old drive's partitions; wishes for another table go with it. */
export const tableRead = defineEvent(
  z.strictObject({ type: z.literal('table-read'), name: z.string(), source: DocumentSourceSchema, disk: SourceDiskSchema }),
  (job, { name, source, disk }, meta) =>
    onMove(job, { source: { disk, name, from: source, ...stamp(meta) }, ...(sameParts(job.move, disk) ? {} : { wishes: NO_WISHES }) }),
);

const sameParts = ({ source }: MoveState, disk: z.infer<typeof SourceDiskSchema>): boolean =>
  source?.disk.partitions.map((one) => one.number).join() === disk.partitions.map((one) => one.number).join();

/** Bytes used, by partition; null: not known after all. */
export const fullnessStated = defineEvent(
  z.strictObject({ type: z.literal('fullness-stated'), used: z.record(z.string(), z.number().int().min(0).nullable()) }),
  (job, { used }) => {
    const { source } = job.move;
    if (!source) return job;
    const partitions = source.disk.partitions.map((one) => {
      const said = used[String(one.number)];
      return said === undefined ? one : { ...one, usedBytes: said };
    });
    return onMove(job, { source: { ...source, disk: { ...source.disk, partitions } } });
  },
);

export const moveFactsStated = defineEvent(
  z.strictObject({ type: z.literal('move-facts-stated'), facts: MoveFactsSchema.partial() }),
  (job, { facts }) => onMove(job, { facts: { ...job.move.facts, ...(facts as Partial<MoveState['facts']>) } }),
);

export const layoutWished = defineEvent(
  z.strictObject({ type: z.literal('layout-wished'), wishes: LayoutWishesSchema }),
  (job, { wishes }) => onMove(job, { wishes }),
);

export const mapRead = defineEvent(
  z.strictObject({ type: z.literal('map-read'), name: z.string(), summary: RescueSummarySchema, rescue: RescueSchema }),
  (job, { name, summary, rescue }, meta) => onMove(job, { map: { name, summary, rescue, ...stamp(meta) } }),
);

export const openingChecked = defineEvent(
  z.strictObject({
    type: z.literal('opening-checked'),
    checkId: z.string(),
    outcome: z.enum(['done', 'not-needed']).nullable(),
    note: z.string(),
  }),
  (job, { checkId, outcome, note }, meta) => {
    const { [checkId]: _, ...others } = job.move.checks;
    return onMove(job, { checks: outcome === null ? others : { ...others, [checkId]: { outcome, note, ...stamp(meta) } } });
  },
);

/** How far a run had come when somebody looked: if dock or drive vanish, the job still says where it stands. */
export const runProgressed = defineEvent(
  z.strictObject({
    type: z.literal('run-progressed'),
    runId: z.string(),
    doneBytes: z.number().int().min(0),
    totalBytes: z.number().int().min(0),
    badPlaces: z.number().int().min(0),
  }),
  (job, { type: _, runId, ...reached }, meta) => ({
    ...job,
    runs: job.runs.map((run) => (run.runId === runId ? { ...run, reached: { ...reached, at: meta.at } } : run)),
  }),
);
