import { sure } from '@petrichor/core/units';
import { randomUUID } from 'node:crypto';
import type { JobCommand } from '@petrichor/core/job';
import {
  allJobs,
  DEMO_ACCOUNTS,
  DEMO_WORKSHOP,
  demoDrives,
  demoModels,
  demoParts,
  nextDemoCommand,
} from '@petrichor/demo';
import {
  addAccount,
  anyAccount,
  JobService,
  makeFirstAccount,
  openDatabase,
  putDrives,
  putModel,
  putParts,
  serverUrl,
  type Acting,
} from '@petrichor/server';
import { Fault } from '../fault.js';

/**
 * Loads the demo workshop into an empty, migrated database; says false and does nothing when somebody lives
 * there.
 */
export async function loadDemo(databaseUrl: string, now = new Date()): Promise<boolean> {
  const database = openDatabase(await serverUrl(databaseUrl));
  try {
    if (await anyAccount(database.pool)) return false;
    const [first, ...others] = DEMO_ACCOUNTS;
    const { workshopId, ...lead } = await makeFirstAccount(database, {
      workshopName: DEMO_WORKSHOP,
      ...sure(first),
    });
    const people = new Map([[lead.signInName, { id: lead.id, name: lead.name, roles: lead.roles }]]);
    for (const one of others) {
      const { name, signInName, password, roles } = one;
      people.set(signInName, await addAccount(database, workshopId, { name, signInName, password, roles }));
    }
    await database.inWorkshop(workshopId, async (tx) => {
      for (const model of demoModels()) await putModel(tx, model);
      await putDrives(tx, demoDrives());
      await putParts(tx, demoParts());
    });
    const jobs = new JobService(database);
    const acting = (signInName: string, at: Date): Acting => {
      const person = sure(people.get(signInName));
      return { workshopId, by: { id: person.id, name: person.name }, roles: person.roles, at };
    };
    /** Finished jobs, by the serial of their machine: what a comeback comes back from. */
    const finished = new Map<string, { jobId: string; number: number }>();
    for (const demo of allJobs(now)) {
      // A minute a command: today's jobs over the last hours, the others on their day.
      let at = now.getTime() - 4 * 3_600_000 - demo.daysAgo * 86_400_000;
      const takenIn = new Date(at - (demo.stoodDays ?? 0) * 86_400_000);
      let job = await jobs.open(acting(demo.takenInBy, takenIn), {
        commandId: randomUUID(),
        intake: { ...demo.intake, comebackOf: (demo.comebackOf && finished.get(demo.comebackOf)) || null },
      });
      const give = async (command: JobCommand): Promise<void> => {
        at += 60_000;
        await jobs.give(acting(demo.workedBy, new Date(at)), job.id, {
          commandId: randomUUID(),
          basedOn: job.seq,
          command,
        });
        job = await jobs.get(workshopId, job.id);
      };
      for (const deed of demo.deeds) await give(deed);
      for (let command = nextDemoCommand(demo, job); command; command = nextDemoCommand(demo, job))
        await give(command);
      if (job.closed) finished.set(job.intake.serial, { jobId: job.id, number: job.number });
    }
    return true;
  } catch (error) {
    throw new Fault(`The demo could not be loaded: ${(error as Error).message}`);
  } finally {
    await database.end();
  }
}
