import { createServer, type Server } from 'node:http';
import { randomUUID } from 'node:crypto';
import type { AddressInfo } from 'node:net';
import { demoDrives, demoParts } from '@petrichor/demo';
import type { JobCommand, JobState } from '@petrichor/core/job';
import pg from 'pg';
import { seal, unseal } from '../services/sealed.js';
import { supplierApp } from '../simulated/supplier/app.js';
import { Supplier } from '../simulated/supplier/supplier.js';
import { finish, WALKED_MS } from '../testing/finish.js';
import { anIntake } from '../testing/intake.js';
import { TestServer, type Visitor } from '../testing/server.js';

let server: TestServer;
let lead: Visitor;
let desk: Visitor;
let shop: Server;
let supplier: Supplier;
/** What the suppliers take for the time. */
let shopTime = new Date('2026-04-13T09:00:00Z');
beforeAll(async () => {
  supplier = new Supplier(demoDrives(), demoParts(), () => shopTime);
  shop = createServer(supplierApp(supplier));
  await new Promise<void>((done) => shop.listen(0, '127.0.0.1', done));
  server = await TestServer.start(1000, null, `http://127.0.0.1:${(shop.address() as AddressInfo).port}`);
  lead = await server.signedIn();
  desk = await server.signedIn('perpetua');
});
afterAll(async () => {
  await server.stop();
  await new Promise((done) => shop.close(done));
});

const id = () => randomUUID();
const open = async (own: Parameters<typeof anIntake>[0] = {}): Promise<JobState> =>
  (await lead.post('/api/jobs', { commandId: id(), intake: anIntake(own) }).expect(201)).body.job;
const give = (jobId: string, command: JobCommand) =>
  lead.post(`/api/jobs/${jobId}/commands`, { commandId: id(), basedOn: 0, command });
const jobAt = async (jobId: string): Promise<JobState> =>
  (await lead.get(`/api/jobs/${jobId}`).expect(200)).body.job;
const find = async (words: string, more = '') =>
  (await lead.get(`/api/ledger?find=${encodeURIComponent(words)}${more}`).expect(200)).body;

describe('customers', () => {
  it('are found by the beginning of any word or of the phone number, with their machines', async () => {
    await open({ customer: { name: 'Isolde Marrack', reach: '01632 960 441' }, serial: 'TF14-A1' });
    await open({ customer: { name: 'Isolde Marrack', reach: '01632 960 441' }, serial: 'TF14-A2' });
    for (const typed of ['isol', 'marr iso', '960441', '01632 960']) {
      const { customers } = (await lead.get(`/api/customers?find=${encodeURIComponent(typed)}`).expect(200))
        .body;
      expect([typed, customers.length]).toEqual([typed, 1]);
      expect(customers[0].machines.map((one: { serial: string }) => one.serial)).toEqual([
        'TF14-A2',
        'TF14-A1',
      ]);
    }
  });

  it('of the same name who are reached otherwise are two', async () => {
    const one = await open({ customer: { name: 'Wim Oddny', reach: 'school' } });
    const other = await open({ customer: { name: 'Wim Oddny', reach: 'boatyard' } });
    const again = await open({ customer: { name: 'wim oddny', reach: 'School' } });
    expect(other.intake.customer.id).not.toBe(one.intake.customer.id);
    expect(again.intake.customer.id).toBe(one.intake.customer.id);
  });
});

describe('a customer among thousands', () => {
  it('is found by two words that are each common', async () => {
    const client = new pg.Client({ connectionString: server.databaseUrl });
    await client.connect();
    // 3,000 people called Ada, of whom every fifth is a Polgove, and every 24th lives at the mill.
    await client.query(
      `with made as (
         insert into customer (workshop_id, id, name, reach, changed_at)
         select $1, gen_random_uuid(), 'Ada ' || case when n % 5 = 0 then 'Polgove' else 'Trewyn' end, case when n % 24 = 0 then 'mill' else 'quay' end, now()
         from generate_series(1, 3000) as n returning id, name, reach
       )
       insert into customer_word (workshop_id, word, customer_id)
       select $1, word, id from made, unnest(string_to_array(lower(name || ' ' || reach), ' ')) as w(word)`,
      [server.workshopId],
    );
    await client.end();
    const names = async (typed: string): Promise<string[]> =>
      (await lead.get(`/api/customers?find=${encodeURIComponent(typed)}`).expect(200)).body.customers.map(
        (one: { name: string; reach: string }) => `${one.name}, ${one.reach}`,
      );
    expect(new Set(await names('ada polg mill'))).toEqual(new Set(['Ada Polgove, mill']));
    expect(await names('ada tre mill')).toHaveLength(8);
    expect(await names('ada harpsichord')).toEqual([]);
  });
});

