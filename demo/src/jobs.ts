import {
  currentStep,
  nextTick,
  progress,
  type Baseline,
  type Intake,
  type JobCommand,
  type JobState,
  type Leg,
  type Phase,
} from '@petrichor/core';

/** A job of the demo: what the counter wrote, and how far the bench has come with it. */
export interface DemoJob {
  readonly intake: Intake;
  readonly takenInBy: string;
  readonly workedBy: string;
  /** Walked on from intake until this phase is entered. */
  readonly until: Phase;
  /** Steps walked within that phase. */
  readonly ticksIn: number;
  readonly closedTo: string | null;
}

/** `at` hours from `now`, rounded to the half hour, as a promise would be. */
const inHours = (now: Date, hours: number): string =>
  new Date(Math.round((now.getTime() + hours * 3_600_000) / 1_800_000) * 1_800_000).toISOString();

const ALL_WELL: Baseline = {
  starts: 'works',
  keys: 'works',
  click: 'works',
  screen: 'works',
  camera: 'works',
  speakers: 'works',
  wireless: 'works',
  ports: 'works',
  hinges: 'works',
};
const HARDLY_STARTS: Baseline = { ...ALL_WELL, starts: 'faulty', camera: 'not-tried', speakers: 'not-tried', wireless: 'not-tried' };

const machine = (serial: string) => ({ modelId: 'tarnwell-fen-14', modelName: 'Tarnwell Fen 14', serial });

/** Five jobs at five stages; promises are set from `now`, so that the demo is never out of date. */
export const demoJobs = (now: Date): readonly DemoJob[] => [
  {
    intake: {
      customer: { name: 'Halima Quist', reach: 'tide observatory, bell 4' },
      ...machine('TF14-2K-30417'),
      complaint: 'Freezes for half a minute, then goes on. Worse every week.',
      mustNotLose: 'The tide tables since spring, on the desktop.',
      accessories: 'charger, grey sleeve',
      promisedAt: inHours(now, 3),
      baseline: ALL_WELL,
    },
    takenInBy: 'perpetua',
    workedBy: 'ines',
    until: 'way-in',
    ticksIn: 9,
    closedTo: null,
  },
  {
    intake: {
      customer: { name: 'Old Ferry Office', reach: 'Ivo Penhale, counter 2' },
      ...machine('TF14-2K-28850'),
      complaint: 'Full since the new timetable; cannot save.',
      mustNotLose: 'Everything in the folder Crossings.',
      accessories: '',
      promisedAt: inHours(now, 5),
      baseline: { ...ALL_WELL, camera: 'faulty' },
    },
    takenInBy: 'perpetua',
    workedBy: 'tobiah',
    until: 'way-out',
    ticksIn: 6,
    closedTo: null,
  },
  {
    intake: {
      customer: { name: 'Bettany Crole', reach: 'night bakery, after 22:00' },
      ...machine('TF14-2K-31102'),
      complaint: 'Says no drive is found, sometimes starts at the third try.',
      mustNotLose: 'Recipes and the order book.',
      accessories: 'charger',
      promisedAt: inHours(now, 26),
      baseline: HARDLY_STARTS,
    },
    takenInBy: 'ines',
    workedBy: 'ines',
    until: 'match',
    ticksIn: 0,
    closedTo: null,
  },
  {
    intake: {
      customer: { name: 'Village school', reach: 'Wim Oddny, office' },
      ...machine('TF14-2K-29976'),
      complaint: 'Slow since always; wants room for pictures.',
      mustNotLose: 'nothing, all of it is on the school’s server',
      accessories: '',
      promisedAt: inHours(now, 50),
      baseline: ALL_WELL,
    },
    takenInBy: 'perpetua',
    workedBy: 'tobiah',
    until: 'diagnose',
    ticksIn: 0,
    closedTo: null,
  },
  {
    intake: {
      customer: { name: 'Merrow Staithe choir', reach: 'Anselm Tate, Thursdays' },
      ...machine('TF14-2K-27311'),
      complaint: 'Starts, then a blue screen.',
      mustNotLose: 'Scores and recordings.',
      accessories: 'foot switch',
      promisedAt: inHours(now, -20),
      baseline: ALL_WELL,
    },
    takenInBy: 'perpetua',
    workedBy: 'ines',
    until: 'hand-over',
    ticksIn: 0,
    closedTo: 'Anselm Tate',
  },
];

