import { randomUUID } from 'node:crypto';
import type { CommandReply } from '@petrichor/api';
import { replay, type JobCommand, type JobState } from '@petrichor/core/job';
import pg from 'pg';
import { makeFirstAccount } from '../services/accounts.js';
import { anIntake } from '../testing/intake.js';
import { TestServer, type Visitor } from '../testing/server.js';

let server: TestServer;
let ines: Visitor;
beforeAll(async () => {
  server = await TestServer.start();
  ines = await server.signedIn();
});
afterAll(() => server.stop());

const open = async (): Promise<JobState> =>
  (await ines.post('/api/jobs', { commandId: randomUUID(), intake: anIntake() }).expect(201)).body.job;
const give = (jobId: string, basedOn: number, command: JobCommand, commandId = randomUUID()) =>
  ines.post(`/api/jobs/${jobId}/commands`, { commandId, basedOn, command });
const observe = (observation: string): JobCommand => ({ type: 'observe', observation, seen: 'seen' });

describe('taking a machine in', () => {
  it('gives each job the next number and shows it on the Bench', async () => {
    const [one, two] = [await open(), await open()];
    expect(two.number).toBe(one.number + 1);
    const bench = (await ines.get('/api/bench').expect(200)).body.jobs;
    expect(bench.map((job: { number: number }) => job.number)).toEqual(
      expect.arrayContaining([one.number, two.number]),
    );
  });

  it('makes one job of a form that is sent twice, even at once', async () => {
    const body = { commandId: randomUUID(), intake: anIntake() };
    const replies = await Promise.all([1, 2, 3].map(() => ines.post('/api/jobs', body)));
    const ids = replies.map((reply) => reply.body.job.id);
    expect(new Set(ids).size).toBe(1);
  });

  it('names every field that is wrong', async () => {
    const intake = { ...anIntake(), serial: 'with space', complaint: ' ', promisedAt: 'tomorrow' };
    const { body } = await ines.post('/api/jobs', { commandId: randomUUID(), intake }).expect(400);
    expect(body.fields.map((field: { path: string }) => field.path).sort()).toEqual([
      'intake.complaint',
      'intake.promisedAt',
      'intake.serial',
    ]);
  });

  it('wants on one line what stands on one line', async () => {
    const intake = anIntake({ customer: { name: 'Halima\nQuist', reach: 'quay\r\nside' } });
    const { body } = await ines.post('/api/jobs', { commandId: randomUUID(), intake }).expect(400);
    expect(body.fields.map((field: { path: string }) => field.path)).toEqual([
      'intake.customer.name',
      'intake.customer.reach',
    ]);
  });

  it('wants a model that the workshop has', async () => {
    expect(
      (
        await ines
          .post('/api/jobs', { commandId: randomUUID(), intake: anIntake({ modelId: 'ghost' }) })
          .expect(409)
      ).body.detail,
    ).toContain('no such model');
  });
});

