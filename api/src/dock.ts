import { ComparedSchema, RunKindSchema } from '@petrichor/core/job';
import * as z from 'zod';
import { route } from './route.js';

/**
 * The interface of a drive dock: what the workshop's server asks of an agent beside the dock
 * (docs/formats/dock.md). The simulated dock that ships answers it, and a real one would. Sizes are bytes,
 * rates bytes a second.
 */
const text = z.string().max(120);
const bytes = z.number().int().min(0);

export const DockDriveSchema = z.strictObject({
  model: text,
  serial: text,
  capacityBytes: bytes,
  protocol: z.enum(['ata', 'nvme']),
  /** 0: nothing turns. Null: the drive does not say. */
  rotationRpm: z.number().int().min(0).nullable(),
});
export type DockDrive = z.infer<typeof DockDriveSchema>;

export const BayNameSchema = z.string().regex(/^[A-Z][0-9]?$/, 'A bay is named by a letter: A, B.');

export const BadAreaSchema = z.strictObject({
  startByte: bytes,
  lengthBytes: bytes,
  kind: z.enum(['unreadable', 'slow']),
});
export type BadArea = z.infer<typeof BadAreaSchema>;

/** Something the dock is doing, or has done, on one bay. */
export const DockRunSchema = z.strictObject({
  runId: z.uuid(),
  bay: BayNameSchema,
  targetBay: BayNameSchema.nullable(),
  kind: RunKindSchema,
  state: z.enum(['running', 'paused', 'done', 'failed', 'stopped', 'drive-gone']),
  /** A copy may go on from where another ended: what lies before is not touched. */
  fromByte: bytes,
  doneBytes: bytes,
  totalBytes: bytes,
  /** Over the last stretch; null before the first. */
  rateBytesPerSecond: z.number().min(0).nullable(),
  /** Seconds that are left at this pace, least and most; null when it has ended. */
  secondsLeft: z.tuple([z.number().min(0), z.number().min(0)]).nullable(),
  badAreas: z.array(BadAreaSchema).max(2000),
  /** How it went so far: seconds of the run, bytes done by then. Pauses do not count. */
  history: z.array(z.tuple([z.number().min(0), bytes])).max(600),
  /** Outcome of the drive's own test, once it has one. */
  selfTest: z.enum(['passed', 'failed']).nullable(),
  /**
   * Of a copy that came to its end: how it was held against its source. Null: not a copy, not at its end, or
   * not told.
   */
  compared: ComparedSchema.nullable().default(null),
  /** How it stands, in words. */
  sentence: z.string().max(300),
});
export type DockRun = z.infer<typeof DockRunSchema>;

export const DockBaySchema = z.strictObject({
  bay: BayNameSchema,
  drive: DockDriveSchema.nullable(),
  /** Something is in the bay that draws power and does not answer. */
  silent: z.boolean(),
  run: DockRunSchema.nullable(),
});
export type DockBay = z.infer<typeof DockBaySchema>;

export const DockSchema = z.strictObject({
  name: text,
  simulated: z.boolean(),
  /** Seconds of a run that pass in one second; 1: a real dock. */
  pace: z.number().min(1),
  bays: z.array(DockBaySchema).max(16),
});
export type Dock = z.infer<typeof DockSchema>;

export const StartRunSchema = z.strictObject({
  kind: RunKindSchema,
  targetBay: BayNameSchema.nullable(),
  fromByte: bytes.default(0),
  toByte: bytes.nullable().default(null),
});
export type StartRun = z.input<typeof StartRunSchema>;

/** Null: no dock is set up here. */
export const DockReplySchema = z.strictObject({ dock: DockSchema.nullable() });
export type DockReply = z.infer<typeof DockReplySchema>;

/** The drive's self-report as text, the way `smartctl --json -x` prints it. */
export const SelfReportReplySchema = z.strictObject({ text: z.string() });

/**
 * The drive's partitions as `sfdisk --json` prints them, and how full they are as `lsblk --json` does; null:
 * it could not tell.
 */
export const DriveTableReplySchema = z.strictObject({
  table: z.string().max(500_000),
  listing: z.string().max(500_000).nullable(),
});
export type DriveTableReply = z.infer<typeof DriveTableReplySchema>;

/** The map of a copy, as GNU ddrescue writes it. */
export const RunMapReplySchema = z.strictObject({ text: z.string().max(64_000_000) });

/** Only a simulated dock has these: drives that may be put in, by name. */
export const SimulatedDrivesSchema = z.strictObject({
  drives: z.array(z.strictObject({ id: z.string(), say: z.string(), inBay: BayNameSchema.nullable() })),
});
export type SimulatedDrives = z.infer<typeof SimulatedDrivesSchema>;
export const PutInSchema = z.strictObject({ driveId: z.string().max(60).nullable() });

/** Only hands at the bench start and stop things there. */
const HANDS = ['technician', 'lead'] as const;
const bay = { bay: BayNameSchema };
const run = { runId: z.uuid('That is not a run’s id.') };

export const dockRoutes = {
  dock: route('GET', '/dock', {
    say: 'The drive dock: bays, drives, runs',
    by: 'signed-in',
    reply: DockReplySchema,
  }),
  selfReport: route('GET', '/dock/bays/:bay/self-report', {
    say: 'Self-report of the drive in a bay',
    by: HANDS,
    params: bay,
    reply: SelfReportReplySchema,
  }),
  driveTable: route('GET', '/dock/bays/:bay/table', {
    say: 'The partitions of the drive in a bay, and how full they are',
    by: HANDS,
    params: bay,
    reply: DriveTableReplySchema,
  }),
  startRun: route('POST', '/dock/bays/:bay/runs', {
    say: 'Start a reading, a test or a copy',
    by: HANDS,
    params: bay,
    body: StartRunSchema,
    reply: DockRunSchema,
    status: 201,
  }),
  run: route('GET', '/dock/runs/:runId', {
    say: 'How far a run is',
    by: 'signed-in',
    params: run,
    reply: DockRunSchema,
  }),
  pauseRun: route('POST', '/dock/runs/:runId/pause', {
    say: 'Pause a run',
    by: HANDS,
    params: run,
    reply: DockRunSchema,
  }),
  resumeRun: route('POST', '/dock/runs/:runId/resume', {
    say: 'Let a paused run go on',
    by: HANDS,
    params: run,
    reply: DockRunSchema,
  }),
  stopRun: route('POST', '/dock/runs/:runId/stop', {
    say: 'Stop a run',
    by: HANDS,
    params: run,
    reply: DockRunSchema,
  }),
  runMap: route('GET', '/dock/runs/:runId/map', {
    say: 'The map of a copy, for ddrescue',
    by: HANDS,
    params: run,
    reply: RunMapReplySchema,
  }),
  simulatedDrives: route('GET', '/dock/simulated/drives', {
    say: 'Drives that a simulated dock can take',
    by: 'signed-in',
    reply: SimulatedDrivesSchema,
  }),
  putIn: route('POST', '/dock/simulated/bays/:bay', {
    say: 'Put a drive into a simulated bay, or pull it out',
    by: HANDS,
    params: bay,
    body: PutInSchema,
    reply: DockReplySchema,
  }),
};