/**
 * The next thing the demo's bench does on this job, or null when it has come as far as it should.
 * It only gives commands that a person could give; the server decides them like anyone's.
 */
export function nextDemoCommand(demo: DemoJob, job: JobState): JobCommand | null {
  if (job.phase === demo.until && job.phase !== 'hand-over') {
    const leg = job.phase === 'way-out' ? 'out' : 'in';
    if (progress(job).filter((one) => one.step.leg === leg && one.done).length >= demo.ticksIn) return null;
  }
  return STEPS[job.phase](job, demo);
}

const goOn = (from: Phase): JobCommand => ({ type: 'advance', from });
const size = { shown: 931.5, unit: 'GiB' } as const;

const STEPS: Record<Phase, (job: JobState, demo: DemoJob) => JobCommand | null> = {
  intake: () => null,
  diagnose: (job) => {
    if (!job.observations['freezes-then-resumes']) return { type: 'observe', observation: 'freezes-then-resumes', seen: 'seen' };
    if (!job.observations['bad-sectors']) return { type: 'observe', observation: 'bad-sectors', seen: 'seen' };
    return job.conclusion
      ? goOn('diagnose')
      : { type: 'conclude', causeId: 'flash-worn', reason: 'Self-report counts media errors; spare at 4 %.' };
  },
  match: (job) => {
    if (job.need.usedGb === null) return { type: 'state-need', usedGb: 334, wantedGb: 1000 };
    return job.choice ? goOn('match') : { type: 'choose-drive', slotId: 'm2-a', driveId: 'pellow-p3-1tb' };
  },
  safeguard: (job) => {
    if (!job.safeguard) {
      const safeguard = {
        plan: 'clone',
        backup: 'verified',
        backupWhere: 'bench store, shelf 2',
        recoveryKey: 'customer-holds-it',
        note: '',
      } as const;
      return { type: 'decide-safeguard', safeguard };
    }
    return job.tray.some((item) => item.kind === 'setting') ? goOn('safeguard') : { type: 'turn-off-setting', settingId: 'secure-boot' };
  },
  'way-in': (job) => walk(job, 'way-in', 'in'),
  swap: (job) => {
    if (!job.serials.oldDrive) return { type: 'record-serial', which: 'oldDrive', serial: `SR6-08C41-${job.number}` };
    if (!job.serials.newDrive) return { type: 'record-serial', which: 'newDrive', serial: `PP3-77A1-${job.number}` };
    return walk(job, 'swap', 'swap');
  },
  try: (job) => (job.tried ? goOn('try') : { type: 'try-out', listed: true, size }),
  'way-out': (job) => walk(job, 'way-out', 'out'),
  'set-up': (job) => {
    if (job.tray.some((item) => item.kind === 'setting' && item.out > 0)) return { type: 'turn-on-setting', settingId: 'secure-boot' };
    const open = ['starts', 'files'].find((itemId) => !job.setUp[itemId]);
    return open ? { type: 'check-set-up', itemId: open, outcome: 'done', note: '' } : goOn('set-up');
  },
  prove: (job) => {
    if (!job.proved) return { type: 'prove-drive', listed: true, size };
    const open = (Object.keys(job.intake.baseline) as (keyof Baseline)[]).find(
      (check) => job.intake.baseline[check] === 'works' && !job.after[check],
    );
    return open ? { type: 'check-baseline', check: open, result: 'works', note: '' } : goOn('prove');
  },
  'hand-over': (job, { closedTo }) => {
    if (!closedTo || job.closed) return null;
    return job.oldDriveFate
      ? { type: 'hand-over', to: closedTo }
      : { type: 'settle-old-drive', fate: 'returned', until: null, note: 'in an antistatic bag' };
  },
};

function walk(job: JobState, phase: Phase, leg: Leg): JobCommand | null {
  return currentStep(job)?.step.leg === leg ? nextTick(job, true) : goOn(phase);
}
