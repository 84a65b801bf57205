import * as z from 'zod';
import { broughtIn, cameBack, comebackExplained, comebackLearnt, removedSettled } from './afterwards.js';
import { agreed, offered, paid, priceChanged } from './agree.js';
import { companionFitted, companionJudged, companionUndone } from './companions.js';
import { endedEarly, handedOver, noted, oldDriveSettled, phaseEntered, waived } from './course.js';
import type { EventDefinition } from './define.js';
import {
  causesConfirmed,
  concluded,
  cured,
  listingRead,
  observed,
  reportRead,
  runEnded,
  runStarted,
  stakeStated,
  stopFell,
  stopLifted,
  stopMet,
  stopStepDone,
  stopWayChosen,
  testSetAside,
} from './diagnosis.js';
import { takenUp, waitingBegan, waitingEnded } from './hands.js';
import { intakeAmended, jobOpened } from './intake.js';
import { adapted, adaptedJudged, driveChosen, driveMeasured, labelRead, looked, needStated, variantSettled } from './match.js';
import { memoryRead, newReportRead, speedMeasured, timeMeasured, unpluggedChecked } from './measured.js';
import { fullnessStated, layoutWished, mapRead, moveFactsStated, openingChecked, runProgressed, tableRead } from './move.js';
import { needMet, ordered, orderTold, promiseMoved } from './orders.js';
import { baselineChecked, driveProved, setUpChecked, tried } from './proof.js';
import { copyStated, safeguardAnswered, safeguardDecided, settingTurnedOff, settingTurnedOn } from './safeguard.js';
import { sealedDestroyed, sealedKept, sealedLooked } from './sealed.js';
import {
  alsoTaken,
  scouted,
  screwsCounted,
  turnedBack,
  leftShort,
  serialRecorded,
  ticked,
  tickTakenBack,
  waitStarted,
  wayPlanned,
} from './way.js';

/** Every kind of event. A new one: its file beside these, and its name here. */
const definitions = [
  jobOpened,
  intakeAmended,
  observed,
  reportRead,
  listingRead,
  stakeStated,
  testSetAside,
  stopMet,
  stopFell,
  stopStepDone,
  stopWayChosen,
  stopLifted,
  runStarted,
  runEnded,
  concluded,
  cured,
  causesConfirmed,
  needStated,
  driveMeasured,
  labelRead,
  looked,
  variantSettled,
  adapted,
  adaptedJudged,
  driveChosen,
  tableRead,
  fullnessStated,
  moveFactsStated,
  layoutWished,
  mapRead,
  runProgressed,
  safeguardDecided,
  safeguardAnswered,
  copyStated,
  openingChecked,
  settingTurnedOff,
  settingTurnedOn,
  wayPlanned,
  scouted,
  turnedBack,
  screwsCounted,
  waitStarted,
  ticked,
  alsoTaken,
  leftShort,
  tickTakenBack,
  serialRecorded,
  tried,
  driveProved,
  setUpChecked,
  baselineChecked,
  phaseEntered,
  waived,
  noted,
  oldDriveSettled,
  endedEarly,
  handedOver,
  takenUp,
  waitingBegan,
  waitingEnded,
  offered,
  agreed,
  priceChanged,
  paid,
  ordered,
  orderTold,
  needMet,
  promiseMoved,
  sealedKept,
  sealedLooked,
  sealedDestroyed,
  companionFitted,
  companionJudged,
  companionUndone,
  speedMeasured,
  timeMeasured,
  memoryRead,
  newReportRead,
  unpluggedChecked,
  removedSettled,
  cameBack,
  comebackExplained,
  comebackLearnt,
  broughtIn,
] as const;

type Schemas<D extends readonly { schema: z.ZodObject }[]> = { -readonly [K in keyof D]: D[K]['schema'] };

export const JobEventSchema = z.discriminatedUnion('type', definitions.map((one) => one.schema) as unknown as Schemas<typeof definitions>);
export type JobEvent = z.infer<typeof JobEventSchema>;

/** Kinds whose documents have grown since they were first written. */
const GROWN: ReadonlySet<JobEvent['type']> = new Set([
  'job-opened',
  'intake-amended',
  'ended-early',
  'cured',
  'need-stated',
  'drive-chosen',
  'run-started',
  'run-ended',
  'old-drive-settled',
  'way-planned',
  'turned-back',
  'noted',
]);
/** An event as it lies in the log, brought to today's shape: fields added since get their defaults. */
export const grown = (event: JobEvent): JobEvent => (GROWN.has(event.type) ? JobEventSchema.parse(event) : event);

/** The definition of an event, by its type. The cast joins what the list above keeps together. */
export const definitionOf = (type: JobEvent['type']): EventDefinition<z.ZodObject> =>
  byType.get(type) as unknown as EventDefinition<z.ZodObject>;

const byType = new Map(definitions.map((one) => [one.schema.shape.type.value, one] as const));
export { begin } from './intake.js';
export type { EventMeta } from './define.js';
