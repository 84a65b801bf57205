import * as z from 'zod';
import { StatedCopySchema, SAY_COMPARED } from '../shape/copies.js';
import { AnswersSchema, SafeguardSchema, SAY_BACKUP, SAY_KEY, sayPlan } from '../shape/safeguard.js';
import type { JobState } from '../shape/state.js';
import { clearItem } from '../reading/tray.js';
import { settingItemId, SYSTEM_LAYER, type TrayItem } from '../shape/tray.js';
import { event } from './define.js';
import { stamp } from '../shape/stamp.js';

export const safeguardDecided = event('safeguard-decided', {
  shape: { safeguard: SafeguardSchema },
  evolve: (job, { safeguard: { plan, ...answers } }, meta) => ({
    ...job,
    safeguard: { plan, ...answers, ...stamp(meta) },
    move: { ...job.move, answers },
  }),
  tells: ({ safeguard }) => `Decided how the data goes across: ${sayPlan(safeguard.plan)}.`,
});

/** One answer or several; what is decided already follows them. */
export const safeguardAnswered = event('safeguard-answered', {
  shape: { answers: AnswersSchema.partial() },
  evolve: (job, { answers }) => {
    const said = { ...job.move.answers, ...answers };
    return {
      ...job,
      move: { ...job.move, answers: said },
      safeguard: job.safeguard && ({ ...job.safeguard, ...answers } as JobState['safeguard']),
    };
  },
  tells: ({ answers: { backup, recoveryKey } }) =>
    [backup && `Backup: ${SAY_BACKUP[backup]}.`, recoveryKey && `Recovery key: ${SAY_KEY[recoveryKey]}.`]
      .filter(Boolean)
      .join(' ') || null,
});

/** A copy made elsewhere, told; `copy` null: none was made after all. */
export const copyStated = event('copy-stated', {
  shape: { copy: StatedCopySchema.omit({ by: true, at: true }).nullable() },
  evolve: (job, { copy }, meta) => ({
    ...job,
    move: { ...job.move, copies: copy === null ? [] : [...job.move.copies, { ...copy, ...stamp(meta) }] },
  }),
  tells: ({ copy }) =>
    copy === null
      ? 'What was stated of a copy was not so.'
      : `Stated: ${copy.what === 'all' ? 'all of it' : 'the files'} copied with ${copy.made}, ${SAY_COMPARED[copy.compared]}.`,
});

export const settingTurnedOff = event('setting-turned-off', {
  shape: {
    settingId: z.string(),
    label: z.string(),
  },
  evolve: (job, { settingId, label }) => {
    const id = settingItemId(settingId);
    const item: TrayItem = {
      id,
      kind: 'setting',
      verb: 'Off',
      label,
      layer: SYSTEM_LAYER,
      screw: null,
      holes: [],
      of: 1,
      out: 1,
    };
    return { ...job, tray: [...job.tray.filter((one) => one.id !== id), item] };
  },
  tells: ({ label }) => `Turned off: ${label}.`,
});

export const settingTurnedOn = event('setting-turned-on', {
  shape: { settingId: z.string() },
  evolve: (job, { settingId }) => ({
    ...job,
    tray: clearItem(job.tray, settingItemId(settingId)),
  }),
  tells: ({ settingId }, job) =>
    `Turned on again: ${job.tray.find((one) => one.id === `setting/${settingId}`)?.label ?? 'a setting'}.`,
});