describe('sealed notes', () => {
  const keep = (jobId: string, by: Visitor, secret = 'swordfish 4417') =>
    by.post(`/api/jobs/${jobId}/sealed`, { commandId: id(), kind: 'passcode', label: 'her account', secret });
  const look = (jobId: string, by: Visitor, noteId: string) =>
    by.post(`/api/jobs/${jobId}/sealed/${noteId}/look`, { commandId: id() });

  it('are read by a lead or whoever has the job, each look on record; the desk that took it in does not', async () => {
    const job = await open();
    await keep(job.id, desk).expect(201);
    const [note] = (await jobAt(job.id)).sealed;
    await look(job.id, desk, note!.id).expect(409);
    expect((await look(job.id, lead, note!.id).expect(200)).body).toEqual({ secret: 'swordfish 4417' });
    expect((await jobAt(job.id)).sealed[0]!.looks).toMatchObject([{ by: { name: 'Ines' } }]);
  });

  it('lie encrypted in the database, and in no event', async () => {
    const job = await open();
    await keep(job.id, lead).expect(201);
    const client = new pg.Client({ connectionString: server.databaseUrl });
    await client.connect();
    const { rows } = await client.query('select sealed from sealed_note where job_id = $1', [job.id]);
    const all = await client.query<{ body: object }>('select body from job_event where job_id = $1', [
      job.id,
    ]);
    await client.end();
    expect((rows[0] as { sealed: Buffer }).sealed.toString('latin1')).not.toContain('swordfish');
    expect(JSON.stringify(all.rows)).not.toContain('swordfish');
  });

  it('cannot be kept or read by a plain command, without what belongs to it', async () => {
    const job = await open();
    for (const command of [
      { type: 'keep-sealed', noteId: id(), kind: 'passcode', label: '' },
      { type: 'look-sealed', noteId: id() },
    ] as const)
      expect((await give(job.id, command).expect(400)).body.code).toBe('not-by-hand');
  });

  it('are gone at hand-over, and when somebody destroys them', async () => {
    const job = await open();
    await keep(job.id, lead).expect(201);
    const [note] = (await jobAt(job.id)).sealed;
    await lead.post(`/api/jobs/${job.id}/sealed/${note!.id}/destroy`, { commandId: id() }).expect(200);
    await look(job.id, lead, note!.id).expect(409);
    await keep(job.id, lead).expect(201);
    await give(job.id, { type: 'end-early', reason: 'too dear for it' }).expect(200);
    await give(job.id, { type: 'pay', amountMinor: 1800, how: 'cash' }).expect(200);
    await give(job.id, { type: 'hand-over', to: 'Ms Quist' }).expect(200);
    const left = await server.database.inWorkshop(server.workshopId, (tx) =>
      tx.query('select 1 from sealed_note where job_id = $1', [job.id]),
    );
    expect(left.rowCount).toBe(0);
  });

  it('open with their own key, job and note only', () => {
    const key = Buffer.alloc(32, 1);
    const sealed = seal(key, 'häven-9', Buffer.from('a/b/c'));
    expect(unseal(key, sealed, Buffer.from('a/b/c'))).toBe('häven-9');
    expect(() => unseal(key, sealed, Buffer.from('a/b/d'))).toThrow('another key');
    expect(() => unseal(Buffer.alloc(32, 2), sealed, Buffer.from('a/b/c'))).toThrow('another key');
    sealed[sealed.length - 1]! ^= 1;
    expect(() => unseal(key, sealed, Buffer.from('a/b/c'))).toThrow('another key');
  });
});

