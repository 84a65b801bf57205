import { readFileSync } from 'node:fs';
import {
  currentStep,
  readMoveFile,
  rescueOf,
  sourceDiskOf,
  summaryOf,
  nextTick,
  openingChecks,
  progress,
  readAny,
  type Baseline,
  type Intake,
  type JobCommand,
  type JobState,
  type Leg,
  type Phase,
  type SourceDisk,
} from '@petrichor/core';

/** A job of the demo: what the counter wrote, and how far the bench has come with it. */
export interface DemoJob {
  readonly intake: Intake;
  readonly takenInBy: string;
  readonly workedBy: string;
  /** When the bench worked on it; 0: over the last hours. */
  readonly daysAgo: number;
  /** What is done at Diagnose before the rest goes its usual way. */
  readonly deeds: readonly JobCommand[];
  /** Walked on from intake until this phase is entered. */
  readonly until: Phase;
  /** Steps walked within that phase. */
  readonly ticksIn: number;
  readonly closedTo: string | null;
  /** Which drive goes where; unset: the one that most get. */
  readonly drive?: { readonly slotId: string; readonly driveId: string };
  /** The old drive is kept here until this day; unset: it goes back. */
  readonly keptUntil?: string;
}

/** `at` hours from `now`, rounded to the half hour, as a promise would be. */
export const inHours = (now: Date, hours: number): string =>
  new Date(Math.round((now.getTime() + hours * 3_600_000) / 1_800_000) * 1_800_000).toISOString();

