import { shippedDiagnosis } from '../diagnose/index.js';
import type * as z from 'zod';
import {
  BaySlotSchema,
  M2DriveSchema,
  GuideSchema,
  M2SlotSchema,
  MsataDriveSchema,
  MsataSlotSchema,
  OperationSchema,
  PartSchema,
  ScrewSchema,
  TwoAndAHalfDriveSchema,
  type BaySlot,
  type M2Drive,
  type M2Slot,
  type MachineModel,
  type MsataDrive,
  type MsataSlot,
  type Operation,
  type Part,
  type PartKind,
  type TwoAndAHalfDrive,
  MachinePlaceSchema,
  type BatteryFacts,
  type MachinePlace,
} from '../hardware/index.js';
import {
  decide,
  evolve,
  IntakeSchema,
  type Intake,
  type IntakeInput,
  type JobCommand,
  type JobState,
  type Knowledge,
  type RecordedEvent,
  type Role,
  bareChange,
  mainDrive,
  type Change,
  type ChangeKind,
} from '../job/index.js';
import { USUAL_PRICING } from '../quote/index.js';
import { USUAL_POLICY } from '../teardown/index.js';
import { spec } from '../units/index.js';

/** Invented things with sensible defaults: a test states only what it is about. */
export const m2Drive = (own: Partial<M2Drive> = {}): M2Drive =>
  M2DriveSchema.parse({
    family: 'm2',
    id: 'pellow-p3',
    maker: 'Pellow',
    name: 'P3',
    markedGb: 1000,
    medium: 'flash',
    readBytesPerSecond: 7e9,
    priceMinor: 8900,
    drawer: 'C4',
    inStock: 2,
    lengthMm: 80,
    key: 'M',
    link: { protocol: 'nvme', generation: 4, lanes: 4 },
    topHeight: spec(1.38, 0.05),
    bottomHeight: spec(0),
    ...own,
  });

export const bayDrive = (own: Partial<TwoAndAHalfDrive> = {}): TwoAndAHalfDrive =>
  TwoAndAHalfDriveSchema.parse({
    family: '2.5-inch',
    id: 'corrie-d7',
    maker: 'Corrie',
    name: 'D7',
    markedGb: 1000,
    medium: 'flash',
    readBytesPerSecond: 0.55e9,
    priceMinor: 6100,
    drawer: 'E1',
    inStock: 2,
    height: spec(7, 0.1),
    link: { protocol: 'sata', generation: 3 },
    ...own,
  });

export const msataDrive = (own: Partial<MsataDrive> = {}): MsataDrive =>
  MsataDriveSchema.parse({
    family: 'msata',
    id: 'sallow-m1',
    maker: 'Sallow',
    name: 'M1',
    markedGb: 256,
    medium: 'flash',
    readBytesPerSecond: 0.5e9,
    priceMinor: 5200,
    drawer: 'E4',
    inStock: 1,
    size: 'full',
    link: { protocol: 'sata', generation: 3 },
    topHeight: spec(2, 0.1),
    bottomHeight: spec(0.6, 0.1),
    ...own,
  });

export const m2Slot = (own: Partial<M2Slot> = {}): M2Slot =>
  M2SlotSchema.parse({
    kind: 'm2',
    id: 'm2-a',
    label: 'M.2 socket',
    reach: ['drive-out'],
    fitted: { label: 'Sallow R6 512 GB', markedGb: 512, lengthMm: 60 },
    claimedLimitGb: null,
    key: 'M',
    protocols: ['nvme'],
    generation: 3,
    lanes: 4,
    roomLength: spec(84, 0.3),
    roomWidth: spec(26.8, 0.15),
    post: { nowAtMm: 60, canMoveToMm: [80], tool: 'nut driver' },
    screw: { thread: 'M2', lengthMm: 2.5, head: 'wafer', bit: 'PH0' },
    standOff: spec(1.5, 0.05),
    coverAt: spec(5.4, 0.1),
    stack: [
      { name: 'foil', height: spec(0.15, 0.03) },
      { name: 'pad', height: spec(0.75, 0.1) },
      { name: 'plate', height: spec(0.4, 0.04), rigid: true },
    ],
    ...own,
  });

