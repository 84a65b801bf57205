import { sure } from '../../units/index.js';
import * as z from 'zod';
import { mostRisk, observationById, type Risk } from '../../diagnose/index.js';
import { RESCUE_IT } from '../../move/index.js';
import { ComparedSchema } from '../shape/copies.js';
import { copiesOnRecord } from '../reading/copies.js';
import { RunKindSchema, SAY_RUN, type RunKind } from '../shape/diagnosis.js';
import { stopHolds } from '../reading/diagnosis.js';
import type { JobEvent } from '../events/index.js';
import { oldDriveHealth } from '../reading/old-drive.js';
import { stakeOf } from '../reading/stake.js';
import type { JobState } from '../shape/state.js';
import { accept, HANDS, command, refuse } from './define.js';

/**
 * What a run asks of the drive: a copy is what saves it, a full reading is what may finish it (common
 * practice, no source).
 */
const RISK: Record<RunKind, Risk> = {
  'short-test': 1,
  'surface-read': 2,
  'long-test': 2,
  clone: 1,
  rescue: 1,
};

/** Recorded once the dock has taken the run on. */
export const startRun = command('start-run', {
  shape: {
    runId: z.string().min(1).max(80),
    bay: z.string().min(1).max(20),
    kind: RunKindSchema,
    drive: z.string().max(160),
    /** A copy: what it goes to, from which byte on, and the run that it goes on from. */
    target: z.string().max(160).nullable().optional(),
    fromByte: z.number().int().min(0).optional(),
    continues: z.string().max(80).nullable().optional(),
  },
  by: HANDS,
  decide: (job, { type: _, target = null, fromByte = 0, continues = null, ...run }) => {
    const fault = mayNotRun(job, run.kind);
    if (fault) return refuse('not-on-this-drive', { because: fault });
    if (continues !== null && !job.runs.some((one) => one.runId === continues && one.ended))
      return refuse('not-ended');
    if (job.runs.some((one) => one.runId === run.runId)) return refuse('recorded');
    return accept({ type: 'run-started', ...run, target, fromByte, continues });
  },
});

/**
 * Why this run is not for this job's drive now, in a sentence; null when it may run. The screen asks before
 * the dock is.
 */
export function mayNotRun(job: JobState, kind: RunKind): string | null {
  if (stopHolds(job)) return `${sure(job.stop).say} Nothing runs on this drive until that is settled.`;
  // Once it is rescued a clone is made from the image.
  if (kind === 'clone' && oldDriveHealth(job) === 'failing' && copiesOnRecord(job).length === 0)
    return RESCUE_IT;
  if (RISK[kind] > mostRisk(stakeOf(job)))
    return `${SAY_RUN[kind]} reads the whole drive, and its data has no copy that anyone knows of. Save the data first, or say that there is a copy.`;
  return null;
}

/** How it ended; a reading or test also answers its question. */
export const endRun = command('end-run', {
  shape: {
    runId: z.string(),
    state: z.enum(['done', 'failed', 'stopped', 'drive-gone', 'forgotten']),
    sentence: z.string().trim().max(300),
    /** Places that could not be read or were slow; null: not a reading, or it did not get there. */
    badPlaces: z.number().int().min(0).nullable(),
    selfTest: z.enum(['passed', 'failed']).nullable(),
    /** Of a copy that came to its end. */
    compared: ComparedSchema.nullable().optional(),
  },
  by: HANDS,
  asks: ['diagnosis'],
  decide: (job, { runId, state, sentence, badPlaces, selfTest, compared = null }, { knowledge }) => {
    const run = job.runs.find((one) => one.runId === runId);
    if (!run) return refuse('unknown-run');
    if (run.ended) return refuse('run-ended');
    const found: JobEvent[] = [];
    const say = (observation: string, seen: boolean) => {
      const known = observationById(knowledge.diagnosis('before'), observation);
      if (known)
        found.push({
          type: 'observed',
          about: 'before',
          observation,
          seen: seen ? 'seen' : 'not-seen',
          sense: known.sense,
          detail: sentence,
        });
    };
    // A reading that was broken off clears nothing, but bad places that it met are bad.
    if (badPlaces !== null && (state === 'done' || badPlaces > 0)) say('surface-slow', badPlaces > 0);
    if (selfTest !== null) say('self-test-failed', selfTest === 'failed');
    return accept({ type: 'run-ended', runId, state, sentence, compared }, ...found);
  },
});
