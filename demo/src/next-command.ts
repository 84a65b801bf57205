import { sure } from '@petrichor/core/units';
import {
  billNow,
  currentStep,
  isCopyOwed,
  isUnfitToStay,
  nextTick,
  openingChecks,
  paidMinor,
  progress,
  setUpItems,
  unpluggedChecks,
  type Baseline,
  type JobCommand,
  type JobState,
  type Phase,
  mainDrive,
} from '@petrichor/core/job';
import type { Leg } from '@petrichor/core/teardown';
import { oldTable } from './dumps.js';
import type { DemoJob } from './jobs.js';
import { nextOrder } from './record-jobs.js';

/**
 * The next thing the demo's bench does on this job, or null when it has come as far as it should.
 * It only gives commands that a person could give; the server decides them like anyone's.
 */
export function nextDemoCommand(
  demo: DemoJob,
  job: JobState,
  now = new Date(job.lastTouched.at),
): JobCommand | null {
  if (demo.referredTo) return referred(job, demo);
  if (demo.waitsForCustomer && job.phase === 'agree')
    return job.offer ? waiting(job, demo.waitsForCustomer) : SIDE_BY_SIDE;
  const ordering = job.phase === 'safeguard' ? nextOrder(job, demo, now) : null;
  if (ordering) return ordering;
  // Whoever looks at the plan finds the old drive's partitions and answers there.
  if (job.phase === 'safeguard' && (!job.move.source || job.move.facts.reach === 'unknown'))
    return STEPS.safeguard(job, demo);
  if (job.phase === demo.until && job.phase !== 'hand-over') {
    const leg = job.phase === 'way-out' ? 'out' : 'in';
    if (progress(job).filter((one) => one.step.leg === leg && one.done).length >= demo.ticksIn) return null;
  }
  return STEPS[job.phase](job, demo);
}

/** What the new drive reads at in its slot, as one would measure it on mains. */
const measured = (job: JobState): Extract<JobCommand, { type: 'measure-speed' }>['speed'] => ({
  when: 'after',
  source: 'typed',
  from: 'bench stick',
  readBytesPerSecond: Math.round((mainDrive(job)?.link?.usableBytesPerSecond ?? 500e6) * 0.94),
  writeBytesPerSecond: null,
  onMains: true,
  celsius: 47,
});

/** The stop worked through, the specialist named, and the machine handed back. */
function referred(job: JobState, { referredTo, closedTo }: DemoJob): JobCommand | null {
  const step = job.stop?.steps.find((one) => one.done === null);
  if (step) return { type: 'stop-step', stepId: step.id };
  if (job.stop && job.stop.way === null) return { type: 'choose-stop-way', way: 'refer' };
  if (!job.conclusion)
    return { type: 'conclude', causeId: 'mechanical-failing', reason: 'it clicks, and there is no copy' };
  if (!job.endedEarly)
    return { type: 'end-early', reason: 'Only a clean room helps here.', referredTo: sure(referredTo) };
  return handBack(job, closedTo);
}

/** The cheapest that cures it, the advised one, a roomy one, and a second drive beside the old. */
const SIDE_BY_SIDE: JobCommand = {
  type: 'offer',
  options: [
    { kind: 'cheapest', slotId: 'm2-a', driveId: 'sallow-r8-1tb' },
    { kind: 'advised', slotId: 'm2-a', driveId: 'pellow-p3-1tb' },
    { kind: 'roomy', slotId: 'm2-a', driveId: 'tansy-q2-2tb' },
    { kind: 'add', slotId: 'bay-b', driveId: 'heddle-r2-1tb' },
  ],
  machineMinor: 42_000,
};

/** With an offer made, somebody has to say yes. */
const waiting = (job: JobState, what: string): JobCommand | null =>
  job.waiting ? null : { type: 'wait-for', kind: 'customer', what, who: '', until: null };

function handBack(job: JobState, closedTo: string | null): JobCommand | null {
  if (!closedTo || job.closed) return null;
  const owed = (billNow(job)?.totalMinor ?? 0) - paidMinor(job);
  return owed === 0 ? { type: 'hand-over', to: closedTo } : { type: 'pay', amountMinor: owed, how: 'card' };
}

const goOn = (from: Phase): JobCommand => ({ type: 'advance', from });
const size = { shown: 931.5, unit: 'GiB' } as const;

