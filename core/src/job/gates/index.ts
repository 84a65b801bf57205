import type { Phase } from '../shape/phases.js';
import type { JobState } from '../shape/state.js';
import { agree } from './agree.js';
import { diagnose } from './diagnose.js';
import type { Gate, Missing } from './gate.js';
import { handOver } from './hand-over.js';
import { swap, wayIn, wayOut } from './legs.js';
import { match } from './match.js';
import { prove } from './prove.js';
import { safeguard } from './safeguard.js';
import { setUp } from './set-up.js';
import { tryOut } from './try.js';

// Intake has no gate of its own: a job exists only once its intake is whole.
const GATES: Record<Phase, Gate> = {
  intake: () => [],
  diagnose,
  match,
  agree,
  safeguard,
  'way-in': wayIn,
  swap,
  try: tryOut,
  'way-out': wayOut,
  'set-up': setUp,
  prove,
  'hand-over': handOver,
};

/**
 * What is missing before the job may leave its phase; what was waived with a reason is left out.
 *
 * @example
 * ```ts
 * import { missing } from '@petrichor/core/job';
 * import { TestJob } from '../testing/samples.js';
 * missing(new TestJob().job).map((one) => one.code); // ['observations', 'conclusion']
 * ```
 */
export function missing(job: JobState): Missing[] {
  const waived = new Set(job.waivers.map((waiver) => waiver.code));
  return GATES[job.phase](job).filter((one) => !(one.waivableBy.length > 0 && waived.has(one.code)));
}

export type { Missing } from './gate.js';
