import { randomUUID } from 'node:crypto';
import { EMPTY, StockMoveSchema } from '@petrichor/core/shelf';
import pg from 'pg';
import { finish, WALKED_MS } from '../testing/finish.js';
import { anIntake } from '../testing/intake.js';
import { TestServer } from '../testing/server.js';
import { checkRecord, countRecord, stockFault } from './record-check.js';

let server: TestServer;
let owner: pg.Client;
let number: number;
beforeAll(async () => {
  server = await TestServer.start();
  owner = new pg.Client({ connectionString: server.databaseUrl });
  await owner.connect();
  number = (await finish(server)).number;
  const lead = await server.signedIn();
  await lead.post('/api/jobs', { commandId: randomUUID(), intake: anIntake() }).expect(201);
  const { rows } = await owner.query<{ id: string }>('select id from drive order by id limit 1');
  const move = (kind: string, quantity: number) =>
    lead
      .post('/api/shelf/moves', {
        id: randomUUID(),
        item: { kind: 'drive', id: rows[0]!.id },
        move: { kind, quantity, note: 'x', jobId: null, dueOn: null },
      })
      .expect(201);
  await move('received', 3);
  await move('lent', 1);
}, WALKED_MS);
afterAll(async () => {
  await owner.end();
  await server.stop();
});

/** Changes what is kept behind the server's back, looks, and puts it back. */
async function tampered(change: string, back: string): Promise<readonly string[]> {
  await owner.query(`begin; set local session_replication_role = replica; ${change}; commit`);
  try {
    return (await checkRecord(server.database, () => Promise.resolve(null))).faults;
  } finally {
    await owner.query(`begin; set local session_replication_role = replica; ${back}; commit`);
  }
}

describe('the whole record', () => {
  it('is what its events say, and is counted', async () => {
    const found = await checkRecord(server.database, () => Promise.resolve(null));
    expect(found.faults).toEqual([]);
    expect(found).toMatchObject({ workshops: 1, jobs: 2, accounts: 2, faultCount: 0, photos: 0 });
    const { rows } = await owner.query<{ count: string }>('select count(*) from job_event');
    expect(found.events).toBe(Number(rows[0]!.count));
    expect(found.moves).toBeGreaterThanOrEqual(2);
    expect(await countRecord(server.database)).toMatchObject({ jobs: 2, events: found.events });
  });

  const job = () => `job where number = ${number}`;
  const events = () => `job_event where job_id = (select id from ${job()})`;
  it.each<[string, () => string, string, string]>([
    [
      'an event is gone',
      () => `create table kept as select * from ${events()} and seq = 7; delete from ${events()} and seq = 7`,
      'insert into job_event select * from kept; drop table kept',
      'event 7 is missing',
    ],
    [
      'the last one is gone',
      () =>
        `create table kept as select * from ${events()} and seq > 20; delete from ${events()} and seq > 20`,
      'insert into job_event select * from kept; drop table kept',
      'events; there are 20',
    ],
    [
      'an event says something else',
      () =>
        `create table kept as select * from ${events()} and seq = 1; update job_event set body = jsonb_set(body, '{intake,serial}', '"OTHER-1"') where job_id = (select id from ${job()}) and seq = 1`,
      'delete from job_event e using kept k where e.job_id = k.job_id and e.seq = k.seq; insert into job_event select * from kept; drop table kept',
      'row on the Bench',
    ],
    [
      'a row of the Bench',
      () =>
        `create table kept as select * from ${job()}; update job set summary = jsonb_set(summary, '{customer}', '"Nobody"') where number = ${number}`,
      'update job set summary = kept.summary from kept where kept.id = job.id; drop table kept',
      'row on the Bench',
    ],
    [
      'a row of the Ledger',
      () =>
        `create table kept as select * from ${job()}; update job set ledger = jsonb_set(ledger, '{number}', '1') where number = ${number}`,
      'update job set ledger = kept.ledger from kept where kept.id = job.id; drop table kept',
      'row in the Ledger',
    ],
    [
      'a word',
      () =>
        `create table kept as select * from ledger_word where number = ${number} limit 1; delete from ledger_word w using kept k where w.word = k.word and w.number = k.number`,
      'insert into ledger_word select * from kept; drop table kept',
      'words it is found by',
    ],
    [
      'a level',
      () =>
        `create table kept as select * from drive where level is not null limit 1; update drive set level = jsonb_set(drive.level, '{lent}', '7') from kept where kept.id = drive.id`,
      'update drive set level = kept.level from kept where kept.id = drive.id; drop table kept',
      'not what its moves make',
    ],
  ])('is not, and it says where: %s', async (_, change, back, said) => {
    const faults = await tampered(change(), back);
    expect(faults.join(' ')).toContain(said);
    expect((await checkRecord(server.database, () => Promise.resolve(null))).faults).toEqual([]);
  });

  it('has every photo, by its content', async () => {
    const hash = 'ab'.repeat(32);
    await owner.query(`insert into photo values ('${server.workshopId}', '${hash}', 3, now(), 'Ines')`);
    expect((await checkRecord(server.database, () => Promise.resolve(null))).faults).toEqual([
      `The photo ${hash} is missing.`,
    ]);
    expect((await checkRecord(server.database, () => Promise.resolve(Buffer.from('abc')))).faults).toEqual([
      `The photo ${hash} is not what was kept.`,
    ]);
    await owner.query('delete from photo');
  });
});

describe('a shelf level', () => {
  const move = (kind: string, quantity: number) => StockMoveSchema.parse({ kind, quantity, note: 'x' });
  it('may have had more before its first move, never less; after a count it is exact', () => {
    expect(stockFault({ ...EMPTY, onShelf: 9 }, [move('received', 3)])).toBeNull();
    expect(stockFault({ ...EMPTY, onShelf: 2 }, [move('received', 3)])).toContain('not what its moves make');
    expect(stockFault({ ...EMPTY, onShelf: 5 }, [move('counted', 4), move('received', 1)])).toBeNull();
    expect(stockFault({ ...EMPTY, onShelf: 6 }, [move('counted', 4), move('received', 1)])).toContain(
      'not what its moves make',
    );
    expect(stockFault(null, [move('received', 1)])).toContain('no level');
  });
});