const STEPS: Record<Phase, (job: JobState, demo: DemoJob) => JobCommand | null> = {
  intake: () => null,
  diagnose: (job) => {
    const found = new Set(job.findings.before.map((one) => one.observation));
    if (!job.conclusion && !found.has('freezes-then-resumes'))
      return { type: 'observe', observation: 'freezes-then-resumes', seen: 'seen' };
    if (!job.conclusion && !found.has('bad-sectors'))
      return { type: 'observe', observation: 'bad-sectors', seen: 'seen' };
    return job.conclusion
      ? goOn('diagnose')
      : { type: 'conclude', causeId: 'flash-worn', reason: 'Self-report counts media errors; spare at 4 %.' };
  },
  match: (job, demo) => {
    const { drive } = demo;
    if (job.need.usedGb === null)
      return { type: 'state-need', usedGb: demo.wantedGb ? 190 : 334, wantedGb: demo.wantedGb ?? 1000 };
    return mainDrive(job)
      ? goOn('match')
      : { type: 'choose-drive', ...(drive ?? { slotId: 'm2-a', driveId: 'pellow-p3-1tb' }) };
  },
  agree: (job) => {
    const choice = mainDrive(job);
    if (!job.offer && choice)
      return {
        type: 'offer',
        options: [{ kind: 'advised', slotId: choice.slot.id, driveId: choice.drive.id }],
        machineMinor: 42_000,
      };
    if (job.agreement || !choice) return goOn('agree');
    return {
      type: 'agree',
      slotId: choice.slot.id,
      driveId: choice.drive.id,
      who: job.intake.customer.name,
      how: 'phone',
      depositMinor: 0,
      words: '',
    };
  },
  safeguard: (job) => {
    if (!job.move.source)
      return { type: 'read-table', name: 'sallow.sfdisk', source: 'file', disk: oldTable() };
    if (job.move.facts.reach === 'unknown') {
      const facts = {
        system: 'sound',
        encryption: 'unlocked',
        secureBoot: 'on',
        reach: 'dock',
        storageMode: 'same',
        boot: 'uefi',
        imageStore: true,
        usbMedium: true,
        programs: 23,
      } as const;
      return { type: 'state-move-facts', facts };
    }
    if (!job.safeguard) {
      const safeguard = {
        plan: isUnfitToStay(job) ? 'rescue' : 'clone',
        backup: 'verified',
        backupWhere: 'bench store, shelf 2',
        recoveryKey: 'customer-holds-it',
        note: '',
      } as const;
      return { type: 'decide-safeguard', safeguard };
    }
    // What goes on to the bench is copied by then, with the bench's own cloner.
    if (isCopyOwed(job))
      return { type: 'state-copy', copy: { what: 'all', made: 'the bench cloner', compared: 'whole' } };
    const open = openingChecks(job).find((one) => !job.move.checks[one.id]);
    if (open) return { type: 'check-opening', checkId: open.id, outcome: 'done', note: '' };
    return job.tray.some((item) => item.kind === 'setting')
      ? goOn('safeguard')
      : { type: 'turn-off-setting', settingId: 'secure-boot' };
  },
  'way-in': (job) => walk(job, 'way-in', 'in'),
  swap: (job) => {
    if (!job.serials.oldDrive)
      return { type: 'record-serial', which: 'oldDrive', serial: `SR6-08C41-${job.number}` };
    if (!job.serials.newDrive)
      return { type: 'record-serial', which: 'newDrive', serial: `PP3-77A1-${job.number}` };
    return walk(job, 'swap', 'swap');
  },
  try: (job) => (job.tried ? goOn('try') : { type: 'try-out', listed: true, size }),
  'way-out': (job) => walk(job, 'way-out', 'out'),
  'set-up': (job) => {
    if (job.tray.some((item) => item.kind === 'setting' && item.out > 0))
      return { type: 'turn-on-setting', settingId: 'secure-boot' };
    const open = setUpItems(job).find((item) => !job.setUp[item.id]);
    return open ? { type: 'check-set-up', itemId: open.id, outcome: 'done', note: '' } : goOn('set-up');
  },
  prove: (job) => {
    if (!job.proved && !job.cured) return { type: 'prove-drive', listed: true, size };
    if (!job.cured && job.speeds.length === 0) return { type: 'measure-speed', speed: measured(job) };
    const unplugged = unpluggedChecks(job).find((one) => !one.rechecked);
    if (unplugged) return { type: 'recheck', checkId: unplugged.id, result: 'works', note: '' };
    const open = (Object.keys(job.intake.baseline) as (keyof Baseline)[]).find(
      (check) => job.intake.baseline[check] === 'works' && !job.after[check],
    );
    if (open) return { type: 'check-baseline', check: open, result: 'works', note: '' };
    return job.confirmed
      ? goOn('prove')
      : { type: 'confirm-causes', causeIds: job.conclusion ? [job.conclusion.causeId] : [] };
  },
  'hand-over': (job, { closedTo, keptUntil }) => {
    if (!closedTo || job.closed) return null;
    return job.oldDriveFate || job.cured
      ? handBack(job, closedTo)
      : keptUntil
        ? { type: 'settle-old-drive', fate: 'kept-as-fallback', until: keptUntil, note: 'drawer 7' }
        : { type: 'settle-old-drive', fate: 'returned', until: null, note: 'in an antistatic bag' };
  },
};

function walk(job: JobState, phase: Phase, leg: Leg): JobCommand | null {
  return currentStep(job)?.step.leg === leg ? nextTick(job, true) : goOn(phase);
}
