import * as z from 'zod';
import { NO_NEED } from '../../fit/index.js';
import { IntakeSchema } from '../intake.js';
import { NOTHING_MOVED } from '../move.js';
import type { JobState } from '../state.js';
import { event, type EventMeta } from './define.js';

const opened = {
  jobId: z.string(),
  number: z.number().int().positive(),
  intake: IntakeSchema,
};

/** The first event of every job: it has no state to change, it makes one. */
export const jobOpened = event('job-opened', {
  shape: opened,
  evolve: (_, first, meta) => begin(first, meta),
  tells: ({ intake }) =>
    `Took in ${intake.modelName}, ${intake.serial}, of ${intake.customer.name}: “${intake.complaint}”${intake.comebackOf ? ` It came back from job ${intake.comebackOf.number}.` : ''}`,
});

/** A job fresh from the counter. */
export const begin = (event: z.infer<z.ZodObject<typeof opened>>, { at, by, seq }: EventMeta): JobState => ({
  id: event.jobId,
  number: event.number,
  seq,
  phase: 'diagnose',
  openedAt: at,
  openedBy: by,
  closed: null,
  endedEarly: null,
  intake: event.intake,
  findings: { before: [], after: [] },
  reports: [],
  stake: null,
  setAside: [],
  stop: null,
  pastStops: [],
  runs: [],
  conclusion: null,
  afterConclusion: null,
  cured: null,
  confirmed: null,
  need: NO_NEED,
  measured: {},
  looks: {},
  variantId: null,
  adapted: null,
  choice: null,
  safeguard: null,
  move: NOTHING_MOVED,
  way: null,
  visits: [],
  screwCount: null,
  tray: [],
  serials: { oldDrive: null, newDrive: null },
  tried: null,
  setUp: {},
  proved: null,
  after: {},
  oldDriveFate: null,
  custody: [],
  waivers: [],
  notes: [],
  hands: null,
  waiting: null,
  promiseMoves: [],
  offer: null,
  agreement: null,
  pastAgreements: [],
  priceChanges: [],
  payments: [],
  looking: null,
  orders: [],
  needsMet: [],
  sealed: [],
  companions: [],
  speeds: [],
  times: [],
  newReports: [],
  memoryShown: null,
  rechecked: {},
  removed: [],
  cameBack: [],
  comebackReason: null,
  lastTouched: { at, by },
});

export const intakeAmended = event('intake-amended', {
  shape: { intake: IntakeSchema },
  evolve: (job, { intake }) => ({ ...job, intake }),
  tells: () => 'Changed what was written at the counter.',
});
