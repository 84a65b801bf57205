import type { JobState } from './state.js';
import type { DataPlan } from './safeguard.js';

export interface SetUpItem {
  readonly id: string;
  readonly say: string;
}

/** What has to be true of the system in place, by how the data was handled (common practice, no source). */
const BY_PLAN: Record<DataPlan, readonly SetUpItem[]> = {
  clone: [
    { id: 'starts', say: 'The cloned system starts from the new drive, with only that drive attached' },
    { id: 'files', say: 'The files that must not be lost open' },
  ],
  'clean-install': [
    { id: 'installed', say: 'System installed and activated, same edition' },
    { id: 'drivers', say: 'Drivers in, network first' },
    { id: 'files', say: 'The files that must not be lost are back and open' },
    { id: 'programs', say: 'Programs agreed with the customer are back' },
  ],
  'restore-backup': [
    { id: 'restored', say: 'Backup restored without errors' },
    { id: 'starts', say: 'The system starts from the new drive' },
    { id: 'files', say: 'The files that must not be lost open' },
  ],
  'nothing-to-keep': [
    { id: 'installed', say: 'System installed and activated, same edition' },
    { id: 'drivers', say: 'Drivers in, network first' },
  ],
};

/** The checklist of Set up for this job; empty until the data plan is decided. */
export const setUpItems = (job: Pick<JobState, 'safeguard'>): readonly SetUpItem[] => (job.safeguard ? BY_PLAN[job.safeguard.plan] : []);
