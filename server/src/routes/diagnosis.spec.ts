import { randomUUID } from 'node:crypto';
import type { DiagnosisReply, KnowledgeWhole, PastCasesReply } from '@petrichor/api';
import {
  learn,
  learnFrom,
  readCounts,
  shippedDiagnosis,
  type LearnedEdition,
  type PastCase,
} from '@petrichor/core/diagnose';
import type { JobCommand } from '@petrichor/core/job';
import { learntEditions } from '../services/diagnosis.js';
import { checkRecord } from '../services/record-check.js';
import { anIntake } from '../testing/intake.js';
import { TestServer, type Visitor } from '../testing/server.js';

let server: TestServer;
let lead: Visitor;
beforeAll(async () => {
  server = await TestServer.start();
  lead = await server.signedIn();
});
afterAll(() => server.stop());

const reply = async (): Promise<DiagnosisReply> =>
  (await lead.get('/api/diagnosis').expect(200)).body as DiagnosisReply;
const cases = async (query = ''): Promise<PastCasesReply> =>
  (await lead.get(`/api/diagnosis/cases${query}`).expect(200)).body as PastCasesReply;
const edited = (version: number, prior = 0.2) => ({
  knowledge: {
    ...shippedDiagnosis('before'),
    version,
    causes: shippedDiagnosis('before').causes.map((one) =>
      one.id === 'connection' ? { ...one, prior } : one,
    ),
  },
  why: 'Half our jobs are cables.',
});

/** A job that ends with a confirmed cause and no new drive. */
async function finish(cause: string, ...found: string[]): Promise<void> {
  const { body } = await lead
    .post('/api/jobs', {
      commandId: randomUUID(),
      intake: anIntake({ mustNotLose: 'nothing', stake: 'none' }),
    })
    .expect(201);
  const give = (command: JobCommand) =>
    lead
      .post(`/api/jobs/${body.job.id}/commands`, { commandId: randomUUID(), basedOn: 0, command })
      .expect(200);
  for (const observation of found) await give({ type: 'observe', observation, seen: 'seen' });
  await give({ type: 'conclude', causeId: cause, reason: 'seen on opening' });
  await give({ type: 'cure', what: 'Reseated the plug.', checked: 'Read 20 GB.' });
  for (const check of Object.keys(anIntake().baseline))
    await give({ type: 'check-baseline', check: check as 'keys', result: 'works', note: '' });
  await give({ type: 'confirm-causes', causeIds: [cause] });
  await give({ type: 'advance', from: 'prove' });
  await give({ type: 'pay', amountMinor: 1800, how: 'card' });
  await give({ type: 'hand-over', to: 'Ms Quist' });
}

