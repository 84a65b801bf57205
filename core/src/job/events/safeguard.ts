import * as z from 'zod';
import { StatedCopySchema } from '../copies.js';
import { AnswersSchema, SafeguardSchema } from '../safeguard.js';
import type { JobState } from '../state.js';
import { clearItem, settingItemId, SYSTEM_LAYER, type TrayItem } from '../tray.js';
import { defineEvent, stamp } from './define.js';

export const safeguardDecided = defineEvent(
  z.strictObject({ type: z.literal('safeguard-decided'), safeguard: SafeguardSchema }),
  (job, { safeguard: { plan, ...answers } }, meta) => ({
    ...job,
    safeguard: { plan, ...answers, ...stamp(meta) },
    move: { ...job.move, answers },
  }),
);

/** One answer or several; what is decided already follows them. */
export const safeguardAnswered = defineEvent(
  z.strictObject({ type: z.literal('safeguard-answered'), answers: AnswersSchema.partial() }),
  (job, { answers }) => {
    const said = { ...job.move.answers, ...answers };
    return {
      ...job,
      move: { ...job.move, answers: said },
      safeguard: job.safeguard && ({ ...job.safeguard, ...answers } as JobState['safeguard']),
    };
  },
);

/** A copy made elsewhere, told; `copy` null: none was made after all. */
export const copyStated = defineEvent(
  z.strictObject({ type: z.literal('copy-stated'), copy: StatedCopySchema.omit({ by: true, at: true }).nullable() }),
  (job, { copy }, meta) => ({
    ...job,
    move: { ...job.move, copies: copy === null ? [] : [...job.move.copies, { ...copy, ...stamp(meta) }] },
  }),
);

export const settingTurnedOff = defineEvent(
  z.strictObject({ type: z.literal('setting-turned-off'), settingId: z.string(), label: z.string() }),
  (job, { settingId, label }) => {
    const id = settingItemId(settingId);
    const item: TrayItem = { id, kind: 'setting', verb: 'Off', label, layer: SYSTEM_LAYER, screw: null, holes: [], of: 1, out: 1 };
    return { ...job, tray: [...job.tray.filter((one) => one.id !== id), item] };
  },
);

export const settingTurnedOn = defineEvent(
  z.strictObject({ type: z.literal('setting-turned-on'), settingId: z.string() }),
  (job, { settingId }) => ({
    ...job,
    tray: clearItem(job.tray, settingItemId(settingId)),
  }),
);
