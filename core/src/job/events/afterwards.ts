import * as z from 'zod';
import { ComebackReasonSchema, SAY_COMEBACK } from '../shape/comeback.js';
import { RemovedSchema, SAY_REMOVED } from '../shape/removed.js';
import { outForGood } from '../reading/old-drives.js';
import { clearItem } from '../reading/tray.js';
import { event } from './define.js';
import { stamp } from '../shape/stamp.js';
import { sayDate } from '../../units/index.js';

export const removedSettled = event('removed-settled', {
  shape: { ...RemovedSchema.omit({ by: true, at: true }).shape },
  evolve: (job, { type: _, ...one }, meta) => ({
    ...job,
    removed: [...job.removed, { ...one, ...stamp(meta) }],
    tray: outForGood(job)
      .filter((item) => item.label === one.what)
      .reduce((tray, item) => clearItem(tray, item.id), job.tray),
  }),
  tells: ({ what, fate, until }) =>
    `${what}: ${SAY_REMOVED[fate]}${until ? ` until ${sayDate(until)}` : ''}.`,
});

/** On the old job: the machine is here again. */
export const cameBack = event('came-back', {
  shape: {
    jobId: z.string(),
    number: z.number().int(),
  },
  evolve: (job, { jobId, number }, meta) => ({
    ...job,
    cameBack: [...job.cameBack, { jobId, number, ...stamp(meta), learnt: null }],
  }),
  tells: ({ number }) => `Came back as job ${number}.`,
});

const reason = ComebackReasonSchema.omit({ by: true, at: true }).shape;

/** On the new job: why it came back. */
export const comebackExplained = event('comeback-explained', {
  shape: { ...reason },
  evolve: (job, { type: _, ...one }, meta) => ({ ...job, comebackReason: { ...one, ...stamp(meta) } }),
  tells: ({ kind, words }) => `Why it came back: ${SAY_COMEBACK[kind]}. ${words}`,
});

/** The same on the old job, whose lesson it changes. */
export const comebackLearnt = event('comeback-learnt', {
  shape: {
    jobId: z.string(),
    ...reason,
  },
  evolve: (job, { type: _, jobId, ...one }, meta) => ({
    ...job,
    cameBack: job.cameBack.map((back) =>
      back.jobId === jobId ? { ...back, learnt: { ...one, ...stamp(meta) } } : back,
    ),
  }),
  tells: ({ kind, words }) => `Learnt from the comeback: ${SAY_COMEBACK[kind]}. ${words}`,
});

/** The job came in as a document from elsewhere. */
export const broughtIn = event('brought-in', {
  shape: {
    fromWorkshop: z.string(),
    oldNumber: z.number().int(),
  },
  evolve: (job) => job,
  tells: ({ fromWorkshop, oldNumber }) =>
    `Brought in as a document from ${fromWorkshop}, there job ${oldNumber}.`,
});
