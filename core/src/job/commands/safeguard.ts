import * as z from 'zod';
import { oneLine } from '../../units/index.js';
import { ComparedSchema } from '../shape/copies.js';
import { oldDriveHealth } from '../reading/old-drive.js';
import { AnswersSchema, SafeguardSchema } from '../shape/safeguard.js';
import { settingItemId } from '../shape/tray.js';
import { accept, HANDS, command, refuse } from './define.js';

export const decideSafeguard = command('decide-safeguard', {
  shape: {
    safeguard: SafeguardSchema,
  },
  by: HANDS,
  decide: (job, { safeguard }) => {
    if (safeguard.plan === 'clone' && oldDriveHealth(job) === 'failing') return refuse('rescue-it');
    if (job.safeguard && job.safeguard.plan !== safeguard.plan && Object.keys(job.setUp).length > 0) {
      return refuse('set-up-begun');
    }
    return accept({ type: 'safeguard-decided', safeguard });
  },
});

/** A pressed answer is an answer, before a way across is decided and after. */
export const answerSafeguard = command('answer-safeguard', {
  shape: {
    answers: AnswersSchema.partial(),
  },
  by: HANDS,
  decide: (_, { answers }) =>
    Object.keys(answers).length === 0 ? refuse('nothing') : accept({ type: 'safeguard-answered', answers }),
});

/** A copy that was made with a tool of one's own. Null: what was stated before was not so. */
export const stateCopy = command('state-copy', {
  shape: {
    copy: z
      .strictObject({
        what: z.enum(['all', 'files']),
        made: oneLine().min(3, 'Say with what it was made, and where.').max(120),
        compared: ComparedSchema,
      })
      .nullable(),
  },
  by: HANDS,
  decide: (job, { copy }) =>
    copy === null && job.move.copies.length === 0 ? refuse('no-copy') : accept({ type: 'copy-stated', copy }),
});

const isOff = (tray: readonly { id: string; out: number }[], settingId: string) =>
  tray.some((item) => item.id === settingItemId(settingId) && item.out > 0);

export const turnOffSetting = command('turn-off-setting', {
  shape: {
    settingId: z.string(),
  },
  by: HANDS,
  asks: ['model'],
  decide: (job, { settingId }, { knowledge }) => {
    const setting = knowledge.model(job.intake.modelId)?.settings.find((one) => one.id === settingId);
    if (!setting) return refuse('unknown-setting');
    if (isOff(job.tray, settingId)) return refuse('already-off', { label: setting.label });
    return accept({ type: 'setting-turned-off', settingId, label: setting.label });
  },
});

export const turnOnSetting = command('turn-on-setting', {
  shape: {
    settingId: z.string(),
  },
  by: HANDS,
  decide: (job, { settingId }) =>
    isOff(job.tray, settingId) ? accept({ type: 'setting-turned-on', settingId }) : refuse('already-on'),
});
