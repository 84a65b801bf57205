import type { SizeEvidence } from '../../hardware/index.js';
import type { JobState } from '../shape/state.js';
import { mainDrive } from './changes.js';

/**
 * What a job has shown about a size in a slot of a model. It stands as evidence on the model from then on.
 */
export interface FitCase {
  readonly modelId: string;
  readonly slotId: string;
  readonly gb: number;
  readonly worked: boolean;
  readonly jobNumber: number;
}

/** Proved right or wrong: before that a job shows nothing. */
export function fitCaseOf(job: JobState): FitCase | null {
  const drive = mainDrive(job);
  if (!drive || !job.proved) return null;
  return {
    modelId: job.intake.modelId,
    slotId: drive.slot.id,
    gb: drive.drive.markedGb,
    worked: job.proved.right,
    jobNumber: job.number,
  };
}

export const evidenceFrom = ({ gb, worked, jobNumber }: FitCase): SizeEvidence => ({
  kind: 'seen-here',
  gb,
  worked,
  source: `job ${jobNumber}`,
});