export const msataSlot = (own: Partial<MsataSlot> = {}): MsataSlot =>
  MsataSlotSchema.parse({
    kind: 'msata',
    id: 'msata-a',
    label: 'mSATA socket',
    reach: ['drive-out'],
    fitted: null,
    claimedLimitGb: null,
    wiredFor: 'sata',
    generation: 2,
    sizes: ['full'],
    screw: { thread: 'M2', lengthMm: 3, head: 'pan', bit: 'PH0' },
    standOff: spec(3, 0.1),
    coverAt: spec(8, 0.2),
    stack: [],
    ...own,
  });

export const baySlot = (own: Partial<BaySlot> = {}): BaySlot =>
  BaySlotSchema.parse({
    kind: 'bay-2.5',
    id: 'bay-b',
    label: '2.5-inch bay',
    reach: ['drive-out'],
    fitted: null,
    claimedLimitGb: null,
    roomLength: spec(101.5, 0.3),
    roomWidth: spec(70.6, 0.2),
    roomHeight: spec(7.2, 0.1),
    generation: 3,
    ...own,
  });

/** A small part of the shelf; its kind decides what else it says. */
export const part = (own: Partial<z.input<typeof PartSchema>> & { kind: PartKind }): Part =>
  PartSchema.parse({
    id: `a-${own.kind}`,
    name: `a ${own.kind}`,
    priceMinor: 100,
    drawer: 'D1',
    inStock: 5,
    ...own,
  });

export const operation = (own: Partial<z.input<typeof OperationSchema>> & { id: string }): Operation =>
  OperationSchema.parse({
    title: `Do ${own.id}`,
    short: own.id,
    detail: null,
    layer: 'cover',
    side: 'base-up',
    tool: null,
    minutes: 1,
    after: [],
    takes: [],
    caution: null,
    waitSeconds: null,
    mirror: { title: `Undo ${own.id}`, short: own.id, minutes: 1, caution: null },
    atSwap: false,
    ...own,
  });

/** Sockets for memory, in the order they are to be filled. */
export const memorySockets = (...labels: string[]): MachinePlace[] =>
  labels.map((label, at) => MachinePlaceSchema.parse({ kind: 'memory', id: `memory-${at + 1}`, label }));

export const batteryPlace = (facts: BatteryFacts): MachinePlace =>
  MachinePlaceSchema.parse({ kind: 'battery', id: 'battery', label: 'battery', facts });

/** Cover with three screws, battery, a 15 s drain without a mirror, the drive. */
export const model = (own: Partial<MachineModel> = {}): MachineModel => ({
  format: 'petrichor-machine-model',
  id: 'fen',
  maker: 'Tarnwell',
  name: 'Fen 14',
  labelTexts: ['TF14-2K'],
  body: 'folds',
  firmwareEntry: 'F2',
  tryBeforeClosing: 'Rest the cover on.',
  settings: [{ id: 'secure-boot', label: 'Secure Boot', caution: null }],
  places: [m2Slot()],
  guide: GuideSchema.parse({
    version: 3,
    layers: [
      { id: 'cover', name: 'Cover' },
      { id: 'slot', name: 'Slot' },
    ],
    startSide: 'lid-open',
    turnMinutes: 0.5,
    toolChangeMinutes: 0.25,
    start: { back: [] },
    outline: { widthMm: 322, heightMm: 218, topEdge: 'hinge edge', bottomEdge: 'front edge', landmarks: [] },
    operations: [
      operation({
        id: 'screws',
        tool: 'PH0',
        takes: [
          {
            key: 'short',
            kind: 'screw',
            label: 'M2 × 5 pan',
            screw: ScrewSchema.parse({ thread: 'M2', lengthMm: 5, head: 'pan', bit: 'PH0' }),
            holes: [1, 2, 3].map((x) => ({ xMm: x, yMm: x })),
          },
        ],
      }),
      operation({
        id: 'cover-off',
        after: [['screws']],
        takes: [{ key: 'cover', kind: 'part', verb: 'Off', label: 'cover' }],
      }),
      operation({
        id: 'battery',
        role: 'battery',
        after: [['cover-off']],
        takes: [{ key: 'battery', kind: 'lead', verb: 'Unplugged', label: 'battery' }],
      }),
      operation({
        id: 'drain',
        role: 'drain',
        side: null,
        after: [['battery']],
        waitSeconds: 15,
        mirror: null,
      }),
      operation({
        id: 'drive-out',
        layer: 'slot',
        after: [['drain']],
        takes: [{ key: 'drive', kind: 'drive', verb: 'Out', label: 'old drive' }],
        atSwap: true,
      }),
      operation({ id: 'keyboard', tool: 'pick' }),
    ],
  }),
  bootMenuEntry: 'F12',
  networkRecovery: '',
  soldered: [],
  cautions: [],
  variants: null,
  sharing: [],
  firmware: { startsFromNvme: null, starts4kn: null, storageMode: null },
  memory: null,
  ...own,
});