describe('comebacks', () => {
  it(
    'are linked both ways, and teach the old job, the diagnosis and the guide',
    async () => {
      const old = await finish(server, { serial: 'BACK-1' });
      const job = await open({ serial: 'BACK-1', comebackOf: { jobId: old.id, number: old.number } });
      expect((await jobAt(old.id)).cameBack).toMatchObject([
        { jobId: job.id, number: job.number, learnt: null },
      ]);
      expect(
        (await find('back1', '&comebacks=true')).rows.map((row: { number: number }) => row.number),
      ).toEqual([job.number]);
      const operationId = old.way!.steps.find((step) => step.leg === 'in' && step.operationId)!.operationId!;
      await give(job.id, {
        type: 'explain-comeback',
        kind: 'same-fault',
        causeIds: ['connection'],
        words: 'plug never latched',
        operationId,
      }).expect(200);
      expect((await jobAt(old.id)).cameBack[0]!.learnt).toMatchObject({
        kind: 'same-fault',
        causeIds: ['connection'],
      });
      const { cases } = (await lead.get('/api/diagnosis/cases').expect(200)).body;
      expect(cases.find((one: { jobId: string }) => one.jobId === old.id).causes).toEqual(['connection']);
      const { corrections } = (await lead.get('/api/models/tarnwell-fen-14/record').expect(200)).body;
      expect(corrections.some((one: { text: string }) => one.text === 'Came back: plug never latched')).toBe(
        true,
      );
    },
    WALKED_MS,
  );

  it('of a job that is still open are refused', async () => {
    const still = await open();
    const { body } = await lead
      .post('/api/jobs', {
        commandId: id(),
        intake: anIntake({ comebackOf: { jobId: still.id, number: still.number } }),
      })
      .expect(409);
    expect(body.detail).toContain('still open');
  });
});

describe('ordering', () => {
  /** Not on the shelf, six days away. */
  const AWAY = { kind: 'drive', id: 'skerry-t6-2tb' } as const;
  const atAgree = async (): Promise<JobState> => {
    const job = await open({ promisedAt: '2026-04-15T13:00:00.000Z' });
    const commands: JobCommand[] = [
      { type: 'observe', observation: 'bad-sectors', seen: 'seen' },
      { type: 'conclude', causeId: 'flash-worn', reason: 'spare at 4 %' },
      { type: 'advance', from: 'diagnose' },
      { type: 'choose-drive', slotId: 'm2-a', driveId: AWAY.id },
      { type: 'advance', from: 'match' },
      {
        type: 'offer',
        options: [{ kind: 'advised', slotId: 'm2-a', driveId: AWAY.id }],
        machineMinor: 40_000,
      },
      {
        type: 'agree',
        slotId: 'm2-a',
        driveId: AWAY.id,
        who: 'Ms Quist',
        how: 'phone',
        depositMinor: 0,
        words: '',
      },
      { type: 'advance', from: 'agree' },
    ];
    for (const command of commands) await give(job.id, command).expect(200);
    return jobAt(job.id);
  };
  const reservedOf = async (driveId: string): Promise<number> => {
    const { levels } = (await lead.get('/api/shelf').expect(200)).body as {
      levels: { item: { id: string }; level: { reserved: number } }[];
    };
    return levels.find((one) => one.item.id === driveId)?.level.reserved ?? 0;
  };

  it('goes to a supplier; it comes, the shelf has it for this job, and the promise moved with it', async () => {
    shopTime = server.now;
    const job = await atAgree();
    const item = AWAY;
    const { offers } = (await lead.get(`/api/offers?kind=drive&id=${item.id}&quantity=1`).expect(200)).body;
    expect(offers).toHaveLength(2);
    const body = {
      commandId: id(),
      orderId: id(),
      need: `drive:${item.id}`,
      item,
      supplier: offers[0].supplier,
      inPlaceOf: null,
    };
    await lead.post(`/api/jobs/${job.id}/orders`, body).expect(201);
    await lead.post(`/api/jobs/${job.id}/orders`, body).expect(201);
    const placed = await jobAt(job.id);
    expect(placed.orders).toMatchObject([{ supplier: offers[0].supplier, dueOn: offers[0].dueOn }]);
    expect(placed.intake.promisedAt > job.intake.promisedAt).toBe(true);
    const held = await reservedOf(item.id);
    shopTime = new Date(new Date(offers[0].dueOn as string).getTime() + 5 * 86_400_000);
    await server.orders.look();
    const come = await jobAt(job.id);
    expect(come.orders[0]!.state).toBe('arrived');
    expect(await reservedOf(item.id)).toBe(held + 1);
    // Asked again there is no news, and nothing more is written.
    await server.orders.look();
    expect((await jobAt(job.id)).seq).toBe(come.seq);
  });

  it('is called off, and had elsewhere', async () => {
    shopTime = server.now;
    const job = await atAgree();
    const item = AWAY;
    const order = (supplier: string, inPlaceOf: string | null) => ({
      commandId: id(),
      orderId: id(),
      need: `drive:${item.id}`,
      item,
      supplier,
      inPlaceOf,
    });
    const first = order('Merrow Parts', null);
    await lead.post(`/api/jobs/${job.id}/orders`, first).expect(201);
    const second = order('Harbour Trade', first.orderId);
    await lead.post(`/api/jobs/${job.id}/orders`, second).expect(201);
    await lead
      .post(`/api/jobs/${job.id}/orders/${second.orderId}/cancel`, {
        commandId: id(),
        why: 'customer thinks it over',
      })
      .expect(200);
    expect((await jobAt(job.id)).orders.map((one) => one.state)).toEqual(['cancelled', 'cancelled']);
    expect(
      (await lead.post(`/api/jobs/${job.id}/orders`, order('Nobody Ltd', null)).expect(404)).body.detail,
    ).toContain('does not sell');
    // One that is on its way already comes: the new one is not ordered beside it.
    const third = order('Merrow Parts', null);
    await lead.post(`/api/jobs/${job.id}/orders`, third).expect(201);
    const due = (await jobAt(job.id)).orders.at(-1)!.dueOn!;
    shopTime = new Date(new Date(due).getTime() - 43_200_000);
    const fourth = order('Harbour Trade', third.orderId);
    const refused = await lead.post(`/api/jobs/${job.id}/orders`, fourth).expect(409);
    expect(refused.body.detail).toContain('on its way');
    expect((await jobAt(job.id)).orders.map((one) => one.id)).not.toContain(fourth.orderId);
    expect(supplier.order(fourth.orderId).state).toBe('cancelled');
  });
});

