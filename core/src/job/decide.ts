import { commandOf, type Context, type Decision, type JobCommand } from './commands/index.js';
import type { JobState } from './state.js';

const SAY_ROLE = { technician: 'a technician', desk: 'the front desk', lead: 'the lead' } as const;

/** What may still be said of a job that is closed: a note, and where a drive that was kept goes. */
const AFTERWARDS = new Set<JobCommand['type']>(['note', 'settle-old-drive']);

/**
 * What comes of a command: events, or a refusal in words. Pure, and the same in browser and server;
 * what it decides depends on the job, the command, who gives it, when, and what is known.
 */
export function decide(job: JobState, command: JobCommand, context: Context): Decision {
  const definition = commandOf(command.type);
  if (!definition.roles.some((role) => context.roles.includes(role))) {
    const may = definition.roles.map((role) => SAY_ROLE[role]).join(' or ');
    return { ok: false, refusal: { code: 'role', sentence: `Only ${may} does this. Ask one of them, or sign in as one.` } };
  }
  if (job.closed && !AFTERWARDS.has(command.type)) {
    return {
      ok: false,
      refusal: {
        code: 'closed',
        sentence: `Job ${job.number} is closed: ${job.closed.to} has the machine. Add a note, or take the machine in again.`,
      },
    };
  }
  return definition.decide(job, command, context);
}