export const intake = (own: Partial<IntakeInput> = {}): Intake =>
  IntakeSchema.parse({
    customer: { name: 'Halima Quist', reach: '' },
    modelId: 'fen',
    modelName: 'Tarnwell Fen 14',
    serial: 'TF14-30417',
    complaint: 'It freezes.',
    mustNotLose: 'tide tables',
    accessories: '',
    promisedAt: '2026-04-14T13:00:00.000Z',
    baseline: {
      starts: 'works',
      keys: 'works',
      click: 'faulty',
      screen: 'not-tried',
      camera: 'not-tried',
      speakers: 'not-tried',
      wireless: 'not-tried',
      ports: 'not-tried',
      hinges: 'not-tried',
    },
    ...own,
  });

const DRIVES = [
  m2Drive(),
  m2Drive({ id: 'marl-s5', key: 'B+M', link: { protocol: 'sata', generation: 3 } }),
  m2Drive({ id: 'skerry-t4', topHeight: null }),
  m2Drive({ id: 'gone', inStock: 0 }),
  m2Drive({ id: 'away', inStock: 0, leadDays: 4 }),
];

/** A bench with one job on it: give it commands, look at the job, and at the log that made it. */
export class TestJob {
  log: RecordedEvent[] = [];
  job: JobState;
  /** Seconds since the job was opened; a test moves it. */
  clock = 0;
  roles: Role[] = ['technician'];
  parts: Part[] = [];
  policy = USUAL_POLICY;
  pricing = USUAL_PRICING;
  private readonly models: readonly MachineModel[];

  constructor(models: readonly MachineModel[] = [model()]) {
    this.models = models;
    this.job = this.record([{ type: 'job-opened', jobId: 'job-1', number: 412, intake: intake() }]);
  }

  get at(): string {
    return new Date(Date.UTC(2026, 3, 14, 8) + this.clock * 1000).toISOString();
  }

  /** The refusal's code, or null when the command was accepted. */
  give(command: JobCommand): string | null {
    const decision = decide(this.job, command, {
      at: this.at,
      by: { id: 'ines', name: 'Ines' },
      roles: this.roles,
      knowledge: this.knowledge,
    });
    if (!decision.ok) return `${decision.refusal.code}: ${decision.refusal.sentence}`;
    this.job = this.record(decision.events);
    return null;
  }

  /** For commands that have to be accepted. */
  must(...commands: JobCommand[]): this {
    for (const command of commands) {
      const refusal = this.give(command);
      if (refusal !== null) throw new Error(`${command.type} was refused: ${refusal}`);
    }
    return this;
  }

  readonly knowledge: Knowledge = {
    model: (id) => this.models.find((one) => one.id === id),
    drive: (id) => DRIVES.find((one) => one.id === id),
    parts: () => this.parts,
    diagnosis: shippedDiagnosis,
    policy: () => this.policy,
    pricing: () => this.pricing,
  };

  private record(events: RecordedEvent['event'][]): JobState {
    const first = this.log.length + 1;
    const recorded = events.map((event, part): RecordedEvent => ({
      seq: first + part,
      at: this.at,
      by: { id: 'ines', name: 'Ines' },
      commandId: `command-${first}`,
      event,
    }));
    this.log.push(...recorded);
    return recorded.reduce<JobState | null>(evolve, this.job ?? null)!;
  }
}

/** The job with something of its drive otherwise than it was chosen. */
export const onMainDrive = (job: JobState, to: Partial<Change>): JobState => ({
  ...job,
  changes: job.changes.map((one) => (one.id === mainDrive(job)?.id ? { ...one, ...to } : one)),
});

/** A part of the shelf that went in and works. */
export const judgedPart = (
  id: string,
  kind: ChangeKind,
  partId: string,
  label: string,
  original: string,
): Change => {
  const stamp = { by: { id: 'ines', name: 'Ines' }, at: '2026-04-14T08:00:00Z' };
  return bareChange({
    id,
    kind,
    thing: {
      from: 'shelf',
      label,
      priceMinor: 0,
      item: { kind: 'part', id: partId },
      drive: null,
      part: null,
    },
    original,
    limitMinutes: 30,
    fitted: stamp,
    judged: { outcome: 'works', note: '', ...stamp },
    ...stamp,
  });
};
