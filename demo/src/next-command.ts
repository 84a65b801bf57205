import { sure } from '@petrichor/core/units';
import type { Drive } from '@petrichor/core/hardware';
import {
  billNow,
  currentStep,
  isWalkedNow,
  FIRST_CHANGE,
  hadOldDrive,
  isWish,
  oldDrivesOpen,
  othersToBeShown,
  proofOf,
  removedNow,
  removedParts,
  SHOWS_BY,
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
  type ShownWhen,
  mainDrive,
} from '@petrichor/core/job';
import { oldTable } from './dumps.js';
import type { DemoJob, Planning } from './jobs.js';
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
  if (job.phase === 'safeguard' && planUnread(job)) return STEPS.safeguard(job, demo);
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

/** As firmware shows it: the marked size. */
const sizeOf = (drive: Drive | undefined) => ({ shown: drive?.markedGb ?? 1000, unit: 'GB' as const });

/** The first of the plan that is not in the job yet. */
const planOpen = (job: JobState, plan: readonly Planning[]): Planning | undefined =>
  plan.find((one) => {
    if (one.type === 'find') return !one.placeIds.every((id) => id in job.found);
    return !job.changes.some((change) => change.id === (one.changeId ?? FIRST_CHANGE));
  });

/** What a change besides the main drive shows: as it should. */
function showNext(job: JobState, when: ShownWhen): JobCommand | null {
  const change = othersToBeShown(job).find((one) => proofOf(job, one.id)[when] === null);
  if (!change) return null;
  const memory = SHOWS_BY[change.kind] === 'memory';
  return {
    type: 'show-change',
    changeId: change.id,
    ok: true,
    size: SHOWS_BY[change.kind] === 'size' ? sizeOf(change.thing?.drive ?? undefined) : null,
    gib: memory ? shownGib(job) : null,
    megatransfers: null,
    note: '',
  };
}

/** What goes in and what was found beside it, together. */
const shownGib = (job: JobState): number => {
  const own = job.changes.flatMap(({ thing }) => (thing?.part?.kind === 'memory' ? thing.part.gib : []));
  const places = new Set(job.changes.map((one) => one.placeId));
  const found = Object.entries(job.found).flatMap(([id, { holds }]) =>
    places.has(id) ? [] : (holds?.gib ?? 0),
  );
  return [...own, ...found].reduce((sum, one) => sum + one, 0);
};

