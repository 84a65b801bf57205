import type { JobCommand } from '@petrichor/core/job';
import {
  ALL_WELL,
  brought,
  found,
  HARDLY_STARTS,
  held,
  inHours,
  type DemoJob,
  type Planning,
} from './jobs.js';

/** A finished drive job on another machine than most bring, in one line. */
interface Past {
  readonly days: number;
  readonly modelId: string;
  readonly modelName: string;
  readonly isOld?: boolean;
  readonly serial: string;
  readonly customer: string;
  readonly complaint: string;
  readonly seen: readonly string[];
  readonly cause: string;
  readonly why: string;
  readonly plan: readonly Planning[];
  readonly by: 'ines' | 'tobiah';
}

const drive = (slotId: string, driveId: string): Planning => ({ type: 'choose-drive', slotId, driveId });

/** One of each model that no other job is about, over the last year. */
const PAST: readonly Past[] = [
  {
    days: 334,
    modelId: 'lanrick-dome',
    isOld: true,
    modelName: 'Lanrick Dome',
    serial: 'LD-00417',
    customer: 'Tide observatory',
    complaint: 'The old dome in the hall only hums.',
    seen: ['not-in-firmware', 'rotating'],
    cause: 'mechanical-failing',
    why: 'does not spin up in the dock either',
    plan: [
      {
        type: 'override-fit',
        slotId: 'bay',
        driveId: 'heddle-k1-250',
        reason: 'Above the stated 137 GB: only the first part is used, and they know.',
      },
    ],
    by: 'ines',
  },
  {
    days: 291,
    modelId: 'brannock-slate-11',
    isOld: true,
    modelName: 'Brannock Slate 11',
    serial: 'BS11-20144',
    customer: 'Merrow Staithe choir',
    complaint: 'Takes until the second hymn to start.',
    seen: ['slow-lately', 'bad-sectors'],
    cause: 'flash-worn',
    why: 'writes stop for seconds',
    plan: [drive('bay', 'withy-p1-128')],
    by: 'tobiah',
  },
  {
    days: 247,
    modelId: 'winslade-folio-10',
    isOld: true,
    modelName: 'Winslade Folio 10',
    serial: 'WF10-80012',
    customer: 'Lighthouse keeper Quay',
    complaint: 'Freezes when it is carried up.',
    seen: ['freezes-then-resumes', 'bad-sectors', 'rotating'],
    cause: 'mechanical-failing',
    why: 'reallocated sectors grow by the day',
    // The maker sold it without a drive: somebody put that one in.
    plan: [found(['bay'], held('Withy U4 80 GB', 80)), drive('bay', 'withy-u8-128')],
    by: 'ines',
  },
  {
    days: 203,
    modelId: 'ellwick-rill-13',
    isOld: true,
    modelName: 'Ellwick Rill 13',
    serial: 'ER13-33190',
    customer: 'Wenna Polgrean',
    complaint: 'Full after every update.',
    seen: ['nearly-full', 'wants-room'],
    cause: 'too-small',
    why: '30 GB, and sound',
    plan: [drive('bay', 'tansy-z1-64')],
    by: 'tobiah',
  },
  {
    days: 158,
    modelId: 'winslade-quarto-12',
    isOld: true,
    modelName: 'Winslade Quarto 12',
    serial: 'WQ12-51880',
    customer: 'Night bakery',
    complaint: 'Clicks, then no orders.',
    seen: ['bad-sectors', 'rotating'],
    cause: 'mechanical-failing',
    why: 'pending sectors, rising',
    plan: [drive('bay', 'corrie-d7-480')],
    by: 'ines',
  },
  {
    days: 121,
    modelId: 'tarnwell-moor-16',
    modelName: 'Tarnwell Moor 16',
    serial: 'TM16-07755',
    customer: 'Boatyard Tern',
    complaint: 'No room for the drawings.',
    seen: ['nearly-full', 'wants-room'],
    cause: 'too-small',
    why: '4 GB free; sound by its report',
    plan: [drive('m2', 'pellow-p3-1tb')],
    by: 'tobiah',
  },
  {
    days: 96,
    modelId: 'corvane-pane-24',
    modelName: 'Corvane Pane 24',
    serial: 'CP24-28431',
    customer: 'Ferry terminal',
    complaint: 'The departures board crawls.',
    seen: ['slow-lately', 'rotating', 'bad-sectors'],
    cause: 'mechanical-failing',
    why: 'slow sectors all over',
    plan: [drive('bay', 'corrie-d7-500')],
    by: 'ines',
  },
  {
    days: 74,
    modelId: 'ellwick-loft-14',
    modelName: 'Ellwick Loft 14',
    serial: 'EL14-60217',
    customer: 'Keziah Nance',
    complaint: 'Runs out of room with the pictures.',
    seen: ['nearly-full', 'wants-room'],
    cause: 'too-small',
    why: '128 GB, 3 free',
    plan: [drive('m2', 'marl-s3-256')],
    by: 'tobiah',
  },
];

export const pastModels = (now: Date): readonly DemoJob[] => PAST.map((one) => asJob(one, now));

const asJob = (
  { days, modelId, modelName, isOld = false, serial, customer, complaint, seen, cause, why, plan, by }: Past,
  now: Date,
): DemoJob => ({
  intake: brought({
    modelId,
    modelName,
    customer: { name: customer, reach: '' },
    serial,
    complaint,
    mustNotLose: 'What is on the desktop.',
    accessories: '',
    promisedAt: inHours(now, -24 * days + 30),
    baseline: seen.includes('not-in-firmware') ? HARDLY_STARTS : ALL_WELL,
  }),
  takenInBy: 'perpetua',
  workedBy: by,
  daysAgo: days,
  stoodDays: 0.5 + (days % 3) * 0.6,
  deeds: [
    { type: 'state-stake', stake: 'copied' },
    ...seen.map((observation): JobCommand => ({ type: 'observe', observation, seen: 'seen' })),
    { type: 'conclude', causeId: cause, reason: why },
  ],
  plan,
  isOld,
  until: 'hand-over',
  ticksIn: 0,
  closedTo: customer,
});