export const ALL_WELL: Baseline = {
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
export const HARDLY_STARTS: Baseline = { ...ALL_WELL, starts: 'faulty', camera: 'not-tried', speakers: 'not-tried', wireless: 'not-tried' };

/** What the counter wrote of a machine of the demo's model. */
export const brought = (own: Omit<Intake, 'modelId' | 'modelName'> & Partial<Pick<Intake, 'modelId' | 'modelName'>>): Intake => ({
  modelId: 'tarnwell-fen-14',
  modelName: 'Tarnwell Fen 14',
  ...own,
});

/** Today's: who took it in, who works on it. */
const by = (takenInBy: string, workedBy: string) => ({ takenInBy, workedBy, daysAgo: 0 });

/** Jobs at every stage; promises are set from `now`, so that the demo is never out of date. */
export const demoJobs = (now: Date): readonly DemoJob[] => [
  {
    intake: brought({
      customer: { name: 'Halima Quist', reach: 'tide observatory, bell 4' },
      serial: 'TF14-2K-30417',
      complaint: 'Freezes for half a minute, then goes on. Worse every week.',
      mustNotLose: 'The tide tables since spring, on the desktop.',
      accessories: 'charger, grey sleeve',
      promisedAt: inHours(now, 3),
      baseline: ALL_WELL,
    }),
    ...by('perpetua', 'ines'),
    until: 'way-in',
    ticksIn: 9,
    deeds: [],
    closedTo: null,
  },
  {
    intake: brought({
      customer: { name: 'Old Ferry Office', reach: 'Ivo Penhale, counter 2' },
      serial: 'TF14-2K-28850',
      complaint: 'Full since the new timetable; cannot save.',
      mustNotLose: 'Everything in the folder Crossings.',
      accessories: '',
      promisedAt: inHours(now, 5),
      baseline: { ...ALL_WELL, camera: 'faulty' },
    }),
    ...by('perpetua', 'tobiah'),
    until: 'way-out',
    ticksIn: 6,
    deeds: [],
    closedTo: null,
  },
  {
    intake: brought({
      customer: { name: 'Bettany Crole', reach: 'night bakery, after 22:00' },
      serial: 'TF14-2K-31102',
      complaint: 'Says no drive is found, sometimes starts at the third try.',
      mustNotLose: 'Recipes and the order book.',
      accessories: 'charger',
      promisedAt: inHours(now, 26),
      baseline: HARDLY_STARTS,
    }),
    ...by('ines', 'ines'),
    until: 'match',
    ticksIn: 0,
    deeds: [],
    closedTo: null,
  },
  {
    intake: brought({
      customer: { name: 'Village school', reach: 'Wim Oddny, office' },
      serial: 'TF14-2K-29976',
      complaint: 'Slow since always; wants room for pictures.',
      mustNotLose: 'nothing, all of it is on the school’s server',
      accessories: '',
      promisedAt: inHours(now, 50),
      baseline: ALL_WELL,
    }),
    ...by('perpetua', 'tobiah'),
    until: 'diagnose',
    ticksIn: 0,
    deeds: [],
    closedTo: null,
  },
  {
    intake: brought({
      customer: { name: 'Merrow Staithe choir', reach: 'Anselm Tate, Thursdays' },
      serial: 'TF14-2K-27311',
      complaint: 'Starts, then a blue screen.',
      mustNotLose: 'Scores and recordings.',
      accessories: 'foot switch',
      promisedAt: inHours(now, -20),
      baseline: ALL_WELL,
    }),
    ...by('perpetua', 'ines'),
    until: 'hand-over',
    ticksIn: 0,
    deeds: [],
    closedTo: 'Anselm Tate',
    keptUntil: inHours(now, -26).slice(0, 10),
  },
  {
    intake: brought({
      customer: { name: 'Boatyard Tern', reach: 'Jory, slip 2' },
      serial: 'TF14-2K-22016',
      complaint: 'Stalls half a minute, goes on. Since it was carried upstairs.',
      mustNotLose: 'Drawings of the two hulls.',
      accessories: 'charger',
      promisedAt: inHours(now, 54),
      baseline: ALL_WELL,
    }),
    ...by('perpetua', 'ines'),
    until: 'diagnose',
    ticksIn: 0,
    deeds: [
      { type: 'observe', observation: 'freezes-then-resumes', seen: 'seen', detail: 'half a minute, goes on' },
      { type: 'observe', observation: 'since-knock', seen: 'seen', detail: 'carried upstairs' },
      dump('cable-first'),
      dump('cable-later'),
      { type: 'observe', observation: 'clicks', seen: 'not-seen', detail: 'in 5 min' },
    ],
    closedTo: null,
  },
  {
    intake: brought({
      customer: { name: 'Skipper Aldous Rowe', reach: 'the Marigold, or ring the harbour' },
      serial: 'TF14-2K-20886',
      complaint: 'Dropped on deck on Friday. Will not start since.',
      mustNotLose: 'The log book since 2009. There is no copy.',
      accessories: '',
      promisedAt: inHours(now, 58),
      baseline: HARDLY_STARTS,
    }),
    ...by('perpetua', 'tobiah'),
    until: 'diagnose',
    ticksIn: 0,
    deeds: [
      { type: 'state-stake', stake: 'irreplaceable' },
      { type: 'observe', observation: 'rotating', seen: 'seen' },
      { type: 'observe', observation: 'since-knock', seen: 'seen', detail: 'on deck, Friday' },
      { type: 'observe', observation: 'will-not-start', seen: 'seen' },
      { type: 'observe', observation: 'clicks', seen: 'seen', detail: '3 a second, from power on' },
      { type: 'stop-step', stepId: 'power-off' },
    ],
    closedTo: null,
  },
  {
    intake: brought({
      customer: { name: 'Clinic on the Slip', reach: 'Dr Osk, reception' },
      serial: 'TF14-2K-21990',
      complaint: 'Slower every week; a letter would not open.',
      mustNotLose: 'Letters; they are copied to the clinic’s store every night.',
      accessories: 'dock, charger',
      promisedAt: inHours(now, 62),
      baseline: ALL_WELL,
    }),
    ...by('perpetua', 'ines'),
    until: 'diagnose',
    ticksIn: 0,
    deeds: [
      { type: 'state-stake', stake: 'copied' },
      { type: 'observe', observation: 'slow-lately', seen: 'seen' },
      dump('worn-first'),
      dump('worn-later'),
    ],
    closedTo: null,
  },
  {
    intake: brought({
      customer: { name: 'Lighthouse keeper Quay', reach: 'radio, channel 8' },
      serial: 'TF14-2K-30990',
      complaint: 'Stops for a while when pictures are opened; room is running out.',
      mustNotLose: 'The photos of every ship since 2015.',
      accessories: 'charger',
      promisedAt: inHours(now, 7),
      baseline: ALL_WELL,
    }),
    ...by('perpetua', 'ines'),
    until: 'safeguard',
    ticksIn: 0,
    deeds: [oldMap()],
    closedTo: null,
  },
];

/** Other machines than most bring: loaded last, so that the numbers before stay as they are. */
export const otherMachines = (now: Date): readonly DemoJob[] => [
  {
    intake: brought({
      modelId: 'corvane-pane-21',
      modelName: 'Corvane Pane 21',
      customer: { name: 'Village school', reach: 'Wim Oddny, reading room' },
      serial: 'CP21-G-11807',
      complaint: 'Hums and hangs; the children go away before it is up.',
      mustNotLose: 'nothing, all of it is on the school’s server',
      accessories: 'keyboard, mouse',
      promisedAt: inHours(now, 30),
      baseline: ALL_WELL,
    }),
    ...by('perpetua', 'tobiah'),
    drive: { slotId: 'bay', driveId: 'corrie-d7-2tb' },
    until: 'way-in',
    ticksIn: 0,
    deeds: [],
    closedTo: null,
  },
  {
    intake: brought({
      modelId: 'winslade-gannet-15',
      modelName: 'Winslade Gannet 15',
      customer: { name: 'Ferry office', reach: 'Ivo Penhale, counter 2' },
      serial: 'WG15-77166',
      complaint: 'Takes a quarter of an hour to start.',
      mustNotLose: 'The fare tables.',
      accessories: 'charger',
      promisedAt: inHours(now, 28),
      baseline: ALL_WELL,
    }),
    ...by('perpetua', 'ines'),
    drive: { slotId: 'bay', driveId: 'corrie-d7-1tb' },
    until: 'way-in',
    ticksIn: 5,
    deeds: [],
    closedTo: null,
  },
];

const dumpBytes = (name: string): Uint8Array => readFileSync(new URL(`../dumps/${name}`, import.meta.url));

/** The old drive's partitions, how full they are known to be. */
function oldTable(): SourceDisk {
  const read = readMoveFile(dumpBytes('sallow.sfdisk'));
  const disk = read.ok && read.value.kind === 'table' ? sourceDiskOf(read.value.table, null) : null;
  if (!disk) throw new Error('demo/dumps/sallow.sfdisk is no partition table.');
  const used: Record<string, number> = { System: 187 * 2 ** 30, Photos: 131 * 2 ** 30 };
  return { ...disk, partitions: disk.partitions.map((one) => ({ ...one, usedBytes: used[one.name] ?? null })) };
}

/** A rescue map of demo/dumps: three spots that do not read. */
function oldMap(): JobCommand {
  const read = readMoveFile(dumpBytes('sallow.map'));
  if (!read.ok || read.value.kind !== 'map') throw new Error('demo/dumps/sallow.map is no rescue map.');
  return { type: 'read-map', name: 'sallow.map', summary: summaryOf(read.value.map), rescue: rescueOf(read.value.map, oldTable()) };
}

/** A self-report of demo/dumps, as a technician would drop it. */
function dump(name: string): JobCommand {
  const reading = readAny(readFileSync(new URL(`../dumps/${name}.smartctl.json`, import.meta.url)));
  if (!reading.ok || !('protocol' in reading.value))
    throw new Error(`demo/dumps/${name}: ${reading.ok ? 'no self-report' : reading.problem}`);
  return { type: 'read-report', source: 'file', name: `${name}.smartctl.json`, report: reading.value };
}

/**
 * The next thing the demo's bench does on this job, or null when it has come as far as it should.
 * It only gives commands that a person could give; the server decides them like anyone's.
 */
export function nextDemoCommand(demo: DemoJob, job: JobState): JobCommand | null {
  // Whoever looks at the plan finds the old drive's partitions and answers there.
  if (job.phase === 'safeguard' && (!job.move.source || job.move.facts.reach === 'unknown')) return STEPS.safeguard(job, demo);
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
    const found = new Set(job.findings.before.map((one) => one.observation));
    if (!job.conclusion && !found.has('freezes-then-resumes'))
      return { type: 'observe', observation: 'freezes-then-resumes', seen: 'seen' };
    if (!job.conclusion && !found.has('bad-sectors')) return { type: 'observe', observation: 'bad-sectors', seen: 'seen' };
    return job.conclusion
      ? goOn('diagnose')
      : { type: 'conclude', causeId: 'flash-worn', reason: 'Self-report counts media errors; spare at 4 %.' };
  },
  match: (job, { drive }) => {
    if (job.need.usedGb === null) return { type: 'state-need', usedGb: 334, wantedGb: 1000 };
    return job.choice ? goOn('match') : { type: 'choose-drive', ...(drive ?? { slotId: 'm2-a', driveId: 'pellow-p3-1tb' }) };
  },
  safeguard: (job) => {
    if (!job.move.source) return { type: 'read-table', name: 'sallow.sfdisk', source: 'file', disk: oldTable() };
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
        plan: 'clone',
        backup: 'verified',
        backupWhere: 'bench store, shelf 2',
        recoveryKey: 'customer-holds-it',
        note: '',
      } as const;
      return { type: 'decide-safeguard', safeguard };
    }
    const open = openingChecks(job).find((one) => !job.move.checks[one.id]);
    if (open) return { type: 'check-opening', checkId: open.id, outcome: 'done', note: '' };
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
    if (!job.proved && !job.cured) return { type: 'prove-drive', listed: true, size };
    const open = (Object.keys(job.intake.baseline) as (keyof Baseline)[]).find(
      (check) => job.intake.baseline[check] === 'works' && !job.after[check],
    );
    if (open) return { type: 'check-baseline', check: open, result: 'works', note: '' };
    return job.confirmed ? goOn('prove') : { type: 'confirm-causes', causeIds: job.conclusion ? [job.conclusion.causeId] : [] };
  },
  'hand-over': (job, { closedTo, keptUntil }) => {
    if (!closedTo || job.closed) return null;
    return job.oldDriveFate || job.cured
      ? { type: 'hand-over', to: closedTo }
      : keptUntil
        ? { type: 'settle-old-drive', fate: 'kept-as-fallback', until: keptUntil, note: 'drawer 7' }
        : { type: 'settle-old-drive', fate: 'returned', until: null, note: 'in an antistatic bag' };
  },
};

function walk(job: JobState, phase: Phase, leg: Leg): JobCommand | null {
  return currentStep(job)?.step.leg === leg ? nextTick(job, true) : goOn(phase);
}