const STEPS: Record<Phase, (job: JobState, demo: DemoJob) => JobCommand | null> = {
  intake: () => null,
  diagnose: (job) => {
    if (isWish(job)) return goOn('diagnose');
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
    const { drive, plan } = demo;
    if (plan) return planOpen(job, plan) ?? goOn('match');
    if (job.need.usedGb === null)
      return { type: 'state-need', usedGb: demo.wantedGb ? 190 : 334, wantedGb: demo.wantedGb ?? 1000 };
    return mainDrive(job)
      ? goOn('match')
      : { type: 'choose-drive', ...(drive ?? { slotId: 'm2-a', driveId: 'pellow-p3-1tb' }) };
  },
  agree: (job) => {
    const choice = mainDrive(job);
    const option = { slotId: choice?.slot.id ?? '', driveId: choice?.drive.id ?? '' };
    if (!job.offer && job.changes.length > 0)
      return { type: 'offer', options: [{ kind: 'advised', ...option }], machineMinor: 42_000 };
    if (job.agreement || job.changes.length === 0) return goOn('agree');
    return {
      type: 'agree',
      ...option,
      who: job.intake.customer.name,
      how: 'phone',
      depositMinor: 0,
      words: '',
    };
  },
  safeguard: (job, { isOld }) => {
    if (!mainDrive(job)) return goOn('safeguard');
    if (!job.move.source && !isBare(job))
      return { type: 'read-table', name: 'sallow.sfdisk', source: 'file', disk: oldTable() };
    if (job.move.facts.reach === 'unknown' && !isBare(job)) {
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
        plan: planOf(job),
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
    return isOld || job.tray.some((item) => item.kind === 'setting')
      ? goOn('safeguard')
      : { type: 'turn-off-setting', settingId: 'secure-boot' };
  },
  'way-in': (job) => walk(job, 'way-in'),
  swap: (job) => {
    if (!mainDrive(job)) return walk(job, 'swap');
    if (!job.serials.oldDrive && hadOldDrive(job))
      return { type: 'record-serial', which: 'oldDrive', serial: `SR6-08C41-${job.number}` };
    if (!job.serials.newDrive)
      return { type: 'record-serial', which: 'newDrive', serial: `PP3-77A1-${job.number}` };
    return walk(job, 'swap');
  },
  try: (job) => {
    const main = mainDrive(job);
    if (main && !job.tried) return { type: 'try-out', listed: true, size: sizeOf(main.drive) };
    return showNext(job, 'start') ?? goOn('try');
  },
  'way-out': (job) => walk(job, 'way-out'),
  'set-up': (job) => {
    if (job.tray.some((item) => item.kind === 'setting' && item.out > 0))
      return { type: 'turn-on-setting', settingId: 'secure-boot' };
    const open = setUpItems(job).find((item) => !job.setUp[item.id]);
    return open ? { type: 'check-set-up', itemId: open.id, outcome: 'done', note: '' } : goOn('set-up');
  },
  prove: (job) => {
    const main = job.cured ? null : mainDrive(job);
    if (main && !job.proved) return { type: 'prove-drive', listed: true, size: sizeOf(main.drive) };
    if (main && job.speeds.length === 0) return { type: 'measure-speed', speed: measured(job) };
    const show = job.cured ? null : showNext(job, 'closed');
    if (show) return show;
    const unplugged = unpluggedChecks(job).find((one) => !one.rechecked);
    if (unplugged) return { type: 'recheck', checkId: unplugged.id, result: 'works', note: '' };
    const open = (Object.keys(job.intake.baseline) as (keyof Baseline)[]).find(
      (check) => job.intake.baseline[check] === 'works' && !job.after[check],
    );
    if (open) return { type: 'check-baseline', check: open, result: 'works', note: '' };
    return job.confirmed || !job.conclusion
      ? goOn('prove')
      : { type: 'confirm-causes', causeIds: job.conclusion ? [job.conclusion.causeId] : [] };
  },
  'hand-over': (job, { closedTo, keptUntil }) => {
    if (!closedTo || job.closed) return null;
    const removed = removedParts(job).find((what) => removedNow(job, what) === null);
    if (removed !== undefined)
      return {
        type: 'settle-removed',
        what: removed,
        fate: 'returned',
        until: null,
        amountMinor: 0,
        note: '',
      };
    const other = oldDrivesOpen(job).find(({ changeId }) => changeId !== '');
    if (other)
      return { type: 'settle-old-drive', changeId: other.changeId, fate: 'returned', until: null, note: '' };
    return job.oldDriveFate || job.cured || !hadOldDrive(job)
      ? handBack(job, closedTo)
      : keptUntil
        ? { type: 'settle-old-drive', fate: 'kept-as-fallback', until: keptUntil, note: 'drawer 7' }
        : { type: 'settle-old-drive', fate: 'returned', until: null, note: 'in an antistatic bag' };
  },
};

/** An old drive's partitions are still to be read, or the answers about it to be given. */
const planUnread = (job: JobState): boolean =>
  mainDrive(job) !== null && !isBare(job) && (job.move.source === null || job.move.facts.reach === 'unknown');

/** Came without a drive. */
const isBare = (job: JobState): boolean => job.intake.wishes.includes('put-to-work');

/** Beside a drive that stays, one is added; a machine without one starts from an installer. */
function planOf(job: JobState): 'add' | 'clean-install' | 'rescue' | 'clone' {
  if (mainDrive(job)?.kind === 'add-drive')
    return job.intake.wishes.includes('put-to-work') ? 'clean-install' : 'add';
  return isUnfitToStay(job) ? 'rescue' : 'clone';
}

function walk(job: JobState, phase: Phase): JobCommand | null {
  const here = currentStep(job)?.step;
  return here && isWalkedNow(job, here) ? nextTick(job, true) : goOn(phase);
}
