import { findUnkeepable, sayUnkeepable } from '../units/index.js';
import { sayRoles } from './shape/actor.js';
import { commandOf, type Context, type Decision, type JobCommand } from './commands/index.js';
import type { JobState } from './shape/state.js';

/**
 * What comes of a command: events, or a refusal in words. Pure, and the same in browser and server;
 * what it decides depends on the job, the command, who gives it, when, and what is known.
 */
export function decide(job: JobState, command: JobCommand, context: Context): Decision {
  const definition = commandOf(command.type);
  if (!definition.by.some((role) => context.roles.includes(role))) {
    return {
      ok: false,
      refusal: { code: 'role', sentence: `Only ${sayRoles(definition.by)} does this. Ask one of them, or sign in as one.` },
    };
  }
  if (job.closed && !definition.closedToo) {
    return {
      ok: false,
      refusal: {
        code: 'closed',
        sentence: `Job ${job.number} is closed: ${job.closed.to} has the machine. Add a note, or take the machine in again.`,
      },
    };
  }
  const wrong = findUnkeepable(command);
  if (wrong) return { ok: false, refusal: { code: 'unkeepable', sentence: sayUnkeepable(wrong) } };
  return definition.decide(job, command, context);
}
