import type { DiagnosisKnowledge } from '../knowledge.js';
import { BEFORE_CAUSES } from './before-causes.js';
import { BEFORE_READ } from './before-read.js';
import { BEFORE_SEEN } from './before-seen.js';
import { BEFORE_TESTS } from './before-tests.js';
import { BEFORE_TOLD } from './before-told.js';
import { STOP_RULES } from './stop-rules.js';

/** Is it the drive? The edition that ships; a workshop's own grows out of it. */
export const BEFORE_THE_SWAP: DiagnosisKnowledge = {
  format: 'petrichor-diagnosis',
  about: 'before',
  version: 1,
  settledFrom: 0.85,
  waitWeight: 0.2,
  causes: BEFORE_CAUSES,
  observations: [...BEFORE_TOLD, ...BEFORE_SEEN, ...BEFORE_READ],
  tests: BEFORE_TESTS,
  stopRules: STOP_RULES,
};
