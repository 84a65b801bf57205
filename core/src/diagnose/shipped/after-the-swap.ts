import type { DiagnosisKnowledge } from '../knowledge.js';
import { AFTER_CAUSES } from './after-causes.js';
import { AFTER_SIGNS } from './after-signs.js';
import { AFTER_TESTS } from './after-tests.js';

/** Something new is wrong after the swap: the same engine, with causes of its own. */
export const AFTER_THE_SWAP: DiagnosisKnowledge = {
  format: 'petrichor-diagnosis',
  about: 'after',
  version: 1,
  settledFrom: 0.85,
  waitWeight: 0.2,
  causes: AFTER_CAUSES,
  observations: AFTER_SIGNS,
  tests: AFTER_TESTS,
  stopRules: [],
};
