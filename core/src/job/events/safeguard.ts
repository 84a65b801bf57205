import * as z from 'zod';
import { SafeguardSchema } from '../safeguard.js';
import { clearItem, settingItemId, SYSTEM_LAYER, type TrayItem } from '../tray.js';
import { defineEvent, stamp } from './define.js';

export const safeguardDecided = defineEvent(
  z.strictObject({ type: z.literal('safeguard-decided'), safeguard: SafeguardSchema }),
  (job, { safeguard }, meta) => ({ ...job, safeguard: { ...safeguard, ...stamp(meta) } }),
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
