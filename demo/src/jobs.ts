import {
  IntakeSchema,
  type Baseline,
  type Found,
  type Intake,
  type IntakeInput,
  type JobCommand,
  type Phase,
} from '@petrichor/core/job';
import type { Body } from '@petrichor/core/hardware';
import { dump } from './dumps.js';

/** What may be done at Match for a job of the demo. */
export type Planning = Extract<
  JobCommand,
  { type: 'find' | 'choose-drive' | 'plan-change' | 'override-fit' }
>;

/** A job of the demo: what the counter wrote, and how far the bench has come with it. */
export interface DemoJob {
  readonly intake: Intake;
  readonly takenInBy: string;
  readonly workedBy: string;
  /** When the bench worked on it; 0: over the last hours. */
  readonly daysAgo: number;
  /** Days it stood here before hands were put on it; unset: none. */
  readonly stoodDays?: number;
  /** What is done at Diagnose before the rest goes its usual way. */
  readonly deeds: readonly JobCommand[];
  /** Walked on from intake until this phase is entered. */
  readonly until: Phase;
  /** Steps walked within that phase. */
  readonly ticksIn: number;
  readonly closedTo: string | null;
  /** Which drive goes where; unset: the one that most get. */
  readonly drive?: { readonly slotId: string; readonly driveId: string };
  /** What is planned at Match, command by command; unset: one drive. */
  readonly plan?: readonly Planning[];
  /** Its firmware has no setting that has to go off first. */
  readonly isOld?: boolean;
  /** At least so many GB are wanted; unset: 1000. */
  readonly wantedGb?: number;
  /** What is not on the shelf is on order and does not come; unset: it comes at once. */
  readonly partsFrom?: {
    readonly supplier: string;
    readonly days: number;
    readonly state: 'confirmed' | 'back-ordered';
  };
  /** Once the offer is made the job waits for the customer. */
  readonly waitsForCustomer?: string;
  /** Serial of the machine whose finished job this comes back from. */
  readonly comebackOf?: string;
  /** It ends with a specialist. */
  readonly referredTo?: string;
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
  stand: 'not-tried',
};
export const HARDLY_STARTS: Baseline = {
  ...ALL_WELL,
  starts: 'faulty',
  camera: 'not-tried',
  speakers: 'not-tried',
  wireless: 'not-tried',
};

/** The same on a machine that stands: it has no hinges, and keys and touchpad are the customer's. */
export const triedOn = (baseline: Baseline, body: Body | null): Baseline =>
  body === 'stands'
    ? { ...baseline, keys: 'not-tried', click: 'not-tried', hinges: 'not-tried', stand: 'works' }
    : baseline;

/** Nothing is wrong with the drive but its size: it may be cloned as it is, or kept beside a second one. */
export const FULL_AND_SOUND: readonly JobCommand[] = [
  { type: 'observe', observation: 'nearly-full', seen: 'seen', detail: '6 GB free' },
  { type: 'observe', observation: 'wants-room', seen: 'seen' },
  { type: 'observe', observation: 'clicks', seen: 'not-seen' },
  { type: 'conclude', causeId: 'too-small', reason: 'sound by its report, and full' },
];

/** What the counter wrote of a machine of the demo's model. */
export const brought = (
  own: Omit<IntakeInput, 'modelId' | 'modelName'> & Partial<Pick<Intake, 'modelId' | 'modelName'>>,
): Intake => IntakeSchema.parse({ modelId: 'tarnwell-fen-14', modelName: 'Tarnwell Fen 14', ...own });

/** Today's: who took it in, who works on it. */
const by = (takenInBy: string, workedBy: string) => ({ takenInBy, workedBy, daysAgo: 0 });

/** What was found in some places of a machine, by whoever looked. */
export const found = (placeIds: string[], own: Partial<Found>): Planning => ({
  type: 'find',
  placeIds,
  found: { is: 'as-guide', holds: null, missing: [], screws: null, note: '', how: 'seen', ...own },
});

/** A drive of which the label is known. */
export const held = (label: string, gb: number): Partial<Found> => ({
  is: 'holds',
  holds: { label, gb, gib: null, megatransfers: null, serial: null, jumper: null },
});

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
      stake: 'none',
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
      {
        type: 'observe',
        observation: 'freezes-then-resumes',
        seen: 'seen',
        detail: 'half a minute, goes on',
      },
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
      stake: 'irreplaceable',
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
      stake: 'copied',
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
    deeds: [...FULL_AND_SOUND],
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
      stake: 'none',
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
