import * as z from 'zod';
import { oneLine } from '../../units/index.js';
import { ComebackKindSchema } from '../shape/comeback.js';
import type { JobEvent } from '../events/index.js';
import { removedNow, removedParts } from '../reading/removed.js';
import { RemovedFateSchema } from '../shape/removed.js';
import { accept, ANYONE, HANDS, command, refuse } from './define.js';

export const settleRemoved = command('settle-removed', {
  shape: {
    what: oneLine().min(2).max(80),
    fate: RemovedFateSchema,
    until: z.iso.date('Choose the day until which it is kept.').nullable(),
    amountMinor: z.number('Type the amount.').int().min(0, 'Not below 0.').max(100_000_000),
    note: z.string().trim().max(200),
  },
  by: ANYONE,
  closedToo: true,
  decide: (job, { what, fate, until, amountMinor, note }) => {
    if (!removedParts(job).includes(what)) return refuse('not-removed', { what });
    const before = removedNow(job, what);
    if (job.closed && before?.fate !== 'kept') return refuse('gone', { what });
    if (fate === 'kept' && !until) return refuse('until');
    return accept({
      type: 'removed-settled',
      what,
      fate,
      until: fate === 'kept' ? until : null,
      amountMinor: fate === 'bought-in' ? amountMinor : 0,
      note,
    });
  },
});

/** Given by the server when a machine is taken in again. */
export const cameBackCommand = command('came-back', {
  shape: {
    jobId: z.string(),
    number: z.number().int(),
  },
  by: ANYONE,
  closedToo: true,
  byServer: true,
  decide: (job, { jobId, number }) => {
    if (!job.closed) return refuse('still-open', { number: job.number });
    return job.cameBack.some((one) => one.jobId === jobId)
      ? refuse('known')
      : accept({ type: 'came-back', jobId, number });
  },
});

const reason = {
  kind: ComebackKindSchema,
  causeIds: z.array(z.string()).max(4),
  words: z.string().trim().min(3, 'Say in a few words why it came back.').max(500),
  operationId: z.string().nullable(),
};

/** Why it came back; what it teaches goes to the old job, the diagnosis and the guide. */
export const explainComeback = command('explain-comeback', {
  shape: {
    ...reason,
  },
  by: HANDS,
  decide: (job, { kind, causeIds, words, operationId }) => {
    if (!job.intake.comebackOf) return refuse('no-comeback');
    if (kind === 'same-fault' && causeIds.length === 0) return refuse('cause');
    return accept({
      type: 'comeback-explained',
      kind,
      causeIds: kind === 'same-fault' ? causeIds : [],
      words,
      operationId,
    });
  },
});

/**
 * The same on the old job, given by the server. A step that led to it is a correction of the guide, for a
 * lead to look at.
 */
export const learnComeback = command('learn-comeback', {
  shape: {
    jobId: z.string(),
    ...reason,
  },
  by: HANDS,
  closedToo: true,
  byServer: true,
  decide: (job, { jobId, kind, causeIds, words, operationId }) => {
    if (!job.cameBack.some((one) => one.jobId === jobId)) return refuse('unknown');
    const learnt: JobEvent = { type: 'comeback-learnt', jobId, kind, causeIds, words, operationId };
    if (operationId === null || !job.way) return accept(learnt);
    const step = job.way.steps.find((one) => one.operationId === operationId);
    const correction: JobEvent = {
      type: 'noted',
      text: `Came back: ${words}`,
      stepId: step?.id ?? null,
      kind: 'correction',
      photos: [],
      measured: null,
      about: { modelId: job.intake.modelId, operationId, guideVersion: job.way.guideVersion },
    };
    return accept(learnt, correction);
  },
});
