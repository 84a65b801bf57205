export * from './shape/actor.js';
export * from './shape/agreement.js';
export * from './shape/baseline.js';
export * from './shape/change.js';
export * from './shape/comeback.js';
export * from './shape/companion.js';
export * from './shape/condition.js';
export * from './shape/copies.js';
export * from './shape/course.js';
export * from './shape/custody.js';
export * from './shape/declined.js';
export * from './shape/diagnosis.js';
export * from './shape/found.js';
export * from './shape/hands.js';
export * from './shape/intake.js';
export * from './shape/mark.js';
export * from './shape/match.js';
export * from './shape/measured.js';
export * from './shape/move.js';
export * from './shape/note.js';
export * from './shape/orders.js';
export * from './shape/phases.js';
export * from './shape/promise.js';
export * from './shape/proof.js';
export * from './shape/removed.js';
export * from './shape/safeguard.js';
export * from './shape/screw-count.js';
export * from './shape/sealed.js';
export * from './shape/serial.js';
export * from './shape/shown.js';
export * from './shape/stake.js';
export * from './shape/state.js';
export * from './shape/thing.js';
export * from './shape/substitute.js';
export * from './shape/tray.js';
export * from './shape/wait-kind.js';
export * from './shape/way.js';
export * from './shape/wish.js';
export * from './reading/agreement.js';
export * from './reading/also.js';
export * from './reading/as-found.js';
export * from './reading/as-left.js';
export * from './reading/besides.js';
export * from './reading/changes.js';
export * from './reading/companion-case.js';
export * from './reading/companion.js';
export * from './reading/copies.js';
export * from './reading/corrected.js';
export * from './reading/crossing-of.js';
export * from './reading/custody.js';
export * from './reading/diagnosis.js';
export * from './reading/expects.js';
export * from './reading/fates.js';
export * from './reading/fit-case.js';
export * from './reading/fitted.js';
export * from './reading/found-for-way.js';
export { mayReplanAt } from './reading/half-way.js';
export * from './reading/hands-on.js';
export * from './reading/knowledge.js';
export * from './reading/life.js';
export * from './reading/limits.js';
export * from './reading/measured.js';
export * from './reading/moved-verdict.js';
export * from './reading/need-at.js';
export * from './reading/old-drive.js';
export * from './reading/old-drives.js';
export * from './reading/opening-line.js';
export * from './reading/opening.js';
export * from './reading/orders.js';
export * from './reading/part-verdict.js';
export * from './reading/past-case.js';
export * from './reading/phases.js';
export * from './reading/place-of.js';
export * from './reading/possible.js';
export * from './reading/promise.js';
export * from './reading/removed.js';
export * from './reading/rounds.js';
export * from './reading/safeguard.js';
export * from './reading/say-change.js';
export * from './reading/screw-count.js';
export * from './reading/set-up.js';
export * from './reading/stake.js';
export * from './reading/stock-claim.js';
export * from './reading/substitutes.js';
export * from './reading/takes.js';
export * from './reading/targets.js';
export * from './reading/touched.js';
export * from './reading/tray.js';
export * from './reading/unplugged.js';
export * from './reading/verdict-of-speed.js';
export * from './reading/waiting.js';
export * from './reading/walk.js';
export * from './reading/wishes.js';
export {
  commandFields,
  commandOf,
  judgeCompanion,
  JobCommandSchema,
  mayNotLook,
  mayNotRun,
} from './commands/index.js';
export type { Context, Decision, JobCommand, Refusal, RefusalCode } from './commands/index.js';
export * from './decide.js';
export { definitionOf, inTodaysShape as grown, JobEventSchema, touches } from './events/index.js';
export type { JobEvent } from './events/index.js';
export * from './evolve.js';
export { missing } from './gates/index.js';
export type { Missing } from './gates/index.js';
export * from './next-command.js';
export * from './summary.js';
export {
  sayDocument,
  takeDocument,
  type HandedDocument,
  type HandedWhere,
  type JobDocument,
  type TakenDocument,
} from './take-document.js';
