import { randomUUID } from 'node:crypto';
import type { JobState } from '@petrichor/core/job';
import pg from 'pg';
import { anIntake } from '../testing/intake.js';
import { TestServer, type Visitor } from '../testing/server.js';
import { isDatabaseAway, isDataRefused } from './database.js';

let server: TestServer;
let ines: Visitor;
beforeAll(async () => {
  server = await TestServer.start();
  ines = await server.signedIn();
});
afterAll(() => server.stop());

/**
 * As a database that is restarted, or a cable that is pulled: every connection of the server's is cut,
 * whatever it does.
 */
async function cutAll(): Promise<void> {
  const admin = new pg.Client({ connectionString: server.databaseUrl });
  await admin.connect();
  await admin
    .query(
      'select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and pid <> pg_backend_pid()',
    )
    .finally(() => admin.end());
}

it('connections that die while they are in use end no server: such requests are told in words, and nothing that was acknowledged is lost', async () => {
  const job: JobState = (
    await ines.post('/api/jobs', { commandId: randomUUID(), intake: anIntake() }).expect(201)
  ).body.job;
  const kept: string[] = [];
  const told = new Set<number>();
  let over = false;
  const hand = async (who: number): Promise<void> => {
    for (let n = 0; !over; n++) {
      const text = `${who}.${n}`;
      const body = { commandId: randomUUID(), basedOn: 1, command: { type: 'note', text, stepId: null } };
      const { status, body: reply } = await ines.post(`/api/jobs/${job.id}/commands`, body);
      told.add(status);
      if (status === 200) kept.push(text);
      else
        expect(reply).toMatchObject({
          code: 'database-away',
          detail: expect.stringContaining('kept on your screen'),
        });
    }
  };
  const hands = Promise.all(Array.from({ length: 8 }, (_, who) => hand(who)));
  for (let cut = 0; cut < 12; cut++) {
    await new Promise((done) => setTimeout(done, 60));
    await cutAll();
  }
  over = true;
  await hands;
  expect([...told].sort()).toEqual([200, 503]);
  const after: JobState = (await ines.get(`/api/jobs/${job.id}`).expect(200)).body.job;
  const notes = after.notes.map((note) => note.text);
  expect(new Set(notes).size).toBe(notes.length);
  expect(notes).toEqual(expect.arrayContaining(kept));
});

it('tells a database that is away from one that says no', () => {
  const failure = (code: string | undefined, message = 'x') =>
    Object.assign(new Error(message), code === undefined ? {} : { code });
  for (const away of [
    failure('57P01'),
    failure('08006'),
    failure('ECONNRESET'),
    failure(undefined, 'Connection terminated unexpectedly'),
  ])
    expect(isDatabaseAway(away)).toBe(true);
  expect(isDatabaseAway(new Error('The session store failed.', { cause: failure('57P01') }))).toBe(true);
  for (const no of [failure('23505'), failure('22003'), failure(undefined, 'something else')])
    expect(isDatabaseAway(no)).toBe(false);
  expect(isDataRefused(failure('22P05'))).toBe(true);
  expect(isDataRefused(failure('57P01'))).toBe(false);
});
