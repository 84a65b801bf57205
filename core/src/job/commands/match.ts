import * as z from 'zod';
import { judge } from '../../fit/index.js';
import type { Drive } from '../../hardware/index.js';
import { readOff } from '../../units/index.js';
import { isBefore } from '../phases.js';
import type { JobState } from '../state.js';
import { hasWalked } from '../walk.js';
import { accept, BENCH, defineCommand, refuse } from './define.js';

const gigabytes = z.number().int('Whole GB, please.').min(1, 'At least 1 GB.').max(64_000, 'At most 64 000 GB.').nullable();

export const stateNeed = defineCommand(
  z.strictObject({ type: z.literal('state-need'), usedGb: gigabytes, wantedGb: gigabytes }),
  BENCH,
  (_, { usedGb, wantedGb }) => accept({ type: 'need-stated', usedGb, wantedGb }),
);

export const measureDrive = defineCommand(
  z.strictObject({
    type: z.literal('measure-drive'),
    driveId: z.string(),
    key: z.enum(['topHeight', 'bottomHeight']),
    mm: z
      .number('Type what you read, in mm.')
      .min(0, 'A height is not below 0.')
      .max(20, 'That is more than any M.2 drive stands: read it again, in mm.'),
    with: z.enum(['callipers', 'ruler']),
  }),
  BENCH,
  (_, command, { knowledge }) =>
    knowledge.drive(command.driveId)
      ? accept({ type: 'drive-measured', driveId: command.driveId, key: command.key, measure: readOff(command.with, command.mm) })
      : refuse('unknown-drive', 'That drive is no longer on the shelf. Load the page again.'),
);

export const chooseDrive = defineCommand(
  z.strictObject({ type: z.literal('choose-drive'), slotId: z.string(), driveId: z.string() }),
  BENCH,
  (job, { slotId, driveId }, { knowledge }) => {
    if (hasWalked(job))
      return refuse('way-begun', 'The way in has begun with another drive. Take its steps back first (Undo), then choose again.');
    if (isBefore(job.phase, 'match')) return refuse('too-early', 'Finish the diagnosis first: it says whether a drive is needed at all.');
    const slot = knowledge.model(job.intake.modelId)?.slots.find((one) => one.id === slotId);
    const shelved = knowledge.drive(driveId);
    if (!slot || !shelved) return refuse('unknown-drive', 'That drive or slot is no longer known. Load the page again.');
    const drive = withMeasured(shelved, job);
    const verdict = judge(slot, drive, job.need);
    if (verdict.outcome === 'no') return refuse('does-not-fit', verdict.because);
    if (verdict.outcome === 'unknown') return refuse('cannot-say-yet', verdict.because);
    if (drive.inStock < 1) return refuse('not-in-stock', 'It would fit, but none is in stock. Choose one that is.');
    return accept({ type: 'drive-chosen', slot, drive, verdict });
  },
);

/** The drive with what was measured on this job in place of what its sheet does not say. */
export function withMeasured(drive: Drive, job: Pick<JobState, 'measured'>): Drive {
  const measured = job.measured[drive.id];
  if (!measured || drive.family !== 'm2') return drive;
  return { ...drive, topHeight: measured.topHeight ?? drive.topHeight, bottomHeight: measured.bottomHeight ?? drive.bottomHeight };
}
