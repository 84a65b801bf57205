export * from './answer.js';
export * from './opening-minutes.js';
export { changeOfOldStep, oldStepOf, type Target } from './target.js';
export * from './way.js';
export * from './case.js';
export { oneMore } from './one-more.js';
export { planOpening } from './plan-opening.js';
export { checkOpening, type BrokenRule } from './check.js';
export { roundsOf, type Rounds } from './rounds.js';
