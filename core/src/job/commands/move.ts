import * as z from 'zod';
import { RescueSummarySchema } from '../../hardware/index.js';
import { bytesOf, MoveFactsSchema, RescueSchema, SourceDiskSchema } from '../../move/index.js';
import { DocumentSourceSchema } from '../shape/diagnosis.js';
import { openingChecks } from '../reading/opening.js';
import { accept, HANDS, command, refuse } from './define.js';

const name = z.string().trim().max(160);

/**
 * The old drive's table, read from an image, from `sfdisk`, or by the dock. What was said of how full it is
 * stays.
 */
export const readTable = command('read-table', {
  shape: {
    name,
    source: DocumentSourceSchema,
    disk: SourceDiskSchema,
  },
  by: HANDS,
  decide: (job, { name: called, source, disk }) => {
    const before = job.move.source?.disk.partitions ?? [];
    const partitions = disk.partitions.map((one) => {
      const known = before.find((other) => other.number === one.number && other.sectors === one.sectors);
      return {
        ...one,
        usedBytes: one.usedBytes ?? known?.usedBytes ?? null,
        fileSystem: one.fileSystem ?? known?.fileSystem ?? null,
      };
    });
    return accept({ type: 'table-read', name: called, source, disk: { ...disk, partitions } });
  },
});

export const stateFullness = command('state-fullness', {
  shape: {
    used: z.record(z.string().regex(/^\d{1,3}$/), z.number().int().min(0).nullable()),
  },
  by: HANDS,
  decide: (job, { used }) => {
    const disk = job.move.source?.disk;
    if (!disk) return refuse('no-table');
    for (const [number, bytes] of Object.entries(used)) {
      const one = disk.partitions.find((part) => part.number === Number(number));
      if (!one) return refuse('no-partition', { number: Number(number) });
      if (bytes !== null && bytes > bytesOf(disk, one.sectors))
        return refuse('too-full', {
          number: one.number,
          gib: Math.floor(bytesOf(disk, one.sectors) / 2 ** 30),
        });
    }
    return accept({ type: 'fullness-stated', used });
  },
});

export const stateMoveFacts = command('state-move-facts', {
  shape: {
    facts: MoveFactsSchema.partial(),
  },
  by: HANDS,
  decide: (_, { facts }) =>
    Object.keys(facts).length === 0 ? refuse('nothing') : accept({ type: 'move-facts-stated', facts }),
});

/**
 * Another size for one partition of the new drive, or for what is kept bare (`number` null). Null bytes: as
 * the rules have it.
 */
export const wishLayout = command('wish-layout', {
  shape: {
    number: z.number().int().min(1).max(999).nullable(),
    bytes: z
      .number()
      .int()
      .min(0)
      .max(2 ** 52)
      .nullable(),
  },
  by: HANDS,
  decide: (job, { number, bytes }) => {
    const { wishes, source } = job.move;
    if (number === null) return accept({ type: 'layout-wished', wishes: { ...wishes, bareBytes: bytes } });
    if (!source?.disk.partitions.some((one) => one.number === number))
      return refuse('no-partition', { number });
    const { [String(number)]: _, ...others } = wishes.sizes;
    return accept({
      type: 'layout-wished',
      wishes: { ...wishes, sizes: bytes === null ? others : { ...others, [number]: bytes } },
    });
  },
});

export const readMap = command('read-map', {
  shape: {
    name,
    summary: RescueSummarySchema,
    rescue: RescueSchema,
  },
  by: HANDS,
  decide: (_, { name: called, summary, rescue }) =>
    accept({ type: 'map-read', name: called, summary, rescue }),
});

export const checkOpening = command('check-opening', {
  shape: {
    checkId: z.string(),
    outcome: z.enum(['done', 'not-needed']).nullable(),
    note: z.string().trim().max(300),
  },
  by: HANDS,
  decide: (job, { checkId, outcome, note }) => {
    if (!openingChecks(job).some((one) => one.id === checkId)) return refuse('no-check');
    if (outcome === 'not-needed' && note === '') return refuse('why-not-needed');
    return accept({ type: 'opening-checked', checkId, outcome, note });
  },
});

/** Kept every twentieth of the way. One id for each, so that two screens keep it once. */
export const noteRun = command('note-run', {
  shape: {
    runId: z.string(),
    doneBytes: z.number().int().min(0),
    totalBytes: z.number().int().min(0),
    badPlaces: z.number().int().min(0),
  },
  by: HANDS,
  decide: (job, { type: _, ...reached }) => {
    const run = job.runs.find((one) => one.runId === reached.runId);
    if (!run) return refuse('unknown-run');
    if (run.ended) return refuse('run-ended');
    if (run.reached && run.reached.doneBytes >= reached.doneBytes) return refuse('further');
    return accept({ type: 'run-progressed', ...reached });
  },
});
