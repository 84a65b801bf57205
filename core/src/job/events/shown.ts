import * as z from 'zod';
import { changeById } from '../reading/changes.js';
import { labelOfChange, proofOf } from '../reading/expects.js';
import { ShownSchema, ShownWhenSchema } from '../shape/shown.js';
import { stamp } from '../shape/stamp.js';
import type { JobState } from '../shape/state.js';
import { event } from './define.js';
import { andNote } from './tell.js';

const labelOf = (job: JobState, changeId: string): string => {
  const change = changeById(job, changeId);
  return change ? labelOfChange(change) : 'the change';
};

export const changeShown = event('change-shown', {
  shape: { changeId: z.string(), when: ShownWhenSchema, shown: ShownSchema },
  evolve: (job, { changeId, when, shown }, meta) => ({
    ...job,
    shown: {
      ...job.shown,
      [changeId]: { ...proofOf(job, changeId), [when]: { ...shown, ...stamp(meta) } },
    },
  }),
  tells: ({ when, shown }) =>
    `${when === 'start' ? 'At the start' : 'Once closed'}: ${shown.sentence}${andNote(shown.note)}`,
});

export const changeSerialRecorded = event('change-serial-recorded', {
  shape: { changeId: z.string(), which: z.enum(['old', 'new']), serial: z.string() },
  evolve: (job, { changeId, which, serial }) => ({
    ...job,
    shown: {
      ...job.shown,
      [changeId]: {
        ...proofOf(job, changeId),
        ...(which === 'old' ? { oldSerial: serial } : { newSerial: serial }),
      },
    },
  }),
  tells: ({ changeId, which, serial }, job) =>
    which === 'new'
      ? `Serial of ${labelOf(job, changeId)}: ${serial}.`
      : `Serial of the old drive in ${changeById(job, changeId)?.place ?? 'its place'}: ${serial}.`,
});
