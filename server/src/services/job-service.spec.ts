import { randomUUID } from 'node:crypto';
import { jest } from '@jest/globals';
import { nextTick, type JobCommand, type JobState } from '@petrichor/core/job';
import { nextDemoCommand, demoJobs } from '@petrichor/demo';
import { pino } from 'pino';
import { finish, WALKED_MS } from '../testing/finish.js';
import { anIntake } from '../testing/intake.js';
import { TestServer } from '../testing/server.js';
import { benchRows } from '../store/jobs.js';
import type { Acting } from './acting.js';
import { Feed } from './feed.js';
import { JobService } from './jobs.js';

let server: TestServer;
let acting: Acting;
beforeAll(async () => {
  server = await TestServer.start();
  acting = {
    workshopId: server.workshopId,
    by: { id: randomUUID(), name: 'Ines' },
    roles: ['technician', 'desk', 'lead'],
    at: new Date('2026-04-14T08:00:00Z'),
  };
});
afterAll(() => server.stop());

const later = (minutes: number): Acting => ({
  ...acting,
  at: new Date(acting.at.getTime() + minutes * 60_000),
});

/** Walks a job with the demo's own hands, a minute a command, until `stop` says so. */
async function walk(jobs: JobService, stop: (job: JobState) => boolean): Promise<JobState> {
  const script = { ...demoJobs(acting.at)[4]!, closedTo: 'Anselm Tate' };
  let job = await jobs.open(acting, { commandId: randomUUID(), intake: anIntake() });
  for (
    let minute = 1, command = nextDemoCommand(script, job);
    command && !stop(job);
    command = nextDemoCommand(script, job), minute++
  ) {
    await jobs.give(later(minute), job.id, { commandId: randomUUID(), basedOn: job.seq, command });
    job = await jobs.get(server.workshopId, job.id);
  }
  return job;
}

describe('several servers on one database', () => {
  it('see each other’s work: no memory of one is taken for the truth', async () => {
    const [one, other] = [new JobService(server.database), new JobService(server.database)];
    const job = await walk(one, (at) => at.phase === 'way-in');
    const same = await other.get(server.workshopId, job.id);
    expect(same).toEqual(job);
    const command = nextTick(job, false)!;
    await other.give(later(90), job.id, { commandId: randomUUID(), basedOn: job.seq, command });
    const seen = await one.get(server.workshopId, job.id);
    expect(seen.seq).toBe(job.seq + 1);
    // The first server had the older state in memory; it decides on the newer one.
    await expect(
      one.give(later(91), job.id, { commandId: randomUUID(), basedOn: job.seq, command }),
    ).rejects.toThrow('is not the step at hand');
  });

  it('tell their screens the same: the one that wrote of what it wrote, the other of what it reads', async () => {
    const other = new Feed(server.database, server.databaseUrl, pino({ level: 'silent' }));
    await other.start();
    const heard = new Map<Feed, string[]>([server.feed, other].map((feed) => [feed, []]));
    const quiet = [...heard].map(([feed, news]) =>
      feed.listen(server.workshopId, (frames) => void news.push(...frames.split('\n\n').filter(Boolean))),
    );
    const reads = jest.spyOn(server.database, 'inWorkshop');
    const jobs = new JobService(server.database, server.feed);
    const job = await jobs.open(acting, { commandId: randomUUID(), intake: anIntake() });
    const told = async (feed: Feed, count: number) => {
      while (heard.get(feed)!.length < count) await new Promise((done) => setTimeout(done, 5));
      return heard.get(feed)!.map((words) => JSON.parse(words.replace('event: job\ndata: ', '')) as unknown);
    };
    // Read later, it would be told together with what came after it.
    await told(other, 1);
    // What is refused, or comes to nothing, is told to nobody.
    const note = { type: 'note', kind: 'note', text: 'the lid creaks', stepId: null } as const;
    const give = (commandId: string, command: JobCommand, also?: () => Promise<void>) =>
      jobs.give(later(1), job.id, { commandId, basedOn: 0, command }, also ? { also } : {});
    await expect(give(randomUUID(), { type: 'take-back-tick' })).rejects.toThrow();
    const lost = give(randomUUID(), note, () => Promise.reject(new Error('the line broke')));
    await expect(lost).rejects.toThrow('the line broke');
    await give(randomUUID(), note);
    const own = await told(server.feed, 2);
    expect(await told(other, 2)).toEqual(own);
    expect(own).toMatchObject([{ events: [{ seq: 1 }] }, { events: [{ seq: 2, event: { type: 'noted' } }] }]);
    // Read twice by the other one, never by the one that wrote; once it was opened.
    expect(reads).toHaveBeenCalledTimes(3);
    reads.mockRestore();
    for (const stop of quiet) stop();
    await other.stop();
  });

  it('let one of two hands count a screw, and tell the other', async () => {
    const [one, other] = [new JobService(server.database), new JobService(server.database)];
    const job = await walk(
      one,
      (at) => at.phase === 'way-in' && (nextTick(at, false) as { key?: string | null }).key === 'short',
    );
    const command = nextTick(job, false)!;
    const results = await Promise.allSettled(
      [one, other].map((jobs) =>
        jobs.give(later(90), job.id, { commandId: randomUUID(), basedOn: job.seq, command }),
      ),
    );
    expect(results.map((result) => result.status).sort()).toEqual(['fulfilled', 'rejected']);
    const refused = results.find((result) => result.status === 'rejected');
    expect(String(refused?.status === 'rejected' && refused.reason)).toContain(
      '1 of 8 M2 × 5 pan are counted already.',
    );
  });

  it('keep every acknowledged tick when twenty come at once', async () => {
    const jobs = new JobService(server.database);
    const job = await jobs.open(acting, { commandId: randomUUID(), intake: anIntake() });
    const notes = Array.from({ length: 20 }, (_, n): JobCommand => ({
      type: 'note',
      text: `note ${n}`,
      stepId: null,
    }));
    await Promise.all(
      notes.map((command) => jobs.give(acting, job.id, { commandId: randomUUID(), basedOn: 1, command })),
    );
    const after = await new JobService(server.database).get(server.workshopId, job.id);
    expect(after.seq).toBe(21);
    expect(new Set(after.notes.map((note) => note.text)).size).toBe(20);
  });
});