describe('what finished jobs teach', () => {
  it('is nothing at first: the edition that ships, as it is', async () => {
    const { before, after, counts, history } = await reply();
    expect([before.edition, after.edition]).toEqual([shippedDiagnosis('before'), shippedDiagnosis('after')]);
    expect([before.jobs, counts, history]).toEqual([0, { jobs: 0, causes: [], links: [] }, []]);
    expect(await cases()).toEqual({ cases: [], next: null });
  });

  it('is counted as soon as a job is handed over, with the job behind it', async () => {
    await finish('connection', 'plug-askew', 'link-errors');
    const { before, counts } = await reply();
    expect(before.jobs).toBe(1);
    expect(learnFrom(before.edition, readCounts(counts))).toEqual(before);
    expect(before.links['plug-askew/connection']).toMatchObject({
      jobs: 1,
      so: 1,
      opinion: 0.65,
      value: (0.65 * 20 + 1) / 21,
    });
    expect((await cases()).cases).toMatchObject([
      {
        modelId: 'tarnwell-fen-14',
        causes: ['connection'],
        answers: [
          { observation: 'plug-askew', seen: true },
          { observation: 'link-errors', seen: true },
        ],
      },
    ]);
    const { diagnosis } = (await lead.get('/api/knowledge')).body as KnowledgeWhole;
    expect(diagnosis.before.causes['connection']).toMatchObject({ jobs: 1, so: 1 });
  });

  it('weighs in the next decision of the server', async () => {
    const { body } = await lead
      .post('/api/jobs', { commandId: randomUUID(), intake: anIntake() })
      .expect(201);
    const give = (command: JobCommand) =>
      lead
        .post(`/api/jobs/${body.job.id}/commands`, { commandId: randomUUID(), basedOn: 0, command })
        .expect(200);
    await give({ type: 'observe', observation: 'plug-askew', seen: 'seen' });
    await give({ type: 'conclude', causeId: 'connection', reason: 'plug askew' });
    const { conclusion } = (await lead.get(`/api/jobs/${body.job.id}`)).body.job;
    expect(conclusion.weighed).toMatchObject({ causeId: 'connection' });
    // With one cable in one job the share is (0.06 x 20 + 1) / 21 instead of 0.06: the chance is above what
    // ships.
    expect(conclusion.weighed.chance).toBeGreaterThan(0.7);
  });

  it('is brought forward by what changed, also where a job teaches otherwise than before, and by nothing that came to nothing', async () => {
    const jobs = (
      await server.database.inWorkshop(server.workshopId, (tx) =>
        tx.query<{ id: string; pastCase: PastCase }>(
          `select id, past_case as "pastCase" from job where past_case is not null`,
        ),
      )
    ).rows;
    const [one] = jobs;
    const counted = async () => ((await lead.get('/api/knowledge')).body as KnowledgeWhole).diagnosis.before;
    const fresh = async (): Promise<LearnedEdition> => {
      const now = await server.database.inWorkshop(server.workshopId, (tx) =>
        tx.query<{ pastCase: PastCase }>(
          'select past_case as "pastCase" from job where past_case is not null',
        ),
      );
      return learn(
        shippedDiagnosis('before'),
        now.rows.map((row) => row.pastCase),
      );
    };
    const teach = (pastCase: PastCase | null) =>
      server.database.inWorkshop(server.workshopId, (tx) =>
        tx.query('update job set past_case = $2 where id = $1', [
          one!.id,
          pastCase && JSON.stringify(pastCase),
        ]),
      );
    expect(await counted()).toEqual(await fresh());
    await teach({ ...one!.pastCase, causes: ['memory-short'] });
    expect((await counted()).causes['memory-short']).toMatchObject({ so: 1 });
    expect(await counted()).toEqual(await fresh());
    await teach(null);
    expect((await counted()).jobs).toBe(jobs.length - 1);
    // What a transaction taught itself is not counted by it: it is rolled back here.
    await server.database
      .inWorkshop(server.workshopId, async (tx) => {
        await tx.query('update job set past_case = $2 where id = $1', [
          one!.id,
          JSON.stringify(one!.pastCase),
        ]);
        expect((await learntEditions(server.database, tx, server.workshopId)).before.jobs).toBe(
          jobs.length - 1,
        );
        throw new Error('over');
      })
      .catch(() => undefined);
    expect((await counted()).jobs).toBe(jobs.length - 1);
    await teach(one!.pastCase);
    expect(await counted()).toEqual(await fresh());
    expect((await checkRecord(server.database)).faults).toEqual([]);
  });

  it('stays in its workshop', async () => {
    const other = randomUUID();
    await server.database.pool.query("insert into workshop (id, name) values ($1, 'Other')", [other]);
    const seen = await server.database.inWorkshop(other, (tx) =>
      tx.query('select count(*)::int as n from job where past_case is not null'),
    );
    expect(seen.rows[0]).toEqual({ n: 0 });
  });
});

