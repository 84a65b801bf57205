import type { JobState } from '@petrichor/core/job';
import { demoJobs, nextDemoCommand } from '@petrichor/demo';
import { randomUUID } from 'node:crypto';
import { JobService } from '../services/jobs.js';
import { anIntake } from './intake.js';
import type { TestServer } from './server.js';

/** Walking a whole job is some hundred and fifty commands. */
export const WALKED_MS = 60_000;

/** A job walked to its end with the demo's own hands, a command a minute. */
export async function finish(
  server: TestServer,
  own: Parameters<typeof anIntake>[0] = {},
): Promise<JobState> {
  const jobs = new JobService(server.database);
  const by = { id: randomUUID(), name: 'Ines' };
  const acting = { workshopId: server.workshopId, by, roles: ['technician', 'desk', 'lead'] as const };
  const script = { ...demoJobs(server.now)[4]!, keptUntil: '', closedTo: 'Anselm Tate' };
  let job = await jobs.open(
    { ...acting, at: server.now },
    { commandId: randomUUID(), intake: anIntake(own) },
  );
  for (
    let command = nextDemoCommand(script, job), minute = 1;
    command;
    command = nextDemoCommand(script, job), minute++
  ) {
    const at = new Date(server.now.getTime() + minute * 60_000);
    await jobs.give({ ...acting, at }, job.id, { commandId: randomUUID(), basedOn: job.seq, command });
    job = await jobs.get(server.workshopId, job.id);
  }
  return job;
}
