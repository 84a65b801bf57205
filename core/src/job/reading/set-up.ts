import { sayModel, type MachineModel } from '../../hardware/index.js';
import type { DataPlan } from '../shape/safeguard.js';
import type { JobState } from '../shape/state.js';

interface SetUpItem {
  readonly id: string;
  readonly say: string;
  /** What to do or look for. */
  readonly how: string;
}

const STARTS = (what: string): SetUpItem => ({
  id: 'starts',
  say: `${what} starts from the new drive, with only that drive attached`,
  how: 'Never start with both copies attached: they carry the same identifiers. Look in the boot menu which drive it is.',
});
const FILES: SetUpItem = {
  id: 'files',
  say: 'The files that must not be lost open',
  how: 'Open one of each kind, the newest and the oldest.',
};
const INSTALLED: SetUpItem = {
  id: 'installed',
  say: 'System installed, same edition as before',
  how: 'Choose the new drive by its size in the installer; storage mode as it was, set before installing.',
};
const ACTIVATED: SetUpItem = {
  id: 'activated',
  say: 'Activated',
  how: 'It asks for the network; the edition has to be the one that the licence is for.',
};
const DRIVERS: SetUpItem = {
  id: 'drivers',
  say: 'Drivers in, in order: network, chipset, graphics, then the rest',
  how: 'Network first, so that the others can be fetched; then nothing is left unknown in the list of devices.',
};
const TOOLS: SetUpItem = {
  id: 'tools',
  say: 'Maker’s tools worth having',
  how: 'Firmware updates, battery care and special keys; leave the rest out.',
};
const DATA_BACK: SetUpItem = {
  id: 'data-back',
  say: 'Data back from the backup',
  how: 'Count folders and size against the backup; say what is missing.',
};
const PROGRAMS: SetUpItem = {
  id: 'programs',
  say: 'Programs agreed with the customer are back',
  how: 'Write down which are still missing, and who holds their licences.',
};
const SECOND: SetUpItem = {
  id: 'second-system',
  say: 'The second operating system starts, too',
  how: 'Its own tool puts its entry back into the boot menu; try both.',
};

/**
 * What has to be true of the system in place, by how the data was handled, in the order it is done (common
 * practice, no source).
 */
const BY_PLAN: Record<DataPlan, readonly SetUpItem[]> = {
  clone: [STARTS('The cloned system'), FILES],
  'clean-install': [
    INSTALLED,
    ACTIVATED,
    DRIVERS,
    TOOLS,
    DATA_BACK,
    { ...FILES, say: 'The files that must not be lost are back and open' },
    PROGRAMS,
  ],
  'restore-backup': [
    { id: 'restored', say: 'Backup restored without errors', how: 'Keep its log; note what it left out.' },
    STARTS('The system'),
    FILES,
  ],
  copy: [STARTS('The copied system'), FILES, { ...PROGRAMS, say: 'The programs that matter start' }],
  add: [
    {
      id: 'table',
      say: 'The added drive has a partition table',
      how: 'GPT, unless firmware or size ask otherwise. Not initialised is not a fault.',
    },
    {
      id: 'volume',
      say: 'A volume over all of it, formatted',
      how: 'Aligned to 1 MiB, as the planner of the move says.',
    },
    {
      id: 'letter',
      say: 'It has a letter and a label that the customer knows',
      how: 'Without a letter it does not show in the file browser.',
    },
    {
      id: 'boot-order',
      say: 'The machine still starts from the old drive',
      how: 'Look at the order in the firmware; a new drive may have gone to the top.',
    },
  ],
  rescue: [
    STARTS('The system cloned from the image'),
    { ...FILES, say: 'The files that must not be lost open, or are named as lost' },
    {
      id: 'told',
      say: 'The customer was told what did not read',
      how: 'The rescue map says which places; name the files.',
    },
  ],
  'nothing-to-keep': [INSTALLED, ACTIVATED, DRIVERS, TOOLS],
};

/** Plans that leave two drives with the same identifiers. */
const TWO_ALIKE: ReadonlySet<DataPlan> = new Set(['clone', 'rescue']);
/** Whether old and new drive must not be attached together at a start; undecided, they may have to be. */
export const leavesTwoAlike = ({ safeguard }: Pick<JobState, 'safeguard'>): boolean =>
  safeguard === null || TWO_ALIKE.has(safeguard.plan);

/** The checklist of Set up for this job; empty until the data plan is decided. */
export function setUpItems(job: Pick<JobState, 'safeguard' | 'move'>): readonly SetUpItem[] {
  if (!job.safeguard) return [];
  const { plan } = job.safeguard;
  const items = BY_PLAN[plan];
  // Two bootable systems on the old drive want two on the new one.
  return plan !== 'add' && hasSecondSystem(job) ? [...items, SECOND] : items;
}

/** Linux file systems beside others: there is a second operating system, unless the whole drive is one. */
function hasSecondSystem({ move }: Pick<JobState, 'move'>): boolean {
  const kinds = new Set(move.source?.disk.partitions.map((one) => one.fileSystem));
  return kinds.has('ntfs') && (['ext', 'btrfs', 'xfs'] as const).some((kind) => kinds.has(kind));
}

/**
 * Where this model helps with setting up: how to enter its firmware and boot menu, and recovery over the
 * network.
 */
export function setUpHints(model: MachineModel | undefined): string[] {
  if (!model) return [];
  return [
    `Firmware of the ${sayModel(model)}: ${model.firmwareEntry}`,
    ...(model.bootMenuEntry ? [`Boot menu: ${model.bootMenuEntry}`] : []),
    ...(model.networkRecovery ? [`Recovery over the network: ${model.networkRecovery}`] : []),
  ];
}
