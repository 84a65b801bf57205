import * as z from 'zod';
import { RescueSummarySchema } from '../../hardware/index.js';
import {
  LayoutWishesSchema,
  MoveFactsSchema,
  NO_WISHES,
  RescueSchema,
  SourceDiskSchema,
} from '../../move/index.js';
import { DocumentSourceSchema } from '../shape/diagnosis.js';
import type { MoveState } from '../shape/move.js';
import type { JobState } from '../shape/state.js';
import { event } from './define.js';
import { stamp } from '../shape/stamp.js';
import { openingChecks } from '../reading/opening.js';
import { andNote } from './tell.js';

const onMove = (job: JobState, change: Partial<MoveState>): JobState => ({
  ...job,
  move: { ...job.move, ...change },
});

/** The old drive's partitions; wishes for another table go with it. */
export const tableRead = event('table-read', {
  shape: {
    name: z.string(),
    source: DocumentSourceSchema,
    disk: SourceDiskSchema,
  },
  evolve: (job, { name, source, disk }, meta) =>
    onMove(job, {
      source: { disk, name, from: source, ...stamp(meta) },
      ...(sameParts(job.move, disk) ? {} : { wishes: NO_WISHES }),
    }),
  tells: ({ name }) => `Read the partitions of the old drive, ${name}.`,
});

const sameParts = ({ source }: MoveState, disk: z.infer<typeof SourceDiskSchema>): boolean =>
  source?.disk.partitions.map((one) => one.number).join() === disk.partitions.map((one) => one.number).join();

/** Bytes used, by partition; null: not known after all. */
export const fullnessStated = event('fullness-stated', {
  shape: { used: z.record(z.string(), z.number().int().min(0).nullable()) },
  evolve: (job, { used }) => {
    const { source } = job.move;
    if (!source) return job;
    const partitions = source.disk.partitions.map((one) => {
      const said = used[String(one.number)];
      return said === undefined ? one : { ...one, usedBytes: said };
    });
    return onMove(job, { source: { ...source, disk: { ...source.disk, partitions } } });
  },
  tells: () => null,
});

export const moveFactsStated = event('move-facts-stated', {
  shape: { facts: MoveFactsSchema.partial() },
  evolve: (job, { facts }) =>
    onMove(job, { facts: { ...job.move.facts, ...(facts as Partial<MoveState['facts']>) } }),
  tells: () => null,
});

export const layoutWished = event('layout-wished', {
  shape: { wishes: LayoutWishesSchema },
  evolve: (job, { wishes }) => onMove(job, { wishes }),
  tells: () => null,
});

export const mapRead = event('map-read', {
  shape: {
    name: z.string(),
    summary: RescueSummarySchema,
    rescue: RescueSchema,
  },
  evolve: (job, { name, summary, rescue }, meta) =>
    onMove(job, { map: { name, summary, rescue, ...stamp(meta) } }),
  tells: ({ name }) => `Read a rescue map, ${name}.`,
});

export const openingChecked = event('opening-checked', {
  shape: {
    checkId: z.string(),
    outcome: z.enum(['done', 'not-needed']).nullable(),
    note: z.string(),
  },
  evolve: (job, { checkId, outcome, note }, meta) => {
    const { [checkId]: _, ...others } = job.move.checks;
    return onMove(job, {
      checks: outcome === null ? others : { ...others, [checkId]: { outcome, note, ...stamp(meta) } },
    });
  },
  tells: ({ checkId, outcome, note }, job) => {
    const check =
      openingChecks(job).find((one) => one.id === checkId)?.say ?? 'a check that is not on the list any more';
    return outcome === null
      ? null
      : `Before opening, ${check}: ${outcome === 'done' ? 'seen' : `not needed${andNote(note)}`}.`;
  },
});

/**
 * How far a run had come when somebody looked: if dock or drive vanish, the job still says where it stands.
 */
export const runProgressed = event('run-progressed', {
  shape: {
    runId: z.string(),
    doneBytes: z.number().int().min(0),
    totalBytes: z.number().int().min(0),
    badPlaces: z.number().int().min(0),
  },
  evolve: (job, { type: _, runId, ...reached }, meta) => ({
    ...job,
    runs: job.runs.map((run) =>
      run.runId === runId ? { ...run, reached: { ...reached, at: meta.at } } : run,
    ),
  }),
  tells: () => null,
});
