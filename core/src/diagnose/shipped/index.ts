import type { About, DiagnosisKnowledge } from '../knowledge.js';
import { AFTER_THE_SWAP } from './after-the-swap.js';
import { BEFORE_THE_SWAP } from './before-the-swap.js';

/**
 * What every installation begins with; a workshop's own edition takes its place once a lead has saved one.
 */
export const shippedDiagnosis = (about: About): DiagnosisKnowledge =>
  about === 'before' ? BEFORE_THE_SWAP : AFTER_THE_SWAP;