describe('editing', () => {
  it('saves the next edition with who and why; the old one stays to be looked at', async () => {
    expect((await lead.post('/api/diagnosis', edited(1)).expect(201)).body).toEqual({ version: 2 });
    const { before, history } = await reply();
    expect(before.edition).toMatchObject({ version: 2 });
    expect(before.edition.causes.find((one) => one.id === 'connection')!.prior).toBe(0.2);
    expect(history).toMatchObject([
      { about: 'before', version: 2, savedBy: 'Ines', why: 'Half our jobs are cables.' },
    ]);
    expect((await lead.get('/api/diagnosis/before/2').expect(200)).body.version).toBe(2);
    expect((await lead.get('/api/diagnosis/before/1').expect(200)).body).toEqual(shippedDiagnosis('before'));
    expect((await lead.get('/api/diagnosis/before/7').expect(404)).body.detail).toBe(
      'There is no edition 7.',
    );
  });

  it('never overwrites what somebody else saved meanwhile', async () => {
    expect((await lead.post('/api/diagnosis', edited(1, 0.3)).expect(409)).body.detail).toContain(
      'Somebody saved edition 2 meanwhile',
    );
    const both = await Promise.all([
      lead.post('/api/diagnosis', edited(2, 0.3)),
      lead.post('/api/diagnosis', edited(2, 0.4)),
    ]);
    expect(both.map((one) => one.status).sort()).toEqual([201, 409]);
  });

  it.each([
    [{ ...edited(3), why: '' }, 'Say why you change it.'],
    [{ ...edited(3), knowledge: { ...edited(3).knowledge, causes: [] } }, 'knowledge.causes'],
    [{ why: 'because' }, 'knowledge'],
  ])('refuses what is no edition: %#', async (body, words) =>
    expect(JSON.stringify((await lead.post('/api/diagnosis', body).expect(400)).body)).toContain(words),
  );

  it('is a lead’s', async () => {
    const desk = await server.signedIn('perpetua');
    await desk.post('/api/diagnosis', edited(3)).expect(403);
    await desk.get('/api/diagnosis').expect(200);
  });

  it('takes a document from a file as the next edition, whatever number it carries', async () => {
    const { before } = await reply();
    const text = JSON.stringify({ ...shippedDiagnosis('before'), version: 77 });
    expect((await lead.post('/api/imports', { text }).expect(201)).body.imported).toBe(
      `diagnosis for before the swap, edition ${before.edition.version + 1}`,
    );
  });
});

it('past cases come in pages, the newest first, by cause', async () => {
  // Copies of a finished job: only what is listed of them matters here.
  await server.database.inWorkshop(server.workshopId, (tx) =>
    tx.query(
      `insert into job (workshop_id, id, number, seq, closed, promised_at, summary, past_case)
       select workshop_id, gen_random_uuid(), 10000 + n, seq, true, promised_at, summary,
         past_case || jsonb_build_object('number', 10000 + n, 'causes', (case n % 4
           when 0 then '[]' when 1 then '["drive-full"]' else '["connection"]' end)::jsonb)
       from (select * from job where past_case is not null order by number limit 1) one, generate_series(1, 1000) n`,
    ),
  );
  const numbers = async (query = '') => {
    const { cases: found, next } = await cases(query);
    return { found: found.map((one) => one.number), next };
  };
  const one = await numbers();
  expect(one.found).toHaveLength(500);
  expect(one.found.slice(0, 3)).toEqual([10999, 10998, 10997]);
  const two = await numbers(`?before=${one.next}`);
  // 750 with a cause, and the one that taught before.
  expect(two.found.length + 500).toBeGreaterThan(750);
  expect(two.found[0]).toBeLessThan(one.found.at(-1)!);
  expect(two.next).toBeNull();
  const full = await numbers('?cause=drive-full');
  expect(full.found).toHaveLength(250);
  expect(full.found.every((number) => number % 4 === 1)).toBe(true);
  await lead.get('/api/diagnosis/cases?before=0').expect(400);
});
