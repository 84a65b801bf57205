import { randomUUID } from 'node:crypto';
import pg from 'pg';
import { migrate, serverUrl } from './migrate.js';
import { anIntake } from './testing/intake.js';
import { TestServer } from './testing/server.js';

let server: TestServer;
let owner: pg.Client;
let door: pg.Client;
beforeAll(async () => {
  server = await TestServer.start();
  owner = new pg.Client({ connectionString: server.databaseUrl });
  door = new pg.Client({ connectionString: await serverUrl(server.databaseUrl) });
  await owner.connect();
  await door.connect();
});
afterAll(async () => {
  await owner.end();
  await door.end();
  await server.stop();
});

/** Tables that belong to no workshop: sessions are the door's, and versions of the schema the owner's. */
const OF_NO_WORKSHOP = ['schema_version', 'session'];

it('every table of a workshop has policies that bind its owner, too', async () => {
  const { rows } = await owner.query<{ name: string; on: boolean; forced: boolean; policies: number }>(
    `select c.relname as name, c.relrowsecurity as on, c.relforcerowsecurity as forced,
       (select count(*)::int from pg_policy p where p.polrelid = c.oid and p.polname = 'own_workshop') as policies
     from pg_class c where c.relkind in ('r', 'p') and c.relnamespace = 'public'::regnamespace order by 1`,
  );
  expect(rows.length).toBeGreaterThan(15);
  for (const { name, ...has } of rows)
    if (!OF_NO_WORKSHOP.includes(name))
      expect([name, has]).toEqual([name, { on: true, forced: true, policies: 1 }]);
});

describe('the role that the server connects as', () => {
  it('is an ordinary one: it owns nothing, and may not step around policies', async () => {
    const { rows } = await door.query(
      'select rolsuper as super, rolbypassrls as bypasses, rolcreaterole as makes, rolcreatedb as databases, rolinherit as inherits from pg_roles where rolname = current_user',
    );
    expect(rows).toEqual([
      { super: false, bypasses: false, makes: false, databases: false, inherits: false },
    ]);
    const owned = await door.query(
      'select from pg_class where relowner = (select oid from pg_roles where rolname = current_user)',
    );
    expect(owned.rowCount).toBe(0);
  });

  it.each([
    'drop table job',
    'alter table job_event disable trigger all',
    'create table mine (id integer)',
    'set role petrichor',
    'update account set password_hash = null',
    'delete from account',
    'select * from job_event',
    'select * from sealed_note',
    'update job set number = 1',
  ])('may not: %s', async (statement) => {
    await expect(door.query(statement)).rejects.toThrow(
      /permission denied|must be owner|must be member|does not exist|must be able to SET/,
    );
  });

  it('sees no other workshop where a transaction is for one, whatever is asked', async () => {
    await (
      await server.signedIn()
    )
      .post('/api/jobs', { commandId: randomUUID(), intake: anIntake() })
      .expect(201);
    const elsewhere = randomUUID();
    await door.query(`begin; set local role petrichor_app; set local petrichor.workshop = '${elsewhere}'`);
    for (const table of [
      'job',
      'job_event',
      'account',
      'customer',
      'machine_model',
      'drive',
      'part',
      'workshop',
    ])
      expect([table, (await door.query(`select from ${table}`)).rowCount]).toEqual([table, 0]);
    await expect(
      door.query(
        `insert into customer (workshop_id, id, name, reach, changed_at) values ('${server.workshopId}', '${elsewhere}', 'x', 'x', now())`,
      ),
    ).rejects.toThrow('row-level security');
    await door.query('rollback');
  });
});

it('roles, policies and grants are made sure of again where they were lost, as after a plain dump came back', async () => {
  await owner.query(
    'revoke all on all tables in schema public from petrichor_app, petrichor_door; alter table job no force row level security',
  );
  await owner.query('drop policy door_select on account');
  await migrate(server.databaseUrl);
  const visitor = await server.signedIn();
  await visitor.get('/api/bench').expect(200);
  await visitor.post('/api/jobs', { commandId: randomUUID(), intake: anIntake() }).expect(201);
  const { rows } = await owner.query<{ forced: boolean }>(
    "select relforcerowsecurity as forced from pg_class where relname = 'job'",
  );
  expect(rows).toEqual([{ forced: true }]);
});
