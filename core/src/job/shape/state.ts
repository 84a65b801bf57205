import * as z from 'zod';
import { ActorSchema } from './actor.js';
import { IntakeSchema } from './intake.js';
import { together } from './part.js';
import { StampSchema } from './stamp.js';
import { coursePart } from './course.js';
import { notesPart } from './note.js';
import { diagnosisPart } from './diagnosis.js';
import { matchPart } from './match.js';
import { safeguardPart } from './safeguard.js';
import { movePart } from './move.js';
import { wayPart } from './way.js';
import { screwCountPart } from './screw-count.js';
import { trayPart } from './tray.js';
import { proofPart } from './proof.js';
import { custodyPart } from './custody.js';
import { handsPart } from './hands.js';
import { promisePart } from './promise.js';
import { agreementPart } from './agreement.js';
import { ordersPart } from './orders.js';
import { sealedPart } from './sealed.js';
import { changesPart } from './change.js';
import { shownPart } from './shown.js';
import { foundPart } from './found.js';
import { measuredPart } from './measured.js';
import { removedPart } from './removed.js';
import { substitutesPart } from './substitute.js';
import { comebackPart } from './comeback.js';

/**
 * All that a job keeps. A new field stands in its part, with what it is at the start; a new part stands here.
 */
const { shape, empty } = together(
  coursePart,
  notesPart,
  diagnosisPart,
  matchPart,
  safeguardPart,
  movePart,
  wayPart,
  screwCountPart,
  trayPart,
  proofPart,
  custodyPart,
  handsPart,
  promisePart,
  agreementPart,
  ordersPart,
  sealedPart,
  changesPart,
  shownPart,
  foundPart,
  measuredPart,
  removedPart,
  substitutesPart,
  comebackPart,
);

const jobState = z.strictObject({
  id: z.string(),
  number: z.number().int(),
  /** Sequence of the last event in it. */
  seq: z.number().int(),
  openedAt: z.string(),
  openedBy: ActorSchema,
  intake: IntakeSchema,
  ...shape,
  lastTouched: StampSchema,
});

/**
 * A job as its events left it. Never written to: `evolve` makes the next one.
 * It crosses the wire when a job is opened, so it is a schema, too.
 */
export interface JobState extends z.infer<typeof jobState> {}
/** By that name: whatever is made of it says so in its type, instead of all that is in a job. */
export const JobStateSchema: z.ZodType<JobState> = jobState;
export type WayState = NonNullable<JobState['way']>;

/** A job fresh from the counter. */
export const freshJob = (own: Omit<JobState, keyof typeof empty>): JobState => ({ ...empty, ...own });
