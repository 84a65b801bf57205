import { findUnkeepable, sayUnkeepable } from '../units/index.js';
import { refuse } from './commands/define.js';
import { commandOf, type Context, type Decision, type JobCommand } from './commands/index.js';
import type { JobState } from './shape/state.js';

/**
 * What comes of a command: events, or a refusal in words. Pure, and the same in browser and server;
 * what it decides depends on the job, the command, who gives it, when, and what is known.
 *
 * @example
 * ```ts
 * import { decide } from '@petrichor/core/job';
 * import { TestJob } from '../testing/samples.js';
 * const { job, knowledge } = new TestJob();
 * const by = { id: 'ines', name: 'Ines' };
 * const context = { at: '2026-04-14T08:00:00Z', by, roles: ['technician'], knowledge };
 * decide(job, { type: 'advance', from: 'diagnose' }, context).refusal.code; // 'gate'
 * ```
 */
export function decide(job: JobState, command: JobCommand, context: Context): Decision {
  const definition = commandOf(command.type);
  if (!definition.by.some((role) => context.roles.includes(role)))
    return refuse('role', { by: definition.by });
  if (job.closed && !definition.closedToo) return refuse('closed', { number: job.number, to: job.closed.to });
  const wrong = findUnkeepable(command);
  if (wrong) return refuse('unkeepable', { because: sayUnkeepable(wrong) });
  return definition.decide(job, command, context);
}
