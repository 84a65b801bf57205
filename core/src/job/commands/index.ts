import * as z from 'zod';
import { cameBackCommand, explainComeback, learnComeback, settleRemoved } from './afterwards.js';
import { agree, changePrice, offer, pay } from './agree.js';
import { fitCompanion, judgeTrial, undoCompanion } from './companions.js';
import { advance, endEarly, handOver, note, returnTo, settleOldDrive, waive } from './course.js';
import type { CommandDefinition } from './define.js';
import { conclude, confirmCauses, cure, observe, readListingCommand, readReportCommand, setTestAside, stateStake } from './diagnosis.js';
import { stopWaiting, takeUp, waitFor } from './hands.js';
import { amendIntake } from './intake.js';
import { adapt, approveAdapted, chooseDrive, look, measureDrive, overrideFit, readLabel, stateNeed } from './match.js';
import { measureSpeed, measureTime, readMemory, readNewReport, recheck } from './measured.js';
import { checkOpening, noteRun, readMap, readTable, stateFullness, stateMoveFacts, wishLayout } from './move.js';
import { meetNeed, movePromise, order, tellOrder } from './orders.js';
import { checkBaseline, checkSetUp, proveDrive, tryOut } from './proof.js';
import { endRun, startRun } from './runs.js';
import { countScrews } from './count-screws.js';
import { scout } from './scout.js';
import { turnBack } from './turn-back.js';
import { destroySealed, keepSealed, lookSealed } from './sealed.js';
import { chooseStopWay, liftStop, stopStep } from './stop.js';
import { answerSafeguard, decideSafeguard, stateCopy, turnOffSetting, turnOnSetting } from './safeguard.js';
import { alsoOut, leaveShort, recordSerial, startWait, takeBackTick, tick } from './way.js';

/** Every kind of command. A new one: its file beside these, and its name here. */
const definitions = [
  amendIntake,
  observe,
  readReportCommand,
  readListingCommand,
  stateStake,
  setTestAside,
  conclude,
  cure,
  confirmCauses,
  stopStep,
  chooseStopWay,
  liftStop,
  startRun,
  endRun,
  stateNeed,
  measureDrive,
  readLabel,
  look,
  chooseDrive,
  overrideFit,
  adapt,
  approveAdapted,
  readTable,
  stateFullness,
  stateMoveFacts,
  wishLayout,
  readMap,
  noteRun,
  decideSafeguard,
  answerSafeguard,
  stateCopy,
  checkOpening,
  turnOffSetting,
  turnOnSetting,
  tick,
  alsoOut,
  startWait,
  leaveShort,
  scout,
  turnBack,
  countScrews,
  takeBackTick,
  recordSerial,
  tryOut,
  proveDrive,
  checkSetUp,
  checkBaseline,
  advance,
  returnTo,
  waive,
  note,
  settleOldDrive,
  endEarly,
  handOver,
  takeUp,
  waitFor,
  stopWaiting,
  offer,
  agree,
  changePrice,
  pay,
  order,
  tellOrder,
  meetNeed,
  movePromise,
  keepSealed,
  lookSealed,
  destroySealed,
  fitCompanion,
  judgeTrial,
  undoCompanion,
  measureSpeed,
  measureTime,
  readMemory,
  readNewReport,
  recheck,
  settleRemoved,
  cameBackCommand,
  explainComeback,
  learnComeback,
] as const;

type Schemas<D extends readonly { schema: z.ZodObject }[]> = { -readonly [K in keyof D]: D[K]['schema'] };

export const JobCommandSchema = z.discriminatedUnion(
  'type',
  definitions.map((one) => one.schema) as unknown as Schemas<typeof definitions>,
);
export type JobCommand = z.infer<typeof JobCommandSchema>;

/** The definition of a command, by its type. The cast joins what the list above keeps together. */
export const commandOf = (type: JobCommand['type']): CommandDefinition<z.ZodObject> =>
  byType.get(type) as unknown as CommandDefinition<z.ZodObject>;

const byType = new Map(definitions.map((one) => [one.schema.shape.type.value, one] as const));
export type { Context, Decision, Knowledge, Refusal } from './define.js';
export { mayNotRun } from './runs.js';
export { mayNotLook } from './sealed.js';
export { judgeCompanion } from './companions.js';
