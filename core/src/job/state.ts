import * as z from 'zod';
import { DriveSchema, GuideSchema, SlotSchema } from '../hardware/index.js';
import { LinkSchema, LooksSchema, NeedSchema, TemplateSchema, VerdictSchema } from '../fit/index.js';
import { MeasureSchema } from '../units/index.js';
import { StartSchema, WayStepSchema } from '../teardown/index.js';
import { ActorSchema } from './actor.js';
import { AgreementSchema, OfferSchema, PriceChangeSchema } from './agreement.js';
import { BaselineIdSchema } from './baseline.js';
import { ConclusionSchema, KeptFindingSchema, KeptReportSchema, RunSchema, StopSchema } from './diagnosis.js';
import { CustodySchema, OldDriveFateSchema } from './custody.js';
import { CameBackSchema, ComebackReasonSchema } from './comeback.js';
import { CompanionSchema } from './companion.js';
import { IntakeSchema } from './intake.js';
import { KeptMemorySchema, KeptSpeedSchema, KeptTimeSchema } from './measured.js';
import { MoveStateSchema } from './move.js';
import { NoteSchema } from './note.js';
import { OrderSchema } from './orders.js';
import { PhaseSchema } from './phases.js';
import { PricingSchema } from '../quote/index.js';
import { PromiseMoveSchema } from './promise.js';
import { RemovedSchema } from './removed.js';
import { SealedSchema } from './sealed.js';
import { SafeguardSchema } from './safeguard.js';
import { DataStakeSchema } from './stake.js';
import { CountLineSchema } from './screw-count.js';
import { TrayItemSchema } from './tray.js';
import { WaitsForSchema } from './wait-kind.js';

const Stamp = { by: ActorSchema, at: z.string() };

export const ShownSizeSchema = z.strictObject({ shown: z.number().positive().max(1e6), unit: z.enum(['GB', 'GiB']) });
export type ShownSize = z.infer<typeof ShownSizeSchema>;

/** One unit of walking: `count` things of `key` moved, a step without things done, or a step left short. */
export const TickSchema = z.strictObject({
  stepId: z.string(),
  key: z.string().nullable(),
  count: z.number().int().min(0),
  short: z.string().nullable(),
  ...Stamp,
});
export type Tick = z.infer<typeof TickSchema>;

/**
 * A job as its events left it. Never written to: `evolve` makes the next one.
 * It crosses the wire when a job is opened, so it is a schema, too.
 */
