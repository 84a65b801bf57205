import * as z from 'zod';
import { bareChange, ChangeSchema } from '../shape/change.js';
import { changeById } from '../reading/changes.js';
import { sayChange } from '../reading/say-change.js';
import { stamp } from '../shape/stamp.js';
import type { JobState } from '../shape/state.js';
import { isAgreed } from '../reading/agreement.js';
import { agreementFallen } from './agree.js';
import { event } from './define.js';
import { putChange } from './on-changes.js';
import { andNote } from './tell.js';

const PLANNED = ChangeSchema.omit({
  by: true,
  at: true,
  fitted: true,
  judged: true,
  originalRefitted: true,
  partReturned: true,
});

/** What is to be done, as it is planned now; one with the same id before it falls. */
export const changePlanned = event('change-planned', {
  shape: { change: PLANNED },
  touches: ['stock'],
  evolve: (job, { change }, meta) =>
    fallen({
      ...job,
      way: wayAfter(job),
      changes: putChange(job, bareChange({ ...change, ...stamp(meta) })),
    }),
  tells: ({ change }) =>
    `Planned: ${sayChange(change)}${change.override ? `, against the verdict: ${change.override}` : ''}.`,
});

export const changeDropped = event('change-dropped', {
  shape: { changeId: z.string(), why: z.string() },
  touches: ['stock'],
  evolve: (job, { changeId }) =>
    fallen({ ...job, way: wayAfter(job), changes: job.changes.filter((one) => one.id !== changeId) }),
  tells: ({ changeId, why }, job) => {
    const change = changeById(job, changeId);
    return change ? `Left out: ${sayChange(change)}${andNote(why)}.` : null;
  },
});

/** A way for what was to be done falls; a visit to look stays: an open machine is closed by its own way. */
const wayAfter = ({ way }: JobState): JobState['way'] => (way?.scouting ? way : null);

/** What was agreed on was something else: it falls, and is kept on record. */
const fallen = (job: JobState): JobState =>
  job.agreement && !isAgreed(job) ? { ...job, ...agreementFallen(job) } : job;
