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
  copy: [
    { id: 'starts', say: 'The copied system starts from the new drive' },
    { id: 'files', say: 'The files that must not be lost open' },
    { id: 'programs', say: 'The programs that matter start' },
  ],
  add: [
    { id: 'volume', say: 'The added drive has a table, a volume, a letter and a label' },
    { id: 'boot-order', say: 'The machine still starts from the old drive' },
  ],
  rescue: [
    { id: 'starts', say: 'The system cloned from the image starts, with only the new drive attached' },
    { id: 'files', say: 'The files that must not be lost open, or are named as lost' },
    { id: 'told', say: 'The customer was told what did not read' },
  ],
  'nothing-to-keep': [
    { id: 'installed', say: 'System installed and activated, same edition' },
    { id: 'drivers', say: 'Drivers in, network first' },
  ],
};

/** The checklist of Set up for this job; empty until the data plan is decided. */
export const setUpItems = (job: Pick<JobState, 'safeguard'>): readonly SetUpItem[] => (job.safeguard ? BY_PLAN[job.safeguard.plan] : []);