export const JobStateSchema = z.strictObject({
  id: z.string(),
  number: z.number().int(),
  /** Sequence of the last event in it. */
  seq: z.number().int(),
  phase: PhaseSchema,
  openedAt: z.string(),
  openedBy: ActorSchema,
  closed: z.strictObject({ to: z.string(), ...Stamp }).nullable(),
  endedEarly: z.strictObject({ reason: z.string(), referredTo: z.string().nullable(), ...Stamp }).nullable(),
  intake: IntakeSchema,
  /** In the order they were made: what brought the machine in, and what is new since the swap. */
  findings: z.strictObject({ before: z.array(KeptFindingSchema), after: z.array(KeptFindingSchema) }),
  reports: z.array(KeptReportSchema),
  /** What would be lost with the data; null until somebody said so. */
  stake: DataStakeSchema.nullable(),
  /** Tests that cannot be done here. */
  setAside: z.array(z.string()),
  stop: StopSchema.nullable(),
  /** Stops that were lifted or decided on before the one above. */
  pastStops: z.array(StopSchema),
  /** What the dock does, or did, for this job. */
  runs: z.array(RunSchema),
  conclusion: ConclusionSchema.nullable(),
  afterConclusion: ConclusionSchema.nullable(),
  /** Cured without another drive. */
  cured: z.strictObject({ what: z.string(), checked: z.string(), ...Stamp }).nullable(),
  /** What it turned out to have been. */
  confirmed: z.strictObject({ causeIds: z.array(z.string()), note: z.string(), ...Stamp }).nullable(),
  need: NeedSchema,
  /** What was read off drives on this job, by drive. */
  measured: z.record(
    z.string(),
    z.strictObject({ topHeight: MeasureSchema.nullable(), bottomHeight: MeasureSchema.nullable(), peakWatts: z.number().nullable() }),
  ),
  /** What was looked at on the machine, by slot; `model` for its firmware. */
  looks: z.record(z.string(), LooksSchema),
  /** Which variant of the model is on the bench. */
  variantId: z.string().nullable(),
  adapted: z
    .strictObject({
      slotId: z.string(),
      label: z.string(),
      thickness: MeasureSchema,
      template: TemplateSchema,
      approved: z.strictObject({ note: z.string(), ...Stamp }).nullable(),
      ...Stamp,
    })
    .nullable(),
  choice: z
    .strictObject({
      slot: SlotSchema,
      drive: DriveSchema,
      verdict: VerdictSchema,
      override: z.string().nullable(),
      link: LinkSchema.nullable(),
      ...Stamp,
    })
    .nullable(),
  safeguard: z.strictObject({ ...SafeguardSchema.shape, ...Stamp }).nullable(),
  move: MoveStateSchema,
  way: z
    .strictObject({
      guideVersion: z.number().int(),
      layers: z.array(z.strictObject({ id: z.string(), name: z.string() })),
      /** The guide it is walked with, whole: maps and screws stay as they were. Null: planned before guides were kept. */
      guide: GuideSchema.nullable(),
      /** Set: a visit to look, in and out again with the same drive; where the job goes back to, and why. */
      scouting: z.strictObject({ slotId: z.string(), from: PhaseSchema, why: z.string() }).nullable(),
      /** Why one turned back on the way in; null: one did not. */
      turnedBack: z.string().nullable().default(null),
      /** False: the machine is closed first and tried then. */
      tryBeforeClosing: z.boolean(),
      /** Whether it can be started open, and if not, why; null: planned before that was kept. */
      start: StartSchema.nullable(),
      steps: z.array(WayStepSchema),
      ticks: z.array(TickSchema),
      /** When a wait was started, by step. */
      waits: z.record(z.string(), z.string()),
    })
    .nullable(),
  /** Visits to look that are over. */
  visits: z.array(z.strictObject({ slotId: z.string(), why: z.string(), steps: z.number().int(), minutes: z.number(), ...Stamp })),
  /** The last count of the loose screws, and what it showed. */
  screwCount: z.strictObject({ lines: z.array(CountLineSchema), ...Stamp }).nullable(),
  tray: z.array(TrayItemSchema),
  serials: z.strictObject({ oldDrive: z.string().nullable(), newDrive: z.string().nullable() }),
  tried: z
    .strictObject({ listed: z.boolean(), size: ShownSizeSchema.nullable(), right: z.boolean(), sentence: z.string(), ...Stamp })
    .nullable(),
  setUp: z.record(z.string(), z.strictObject({ outcome: z.enum(['done', 'not-needed']), note: z.string(), ...Stamp })),
  proved: z
    .strictObject({ listed: z.boolean(), size: ShownSizeSchema.nullable(), right: z.boolean(), sentence: z.string(), ...Stamp })
    .nullable(),
  after: z.partialRecord(
    BaselineIdSchema,
    z.strictObject({ result: z.enum(['works', 'faulty', 'not-tried']), note: z.string(), ...Stamp }),
  ),
  oldDriveFate: z.strictObject({ fate: OldDriveFateSchema, until: z.string().nullable(), note: z.string(), ...Stamp }).nullable(),
  /** Every change of hands of the old drive, in order; the last is how it stands. */
  custody: z.array(CustodySchema),
  waivers: z.array(z.strictObject({ code: z.string(), what: z.string(), reason: z.string(), ...Stamp })),
  notes: z.array(z.strictObject({ ...NoteSchema.shape, ...Stamp })),
  /** Whose hands are on it: the job's technician. */
  hands: z.strictObject(Stamp).nullable(),
  /** What somebody said it waits for; parts on order and runs in the dock say so themselves. */
  waiting: z.strictObject({ kind: WaitsForSchema, what: z.string(), who: z.string(), until: z.string().nullable(), ...Stamp }).nullable(),
  promiseMoves: z.array(PromiseMoveSchema),
  offer: OfferSchema.nullable(),
  agreement: AgreementSchema.nullable(),
  /** Agreements that fell: another drive, another price. */
  pastAgreements: z.array(AgreementSchema),
  priceChanges: z.array(PriceChangeSchema),
  payments: z.array(z.strictObject({ amountMinor: z.number().int(), how: z.string(), ...Stamp })),
  /** What the workshop charged on the day when it ended without another drive; null: it did not, or prices were not kept then. */
  looking: PricingSchema.nullable(),
  orders: z.array(OrderSchema),
  /** Needs that were met otherwise: found here after all. */
  needsMet: z.array(z.strictObject({ key: z.string(), how: z.string(), ...Stamp })),
  sealed: z.array(SealedSchema),
  companions: z.array(CompanionSchema),
  speeds: z.array(KeptSpeedSchema),
  times: z.array(KeptTimeSchema),
  /** What the new drive says of itself, reading by reading. */
  newReports: z.array(KeptReportSchema),
  memoryShown: KeptMemorySchema.nullable(),
  /** What was unplugged, tried again. */
  rechecked: z.record(z.string(), z.strictObject({ result: z.enum(['works', 'faulty', 'not-tried']), note: z.string(), ...Stamp })),
  removed: z.array(RemovedSchema),
  /** Jobs that this one came back as. */
  cameBack: z.array(CameBackSchema),
  /** Of a comeback: why it came back. */
  comebackReason: ComebackReasonSchema.nullable(),
  lastTouched: z.strictObject(Stamp),
});
export type JobState = z.infer<typeof JobStateSchema>;
export type WayState = NonNullable<JobState['way']>;