describe('a companion that is rolled back', () => {
  it('goes back on the shelf, and the model remembers', async () => {
    const card = demoParts().find((one) => one.kind === 'wireless' && one.inStock > 0)!;
    const job = await open();
    const companionId = id();
    const stock = async () =>
      ((await lead.get('/api/knowledge').expect(200)).body.parts as { id: string; inStock: number }[]).find(
        (one) => one.id === card.id,
      )!.inStock;
    const before = await stock();
    await give(job.id, {
      type: 'fit-companion',
      companionId,
      kind: 'wireless',
      partId: card.id,
      original: 'Rook W3',
      limitMinutes: 30,
    }).expect(200);
    expect(await stock()).toBe(before - 1);
    await give(job.id, {
      type: 'judge-companion',
      companionId,
      outcome: 'rolled-back',
      note: 'firmware refuses it',
    }).expect(200);
    await give(job.id, { type: 'undo-companion', companionId, step: 'original-refitted' }).expect(200);
    await give(job.id, { type: 'undo-companion', companionId, step: 'part-returned' }).expect(200);
    expect(await stock()).toBe(before);
    const { companionCases } = (await lead.get('/api/knowledge').expect(200)).body;
    expect(companionCases).toMatchObject([
      {
        modelId: 'tarnwell-fen-14',
        label: card.name,
        worked: false,
        note: 'firmware refuses it',
        jobNumber: job.number,
      },
    ]);
  });
});

it('a tag’s number leads to its job, and pricing is a lead’s to set', async () => {
  const job = await open();
  expect((await lead.get(`/api/job-numbers/${job.number}`).expect(200)).body).toEqual({ jobId: job.id });
  expect((await lead.get('/api/job-numbers/99999').expect(404)).body.detail).toContain('no job 99999');
  const { pricing } = (await lead.get('/api/knowledge').expect(200)).body;
  await desk.post('/api/pricing', { ...pricing, hourMinor: 6000 }).expect(403);
  await lead.post('/api/pricing', { ...pricing, hourMinor: 6000 }).expect(200);
  await lead.post('/api/pricing', { ...pricing, coinMinor: 7 }).expect(400);
  expect((await lead.get('/api/knowledge').expect(200)).body.pricing.hourMinor).toBe(6000);
});
