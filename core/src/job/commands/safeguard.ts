import * as z from 'zod';
import { oneLine } from '../../units/index.js';
import { RESCUE_IT } from '../../move/index.js';
import { ComparedSchema } from '../shape/copies.js';
import { oldDriveHealth } from '../reading/old-drive.js';
import { AnswersSchema, SafeguardSchema } from '../shape/safeguard.js';
import { settingItemId } from '../shape/tray.js';
import { accept, BENCH, command, refuse } from './define.js';

export const decideSafeguard = command('decide-safeguard', {
  shape: {
    safeguard: SafeguardSchema,
  },
  by: BENCH,
  decide: (job, { safeguard }) => {
    if (safeguard.plan === 'clone' && oldDriveHealth(job) === 'failing') return refuse('rescue-it', RESCUE_IT);
    if (job.safeguard && job.safeguard.plan !== safeguard.plan && Object.keys(job.setUp).length > 0) {
      return refuse('set-up-begun', 'The set-up for the other plan has begun. Clear its checks first.');
    }
    return accept({ type: 'safeguard-decided', safeguard });
  },
});

/** A pressed answer is an answer, before a way across is decided and after. */
export const answerSafeguard = command('answer-safeguard', {
  shape: {
    answers: AnswersSchema.partial(),
  },
  by: BENCH,
  decide: (_, { answers }) =>
    Object.keys(answers).length === 0 ? refuse('nothing', 'Say at least one thing.') : accept({ type: 'safeguard-answered', answers }),
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
  by: BENCH,
  decide: (job, { copy }) =>
    copy === null && job.move.copies.length === 0
      ? refuse('nothing', 'No copy was stated on this job.')
      : accept({ type: 'copy-stated', copy }),
});

const isOff = (tray: readonly { id: string; out: number }[], settingId: string) =>
  tray.some((item) => item.id === settingItemId(settingId) && item.out > 0);

export const turnOffSetting = command('turn-off-setting', {
  shape: {
    settingId: z.string(),
  },
  by: BENCH,
  asks: ['model'],
  decide: (job, { settingId }, { knowledge }) => {
    const setting = knowledge.model(job.intake.modelId)?.settings.find((one) => one.id === settingId);
    if (!setting) return refuse('unknown-setting', 'This model’s card has no such setting. Load the page again.');
    if (isOff(job.tray, settingId)) return refuse('already-off', `${setting.label} is off already and on the tray.`);
    return accept({ type: 'setting-turned-off', settingId, label: setting.label });
  },
});

export const turnOnSetting = command('turn-on-setting', {
  shape: {
    settingId: z.string(),
  },
  by: BENCH,
  decide: (job, { settingId }) =>
    isOff(job.tray, settingId) ? accept({ type: 'setting-turned-on', settingId }) : refuse('already-on', 'That setting is on already.'),
});