describe('commands', () => {
  it('are decided, kept and answered with their events', async () => {
    const job = await open();
    const reply: CommandReply = (await give(job.id, 1, observe('freezes-then-resumes')).expect(200)).body;
    expect(reply).toMatchObject({
      seq: 2,
      repeated: false,
      events: [{ seq: 2, by: { name: 'Ines' }, event: { type: 'observed' } }],
    });
    expect((await ines.get(`/api/jobs/${job.id}`)).body.job.findings.before).toMatchObject([
      { observation: 'freezes-then-resumes', seen: true },
    ]);
  });

  it('are harmless when repeated, also both at once', async () => {
    const job = await open();
    const commandId = randomUUID();
    const replies = await Promise.all(
      [1, 2, 3, 4].map(() => give(job.id, 1, observe('freezes-then-resumes'), commandId)),
    );
    expect(replies.map((reply) => reply.status)).toEqual([200, 200, 200, 200]);
    expect(replies.filter((reply) => reply.body.repeated)).toHaveLength(3);
    expect((await ines.get(`/api/jobs/${job.id}/events?after=0`)).body.events).toHaveLength(2);
  });

  it.each([
    ['a NUL', 'read off: AB\u0000'],
    ['half a character', 'cut in the middle: \ud83d'],
  ])('with %s in their words are refused in words, and jam nothing behind them', async (_, text) => {
    const job = await open();
    const refused = await give(job.id, 1, { type: 'note', text, stepId: null }).expect(400);
    expect(refused.body).toMatchObject({ code: 'not-kept', fields: [{ path: 'command.text' }] });
    expect(refused.body.detail).toMatch(/cannot be kept \(U\+/);
    await give(job.id, 1, { type: 'note', text: 'typed anew', stepId: null }).expect(200);
  });

  it('with a number beyond what a column holds are refused as well, not failed at', async () => {
    const job = await open();
    await ines.get(`/api/jobs/${job.id}/events?after=99999999999`).expect(400);
    await give(job.id, 99_999_999_999, { type: 'note', text: 'x', stepId: null }).expect(400);
    await ines.get('/api/job-numbers/99999999999').expect(400);
    await ines.get('/api/models/tarnwell-fen-14/versions/99999999999').expect(400);
    await ines.get('/api/diagnosis/before/99999999999').expect(400);
    await ines
      .post(`/api/corrections/${job.id}/99999999999`, { verdict: 'declined', words: 'no' })
      .expect(400);
  });

  it('of a stale screen are rebased, and it gets what it missed', async () => {
    const job = await open();
    await give(job.id, 1, observe('freezes-then-resumes')).expect(200);
    const reply: CommandReply = (await give(job.id, 1, observe('bad-sectors')).expect(200)).body;
    expect(reply.events.map((one) => one.seq)).toEqual([2, 3]);
  });

  it('that no longer hold are refused with the reason', async () => {
    const job = await open();
    await give(job.id, 1, { type: 'end-early', reason: 'customer changed their mind' }).expect(200);
    expect((await give(job.id, 1, { type: 'advance', from: 'diagnose' }).expect(409)).body).toMatchObject({
      code: 'moved-on',
      detail: expect.stringContaining("at 'Hand over' already"),
    });
  });

  it('are kept from those whose role they are not', async () => {
    const job = await open();
    const desk = await server.signedIn('perpetua');
    expect(
      (
        await desk
          .post(`/api/jobs/${job.id}/commands`, {
            commandId: randomUUID(),
            basedOn: 1,
            command: observe('freezes-then-resumes'),
          })
          .expect(403)
      ).body.detail,
    ).toContain('technician');
  });

  it('cannot take the id of another job’s command', async () => {
    const [one, two] = [await open(), await open()];
    const commandId = randomUUID();
    await give(one.id, 1, observe('freezes-then-resumes'), commandId).expect(200);
    expect((await give(two.id, 1, observe('freezes-then-resumes'), commandId).expect(409)).body.code).toBe(
      'other-command',
    );
  });

  it.each([
    ['no body', {}],
    ['an unknown command', { commandId: randomUUID(), basedOn: 0, command: { type: 'explode' } }],
    ['an id that is none', { commandId: 'one', basedOn: 0, command: observe('freezes-then-resumes') }],
    [
      'a field too many',
      { commandId: randomUUID(), basedOn: 0, command: { ...observe('freezes-then-resumes'), extra: 1 } },
    ],
  ])('are refused in words with %s', async (_, body) => {
    const job = await open();
    const reply = await ines.post(`/api/jobs/${job.id}/commands`, body).expect(400);
    expect(reply.headers['content-type']).toContain('application/problem+json');
    expect(reply.body.detail.length).toBeGreaterThan(10);
  });
});

describe('the log', () => {
  it('is append-only in the database itself', async () => {
    const job = await open();
    // Not even by whoever owns it; the server's own role may not even try.
    const owner = new pg.Client({ connectionString: server.databaseUrl });
    await owner.connect();
    await expect(owner.query('update job_event set at = now() where job_id = $1', [job.id])).rejects.toThrow(
      'append-only',
    );
    await expect(owner.query('delete from job_event where job_id = $1', [job.id])).rejects.toThrow(
      'append-only',
    );
    await owner.end();
    await expect(
      server.database.pool.query('delete from job_event where job_id = $1', [job.id]),
    ).rejects.toThrow('permission denied');
  });

  it('replays to what the server says, and is read from any place', async () => {
    const job = await open();
    for (const id of ['freezes-then-resumes', 'bad-sectors', 'runs-hot'])
      await give(job.id, 1, observe(id)).expect(200);
    const { events } = (await ines.get(`/api/jobs/${job.id}/events`)).body;
    expect(replay(events)).toEqual((await ines.get(`/api/jobs/${job.id}`)).body.job);
    expect((await ines.get(`/api/jobs/${job.id}/events?after=3`)).body.events).toHaveLength(1);
    expect((await ines.get(`/api/jobs/${job.id}/events?after=x`)).status).toBe(400);
  });
});

describe('workshops', () => {
  it('see nothing of each other, whatever a query asks', async () => {
    const job = await open();
    const other = '11111111-1111-4111-8111-111111111111';
    await server.database.pool.query(`insert into workshop (id, name) values ($1, 'Elsewhere')`, [other]);
    const seen = await server.database.inWorkshop(other, async (tx) => {
      const counts = [];
      for (const table of ['workshop', 'account', 'job', 'job_event', 'machine_model', 'drive'])
        counts.push(Number((await tx.query<{ n: string }>(`select count(*) as n from ${table}`)).rows[0]!.n));
      return counts;
    });
    expect(seen).toEqual([1, 0, 0, 0, 0, 0]);
    await expect(
      server.database.inWorkshop(other, (tx) =>
        tx.query(`insert into drive (workshop_id, id, document) values ($1, 'x', '{}')`, [server.workshopId]),
      ),
    ).rejects.toThrow('row-level security');
    expect((await ines.get(`/api/jobs/${job.id}`)).status).toBe(200);
  });
});

describe('addresses that lead nowhere', () => {
  it.each(['/api/jobs/not-an-id', `/api/jobs/${randomUUID()}`, '/api/nothing'])(
    '%s is answered in a sentence',
    async (path) => {
      const { status, body } = await ines.get(path);
      expect([400, 404]).toContain(status);
      expect(body.detail).toMatch(/\.$/);
    },
  );

  it('and bodies that are no JSON, too', async () => {
    const reply = await ines.post('/api/jobs', {}).set('Content-Type', 'application/json').send('{"half":');
    expect(reply.body).toMatchObject({ status: 400, code: 'not-json' });
  });
});

describe('the event stream', () => {
  it('tells other screens what was done, and only to whom it concerns', async () => {
    const cookie = (
      await server.anyone().post('/api/session', { signInName: 'ines', password: 'a long enough one' })
    ).headers['set-cookie']![0]!;
    const stream = await fetch(`${server.url}/api/stream`, { headers: { cookie } });
    const reader = stream.body!.getReader();
    const job = await open();
    let text = '';
    while (!text.includes(job.id)) text += new TextDecoder().decode((await reader.read()).value);
    await reader.cancel();
    // First of all it names the build it gives out; these tests have no web application.
    expect(text).toMatch(/^event: hello\ndata: \{"build":null\}\n\n/);
    const news = JSON.parse(/event: job\ndata: (.*)/.exec(text)![1]!);
    expect(news).toMatchObject({ jobId: job.id, events: [{ seq: 1 }], summary: { number: job.number } });
  });

  it('wants a session', async () => expect((await server.anyone().get('/api/stream')).status).toBe(401));
});

it('has no second first account', async () => {
  await expect(
    makeFirstAccount(server.database, {
      workshopName: 'W',
      name: 'N',
      signInName: 'n2',
      password: 'long enough one',
    }),
  ).rejects.toThrow('first account already');
});
