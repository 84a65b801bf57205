import { settledAnswers, type Answer } from './evidence.js';
import type { DiagnosisKnowledge } from './knowledge.js';
import { advise, type Advice, type Bounds } from './next-test.js';
import { overturn, type Overturning } from './overturn.js';
import { trace, weigh, type Step, type Weighing } from './weigh.js';

/** Everything a screen shows of one weighing. It crosses to and from a worker, so it is plain data. */
export interface Looked {
  readonly weighing: Omit<Weighing, 'inner'>;
  readonly noneBefore: number;
  readonly steps: readonly Step[];
  readonly advice: Advice;
  readonly overturnings: readonly Overturning[];
}

/**
 * Weighs, advises, and looks for what would overturn it, in one go.
 *
 * @example
 * ```ts
 * import { lookAt, shippedDiagnosis } from '@petrichor/core/diagnose';
 * const answers = [{ observation: 'clicks', seen: true }];
 * const looked = lookAt(shippedDiagnosis('before'), answers, { stake: 'none', left: new Set() });
 * looked.weighing.ranked[0].cause.id; // 'mechanical-failing'
 * ```
 */
export function lookAt(
  knowledge: DiagnosisKnowledge,
  answers: readonly Answer[],
  bounds: Omit<Bounds, 'answered'>,
): Looked {
  const { inner, ...weighing } = weigh(knowledge, answers);
  const answered = settledAnswers(knowledge, answers);
  const whole = { ...weighing, inner };
  return {
    weighing,
    ...trace(knowledge, answers),
    advice: advise(knowledge, whole, { ...bounds, answered }),
    overturnings: overturn(knowledge, whole, answered),
  };
}
