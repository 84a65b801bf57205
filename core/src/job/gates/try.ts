import { must, should, type Gate } from './gate.js';

/** Named with a trailing word because `try` belongs to the language. */
export const tryOut: Gate = ({ tried }) => {
  if (!tried) return [must('tried', 'Start it with the cover resting on, and say what firmware lists.')];
  return tried.listed && tried.right ? [] : [should('not-right', tried.sentence)];
};
