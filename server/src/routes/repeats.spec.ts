import { createServer, type Server } from 'node:http';
import { randomUUID } from 'node:crypto';
import type { AddressInfo } from 'node:net';
import { demoDrives, demoParts } from '@petrichor/demo';
import type { JobCommand, JobState, RecordedEvent } from '@petrichor/core/job';
import pg from 'pg';
import { supplierApp } from '../simulated/supplier/app.js';
import { Supplier } from '../simulated/supplier/supplier.js';
import { anIntake } from '../testing/intake.js';
import { TestServer, type Visitor } from '../testing/server.js';

/**
 * An id of a command stands for one thing that one person asked once. Whoever reads a job's events reads its
 * ids.
 */
let server: TestServer;
let lead: Visitor;
let desk: Visitor;
let shop: Server;
const placed: string[] = [];
beforeAll(async () => {
  const supplier = new Supplier(demoDrives(), demoParts(), () => new Date('2026-04-13T09:00:00Z'));
  const place = supplier.place.bind(supplier);
  supplier.place = (order) => {
    placed.push(order.id);
    return place(order);
  };
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
const open = async (): Promise<JobState> =>
  (await lead.post('/api/jobs', { commandId: id(), intake: anIntake() }).expect(201)).body.job;
const give = (jobId: string, command: JobCommand, commandId = id(), by = lead) =>
  by.post(`/api/jobs/${jobId}/commands`, { commandId, basedOn: 0, command });
const eventsOf = async (jobId: string): Promise<RecordedEvent[]> =>
  (await desk.get(`/api/jobs/${jobId}/events?after=0`)).body.events;
const jobAt = async (jobId: string): Promise<JobState> => (await lead.get(`/api/jobs/${jobId}`)).body.job;
const note = (text: string): JobCommand => ({ type: 'note', text, stepId: null });
const keep = (jobId: string, commandId: string, secret = '4417', by = lead) =>
  by.post(`/api/jobs/${jobId}/sealed`, { commandId, kind: 'passcode', label: '', secret });
const look = (jobId: string, noteId: string, commandId: string, by = lead) =>
  by.post(`/api/jobs/${jobId}/sealed/${noteId}/look`, { commandId });
const other = { code: 'other-command' };

describe('a sealed note', () => {
  it('opens for nobody by the id of a command that anybody may read', async () => {
    const job = await open();
    const noteId = id();
    await keep(job.id, noteId).expect(201);
    await look(job.id, noteId, id()).expect(200);
    for (const { commandId } of await eventsOf(job.id)) {
      expect((await look(job.id, noteId, commandId, desk).expect(409)).body).toMatchObject(other);
      expect((await look(job.id, noteId, commandId).expect(409)).body.secret).toBeUndefined();
    }
    expect((await jobAt(job.id)).sealed[0]!.looks).toHaveLength(1);
  });

  it('is shown once a look: the same look again shows nothing, and says how to see it', async () => {
    const job = await open();
    const [noteId, looked] = [id(), id()];
    await keep(job.id, noteId).expect(201);
    await look(job.id, noteId, looked).expect(200);
    expect((await look(job.id, noteId, looked).expect(409)).body.code).toBe('looked-before');
  });

  it('does not come back when its keeping is repeated after it was destroyed', async () => {
    const job = await open();
    const noteId = id();
    await keep(job.id, noteId).expect(201);
    await lead.post(`/api/jobs/${job.id}/sealed/${noteId}/destroy`, { commandId: id() }).expect(200);
    await keep(job.id, noteId).expect(201);
    const left = await server.database.inWorkshop(server.workshopId, (tx) =>
      tx.query('select from sealed_note where id = $1', [noteId]),
    );
    expect(left.rowCount).toBe(0);
  });

  it('with another secret under the same id is not answered as if it were kept', async () => {
    const job = await open();
    const noteId = id();
    await keep(job.id, noteId, '4417').expect(201);
    await keep(job.id, noteId, '4417').expect(201);
    expect((await keep(job.id, noteId, '9902').expect(409)).body).toMatchObject(other);
    expect((await keep(job.id, noteId, '4417', desk).expect(409)).body).toMatchObject(other);
    expect((await look(job.id, noteId, id()).expect(200)).body.secret).toBe('4417');
  });

  it('leaves no hash by which its secret could be guessed without the key', async () => {
    const [one, two] = [await open(), await open()];
    const hashOf = async (jobId: string): Promise<string> => {
      await keep(jobId, id(), '0000').expect(201);
      const { rows } = await server.database.inWorkshop(server.workshopId, (tx) =>
        tx.query<{ asked_hash: string }>(
          'select asked_hash from job_event where job_id = $1 order by seq desc limit 1',
          [jobId],
        ),
      );
      return rows[0]!.asked_hash;
    };
    expect(await hashOf(one.id)).not.toBe(await hashOf(two.id));
  });
});

describe('a command', () => {
  it('of another kind, content or person under an id that was used is refused, and its words are not dropped in silence', async () => {
    const job = await open();
    const used = id();
    await give(job.id, note('first'), used).expect(200);
    expect((await give(job.id, note('first'), used).expect(200)).body.repeated).toBe(true);
    expect((await give(job.id, note('second'), used).expect(409)).body).toMatchObject(other);
    expect(
      (await give(job.id, { type: 'observe', observation: 'bad-sectors', seen: 'seen' }, used).expect(409))
        .body,
    ).toMatchObject(other);
    expect((await give(job.id, note('first'), used, desk).expect(409)).body).toMatchObject(other);
    expect((await jobAt(job.id)).notes.map((one) => one.text)).toEqual(['first']);
  });

  it('that another machine was taken in by opens none, and the other way round', async () => {
    const commandId = id();
    await lead.post('/api/jobs', { commandId, intake: anIntake({ serial: 'ONE-1' }) }).expect(201);
    const changed = (
      await lead.post('/api/jobs', { commandId, intake: anIntake({ serial: 'TWO-2' }) }).expect(409)
    ).body;
    expect(changed).toMatchObject(other);
    expect(changed.detail).toMatch(/^This form went in before you changed it, as job \d+\./);
    expect(
      (await desk.post('/api/jobs', { commandId, intake: anIntake({ serial: 'ONE-1' }) }).expect(409)).body,
    ).toMatchObject(other);
    const job = await open();
    const used = id();
    await give(job.id, note('first'), used).expect(200);
    expect(
      (await lead.post('/api/jobs', { commandId: used, intake: anIntake() }).expect(409)).body,
    ).toMatchObject(other);
  });

  it('written before its content was kept is a repeat for the person who gave it, and for nobody else', async () => {
    const job = await open();
    const used = id();
    await give(job.id, note('first'), used).expect(200);
    const owner = new pg.Client({ connectionString: server.databaseUrl });
    await owner.connect();
    await owner.query('alter table job_event disable trigger job_event_append_only');
    await owner.query('update job_event set asked_hash = null where command_id = $1', [used]);
    await owner.query('alter table job_event enable trigger job_event_append_only');
    await owner.end();
    expect((await give(job.id, note('first'), used).expect(200)).body.repeated).toBe(true);
    expect((await give(job.id, note('first'), used, desk).expect(409)).body).toMatchObject(other);
  });
});

describe('an order', () => {
  it('under the id of another command is not placed; the same one again is placed once', async () => {
    const job = await open();
    for (const command of [
      { type: 'observe', observation: 'bad-sectors', seen: 'seen' },
      { type: 'conclude', causeId: 'flash-worn', reason: 'spare at 4 %' },
      { type: 'advance', from: 'diagnose' },
      { type: 'choose-drive', slotId: 'm2-a', driveId: 'skerry-t6-2tb' },
      { type: 'advance', from: 'match' },
      {
        type: 'offer',
        options: [{ kind: 'advised', slotId: 'm2-a', driveId: 'skerry-t6-2tb' }],
        machineMinor: 40_000,
      },
      {
        type: 'agree',
        slotId: 'm2-a',
        driveId: 'skerry-t6-2tb',
        who: 'Ms Quist',
        how: 'phone',
        depositMinor: 0,
        words: '',
      },
    ] satisfies JobCommand[])
      await give(job.id, command).expect(200);
    const item = { kind: 'drive', id: 'skerry-t6-2tb' } as const;
    const { offers } = (await lead.get(`/api/offers?kind=drive&id=${item.id}&quantity=1`).expect(200)).body;
    const need = { need: `drive:${item.id}`, item, supplier: offers[0].supplier, inPlaceOf: null };
    const [{ commandId: read }] = (await eventsOf(job.id)) as [RecordedEvent];
    expect(
      (await lead.post(`/api/jobs/${job.id}/orders`, { ...need, commandId: read, orderId: id() }).expect(409))
        .body,
    ).toMatchObject(other);
    expect(placed).toEqual([]);
    const body = { ...need, commandId: id(), orderId: id() };
    await lead.post(`/api/jobs/${job.id}/orders`, body).expect(201);
    expect((await lead.post(`/api/jobs/${job.id}/orders`, body).expect(201)).body.repeated).toBe(true);
    expect(
      (await lead.post(`/api/jobs/${job.id}/orders`, { ...body, orderId: id() }).expect(409)).body,
    ).toMatchObject(other);
    expect(placed).toEqual([body.orderId]);
    const cancel = `/api/jobs/${job.id}/orders/${body.orderId}/cancel`;
    expect(
      (await lead.post(cancel, { commandId: body.commandId, why: 'too late' }).expect(409)).body,
    ).toMatchObject(other);
    expect((await jobAt(job.id)).orders.map((one) => one.state)).not.toContain('cancelled');
  });
});

describe('a move of the shelf', () => {
  const move = (moveId: string, own: object, by = lead) =>
    by.post('/api/shelf/moves', {
      id: moveId,
      item: { kind: 'part', id: 'post-m2-15' },
      move: { kind: 'used', quantity: 1 },
      ...own,
    });

  it('that took the last one and is told again is no second one; anything else under its id is refused', async () => {
    const last = id();
    await lead
      .post('/api/shelf/moves', {
        id: id(),
        item: { kind: 'part', id: 'post-m2-15' },
        move: { kind: 'counted', quantity: 1 },
      })
      .expect(201);
    await move(last, {}).expect(201);
    expect((await move(last, {}).expect(201)).body.level.onShelf).toBe(0);
    for (const own of [
      { move: { kind: 'received', quantity: 1 } },
      { item: { kind: 'part', id: 'pad-100-76' } },
    ])
      expect((await move(last, own).expect(409)).body.code).toBe('other-move');
    expect((await move(last, {}, desk).expect(409)).body.code).toBe('other-move');
  });
});
