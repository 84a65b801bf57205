import { randomUUID } from 'node:crypto';
import { DEMO_ACCOUNTS, DEMO_WORKSHOP, demoDrives, demoJobs, demoModels, nextDemoCommand } from '@petrichor/demo';
import { addAccount, anyAccount, JobService, makeFirstAccount, openDatabase, putDrives, putModel, type Acting } from '@petrichor/server';
import { Fault } from '../fault.js';

/** Loads the demo workshop into an empty, migrated database; says false and does nothing when somebody lives there. */
export async function loadDemo(databaseUrl: string, now = new Date()): Promise<boolean> {
  const database = openDatabase(databaseUrl);
  try {
    if (await anyAccount(database.pool)) return false;
    const [first, ...others] = DEMO_ACCOUNTS;
    const { workshopId, ...lead } = await makeFirstAccount(database, { workshopName: DEMO_WORKSHOP, ...first! });
    const people = new Map([[lead.signInName, { id: lead.id, name: lead.name, roles: lead.roles }]]);
    for (const one of others) {
      const { name, signInName, password, roles } = one;
      people.set(signInName, await addAccount(database, workshopId, { name, signInName, password, roles }));
    }
    await database.inWorkshop(workshopId, async (tx) => {
      for (const model of demoModels()) await putModel(tx, model);
      await putDrives(tx, demoDrives());
    });
    const jobs = new JobService(database);
    const acting = (signInName: string, at: Date): Acting => {
      const person = people.get(signInName)!;
      return { workshopId, by: { id: person.id, name: person.name }, roles: person.roles, at };
    };
    for (const demo of demoJobs(now)) {
      // The jobs were worked on over the last hours: a minute a command, ending about now.
      let at = now.getTime() - 4 * 3_600_000;
      let job = await jobs.open(acting(demo.takenInBy, new Date(at)), { commandId: randomUUID(), intake: demo.intake });
      for (let command = nextDemoCommand(demo, job); command; command = nextDemoCommand(demo, job)) {
        at += 60_000;
        await jobs.give(acting(demo.workedBy, new Date(at)), job.id, { commandId: randomUUID(), basedOn: job.seq, command });
        job = await jobs.get(workshopId, job.id);
      }
    }
    return true;
  } catch (error) {
    throw new Fault(`The demo could not be loaded: ${(error as Error).message}`);
  } finally {
    await database.end();
  }
}
