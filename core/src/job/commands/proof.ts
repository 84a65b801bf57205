import * as z from 'zod';
import { checkShownSize } from '../../prove/index.js';
import { BaselineIdSchema, WorkingSchema } from '../shape/baseline.js';
import { setUpItems } from '../reading/set-up.js';
import { ShownSizeSchema, type ShownSize } from '../shape/proof.js';
import type { JobState } from '../shape/state.js';
import { accept, HANDS, command, refuse } from './define.js';
import { mainDrive } from '../reading/changes.js';

const listing = { listed: z.boolean(), size: ShownSizeSchema.nullable() };
const sizeMissing = () => refuse('size');

function judgeListing(
  job: JobState,
  listed: boolean,
  size: ShownSize | null,
): { right: boolean; sentence: string } {
  const drive = mainDrive(job)?.drive;
  if (!listed || !size || !drive)
    return {
      right: false,
      sentence:
        'The drive is not listed. Seat it again; check key and protocol; see that nothing is left unplugged.',
    };
  const { right, sentence } = checkShownSize(drive.markedGb, size.shown, size.unit);
  return { right, sentence };
}

export const tryOut = command('try-out', {
  shape: {
    ...listing,
  },
  by: HANDS,
  decide: (job, { listed, size }) => {
    if (job.phase !== 'try') return refuse('tried-after-swap');
    if (listed && !size) return sizeMissing();
    return accept({ type: 'tried', listed, size: listed ? size : null, ...judgeListing(job, listed, size) });
  },
});

export const proveDrive = command('prove-drive', {
  shape: {
    ...listing,
  },
  by: HANDS,
  decide: (job, { listed, size }) => {
    if (job.phase !== 'prove') return refuse('proved-when-closed');
    if (listed && !size) return sizeMissing();
    return accept({
      type: 'drive-proved',
      listed,
      size: listed ? size : null,
      ...judgeListing(job, listed, size),
    });
  },
});

export const checkSetUp = command('check-set-up', {
  shape: {
    itemId: z.string(),
    outcome: z.enum(['done', 'not-needed', 'open']),
    note: z.string().trim().max(300),
  },
  by: HANDS,
  decide: (job, { itemId, outcome, note }) => {
    if (!setUpItems(job).some((item) => item.id === itemId)) return refuse('unknown-item');
    if (outcome === 'not-needed' && note.length < 3) return refuse('why-not-needed');
    return accept({ type: 'set-up-checked', itemId, outcome, note });
  },
});

export const checkBaseline = command('check-baseline', {
  shape: {
    check: BaselineIdSchema,
    result: WorkingSchema,
    note: z.string().trim().max(300),
  },
  by: HANDS,
  decide: (job, { check, result, note }) => {
    if (job.phase !== 'prove') return refuse('baseline-in-prove');
    return accept({ type: 'baseline-checked', check, result, note });
  },
});