it('carries a whole job from the counter to the customer, and the Bench follows', async () => {
  const jobs = new JobService(server.database);
  const job = await walk(jobs, () => false);
  expect(job.closed).toMatchObject({ to: 'Anselm Tate' });
  expect(job.tray.every((item) => item.out === 0)).toBe(true);
  const row = (await jobs.bench(server.workshopId)).find((one) => one.id === job.id);
  expect(row).toMatchObject({ closed: true, mark: 'settled', out: 0, seq: job.seq });
});

it('leaves nothing behind of a command that was refused', async () => {
  const jobs = new JobService(server.database);
  const job = await jobs.open(acting, {
    commandId: randomUUID(),
    intake: anIntake({ serial: 'TF14-2K-55001' }),
  });
  await expect(
    jobs.give(acting, job.id, {
      commandId: randomUUID(),
      basedOn: 1,
      command: { type: 'advance', from: 'diagnose' },
    }),
  ).rejects.toThrow('Say what you conclude');
  expect(await jobs.eventsSince(server.workshopId, job.id, 0)).toHaveLength(1);
  expect((await jobs.get(server.workshopId, job.id)).seq).toBe(1);
});

it('gives the same job to a form sent twice, and counts its number once', async () => {
  const jobs = new JobService(server.database);
  const commandId = randomUUID();
  const [first, again] = [
    await jobs.open(acting, { commandId, intake: anIntake() }),
    await jobs.open(later(1), { commandId, intake: anIntake() }),
  ];
  expect(again).toEqual(first);
  const next = await jobs.open(later(2), { commandId: randomUUID(), intake: anIntake() });
  expect(next.number).toBe(first.number + 1);
});

it('the Bench keeps showing a job whose old drive is still here, until that is settled', async () => {
  const jobs = new JobService(server.database);
  const script = { ...demoJobs(acting.at)[4]!, closedTo: 'Anselm Tate', keptUntil: '2026-05-01' };
  let job = await jobs.open(acting, { commandId: randomUUID(), intake: anIntake() });
  const give = async (minute: number, command: JobCommand) => {
    await jobs.give(later(minute), job.id, { commandId: randomUUID(), basedOn: job.seq, command });
    job = await jobs.get(server.workshopId, job.id);
  };
  let minute = 1;
  for (let command = nextDemoCommand(script, job); command; command = nextDemoCommand(script, job))
    await give(minute++, command);
  const rows = () => server.database.inWorkshop(server.workshopId, (tx) => benchRows(tx, 0));
  expect((await rows()).find((row) => row.id === job.id)).toMatchObject({
    closed: true,
    oldDriveHere: { until: '2026-05-01' },
  });
  await give(minute, { type: 'settle-old-drive', fate: 'returned', until: null, note: '' });
  expect((await rows()).map((row) => row.id)).not.toContain(job.id);
});

it('a tick brings its job’s row up to date in place: no index is written anew', async () => {
  const jobs = new JobService(server.database);
  let job = await walk(jobs, (at) => at.phase === 'way-in');
  const { pool } = server.database;
  const client = await pool.connect();
  const before = (await client.query('select * from job where id = $1', [job.id])).rows[0];
  await jobs.give(later(99), job.id, {
    commandId: randomUUID(),
    basedOn: job.seq,
    command: nextTick(job, false)!,
  });
  job = await jobs.get(server.workshopId, job.id);
  const after = (await client.query('select * from job where id = $1', [job.id])).rows[0];
  const changed = Object.keys(after).filter(
    (name) => JSON.stringify(after[name]) !== JSON.stringify(before[name]),
  );
  const indexed = (
    await client.query<{ name: string }>(
      `select distinct attname as name from pg_index i join pg_class c on c.oid = i.indrelid
         join pg_depend d on d.classid = 'pg_class'::regclass and d.objid = i.indexrelid and d.refobjid = c.oid
         join pg_attribute a on a.attrelid = c.oid and a.attnum = d.refobjsubid
       where c.relname = 'job'`,
    )
  ).rows.map((row) => row.name);
  expect(indexed).toContain('promised_at');
  expect(changed).toEqual(expect.arrayContaining(['seq', 'summary']));
  expect(changed.filter((name) => indexed.includes(name))).toEqual([]);
  client.release();
});

describe('a machine that was here before', () => {
  it(
    'starts from how its last job left it, in places that its model still has',
    async () => {
      const jobs = new JobService(server.database);
      const serial = 'TF14-2K-55021';
      const first = await finish(server, { serial });
      expect(first.closed).not.toBeNull();
      const again = await jobs.open(later(4000), {
        commandId: randomUUID(),
        intake: anIntake({ serial: 'tf14-2k-55021' }),
      });
      expect(again.found).toMatchObject({
        'm2-a': { is: 'holds', how: 'left', note: `job ${first.number}`, holds: { label: 'Pellow P3 1 TB' } },
      });
      const other = await jobs.open(later(4001), {
        commandId: randomUUID(),
        intake: anIntake({ serial: 'TF14-2K-55022' }),
      });
      expect(other.found).toEqual({});
    },
    WALKED_MS,
  );
});
