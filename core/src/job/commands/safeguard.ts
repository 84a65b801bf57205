import * as z from 'zod';
import { SafeguardSchema } from '../safeguard.js';
import { settingItemId } from '../tray.js';
import { accept, BENCH, defineCommand, refuse } from './define.js';

export const decideSafeguard = defineCommand(
  z.strictObject({ type: z.literal('decide-safeguard'), safeguard: SafeguardSchema }),
  BENCH,
  (job, { safeguard }) => {
    if (safeguard.backup !== 'none' && safeguard.backupWhere === '') return refuse('where', 'Say where the backup is.');
    if (job.safeguard && job.safeguard.plan !== safeguard.plan && Object.keys(job.setUp).length > 0) {
      return refuse('set-up-begun', 'The set-up for the other plan has begun. Clear its checks first.');
    }
    return accept({ type: 'safeguard-decided', safeguard });
  },
);

const isOff = (tray: readonly { id: string; out: number }[], settingId: string) =>
  tray.some((item) => item.id === settingItemId(settingId) && item.out > 0);

export const turnOffSetting = defineCommand(
  z.strictObject({ type: z.literal('turn-off-setting'), settingId: z.string() }),
  BENCH,
  (job, { settingId }, { knowledge }) => {
    const setting = knowledge.model(job.intake.modelId)?.settings.find((one) => one.id === settingId);
    if (!setting) return refuse('unknown-setting', 'This model’s card has no such setting. Load the page again.');
    if (isOff(job.tray, settingId)) return refuse('already-off', `${setting.label} is off already and on the tray.`);
    return accept({ type: 'setting-turned-off', settingId, label: setting.label });
  },
);

export const turnOnSetting = defineCommand(
  z.strictObject({ type: z.literal('turn-on-setting'), settingId: z.string() }),
  BENCH,
  (job, { settingId }) =>
    isOff(job.tray, settingId) ? accept({ type: 'setting-turned-on', settingId }) : refuse('already-on', 'That setting is on already.'),
);
