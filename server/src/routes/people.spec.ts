import type { AccountsReply, SignedIn } from '@petrichor/api';
import { get, type IncomingMessage } from 'node:http';
import request from 'supertest';
import { resetPassword } from '../services/people.js';
import { TestServer, type Visitor } from '../testing/server.js';

let server: TestServer;
let ines: Visitor;
beforeAll(async () => {
  server = await TestServer.start();
  ines = await server.signedIn();
});
afterAll(() => server.stop());

const people = async (): Promise<AccountsReply['accounts']> =>
  (await ines.get('/api/accounts').expect(200)).body.accounts;
const idOf = async (name: string): Promise<string> => (await people()).find((one) => one.name === name)!.id;
const add = async (name: string, roles: string[] = ['technician']): Promise<string> => {
  await ines
    .post('/api/accounts', { name, signInName: name.toLowerCase(), password: 'rope and tar 1', roles })
    .expect(201);
  return idOf(name);
};
const enter = async (signInName: string, password: string): Promise<Visitor> => {
  const visitor = server.anyone();
  await visitor.post('/api/session', { signInName, password }).expect(200);
  return visitor;
};
const sessionsOf = async (id: string, by = ines): Promise<SignedIn[]> =>
  (await by.get(`/api/accounts/${id}/sessions`).expect(200)).body.sessions;

/** A line to other screens that is open now. */
async function openLine(
  signInName: string,
  password: string,
): Promise<{ reply: IncomingMessage; over: Promise<string> }> {
  const signedIn = await request(server.url)
    .post('/api/session')
    .set('Origin', server.url)
    .send({ signInName, password })
    .expect(200);
  const Cookie = signedIn.headers['set-cookie']![0]!.split(';')[0]!;
  const reply = await new Promise<IncomingMessage>((done) =>
    get(`${server.url}/api/stream`, { headers: { Cookie } }, done),
  );
  let told = '';
  const over = new Promise<string>((done) => {
    reply.on('data', (chunk: Buffer) => (told += chunk.toString()));
    reply.on('close', () => done(told));
  });
  return { reply, over };
}

describe('a lead', () => {
  it('locks a person: signed out at once everywhere, not let in until unlocked, and told why', async () => {
    const id = await add('Tobiah');
    const there = await enter('tobiah', 'rope and tar 1');
    const { over } = await openLine('tobiah', 'rope and tar 1');
    await ines.post(`/api/accounts/${id}`, { locked: true }).expect(200);
    await there.get('/api/bench').expect(401);
    expect(await over).toContain('event: over');
    const wrong = await server
      .anyone()
      .post('/api/session', { signInName: 'tobiah', password: 'rope and tar 1' })
      .expect(403);
    expect(wrong.body).toMatchObject({ code: 'locked', detail: expect.stringContaining('Ask the lead') });
    // Who does not know the password learns nothing of it.
    await server.anyone().post('/api/session', { signInName: 'tobiah', password: 'a guess' }).expect(401);
    await ines.post(`/api/accounts/${id}`, { locked: false }).expect(200);
    await enter('tobiah', 'rope and tar 1');
  });

  it('changes name and roles; what is left out stays', async () => {
    const id = await add('Wim');
    await ines.post(`/api/accounts/${id}`, { roles: ['desk', 'lead', 'desk'] }).expect(200);
    await ines.post(`/api/accounts/${id}`, { name: 'Wim Oddny' }).expect(200);
    expect((await people()).find((one) => one.id === id)).toMatchObject({
      name: 'Wim Oddny',
      roles: ['desk', 'lead'],
      locked: false,
    });
    expect((await ines.post(`/api/accounts/${id}`, { roles: [] }).expect(400)).body.fields[0].path).toBe(
      'roles',
    );
  });

  it('removes a person, whose name is free again, and whose work keeps it', async () => {
    const id = await add('Eamon');
    const there = await enter('eamon', 'rope and tar 1');
    await ines.delete(`/api/accounts/${id}`).expect(200);
    await there.get('/api/bench').expect(401);
    await server
      .anyone()
      .post('/api/session', { signInName: 'eamon', password: 'rope and tar 1' })
      .expect(401);
    expect((await people()).map((one) => one.name)).not.toContain('Eamon');
    const again = await add('Eamon');
    expect(again).not.toBe(id);
    await ines.post(`/api/accounts/${id}`, { locked: true }).expect(404);
  });

  it('sets a new password, which ends what was open with the old one', async () => {
    const id = await add('Noor');
    const there = await enter('noor', 'rope and tar 1');
    await ines.post(`/api/accounts/${id}/password`, { password: 'tide and moon 2' }).expect(204);
    await there.get('/api/bench').expect(401);
    await server
      .anyone()
      .post('/api/session', { signInName: 'noor', password: 'rope and tar 1' })
      .expect(401);
    await enter('noor', 'tide and moon 2');
    expect(
      (await ines.post(`/api/accounts/${id}/password`, { password: 'short' }).expect(400)).body.fields,
    ).toHaveLength(1);
  });

  it('cannot be the last one to go, also when two try at once', async () => {
    const own = await idOf('Ines');
    for (const { id, roles } of await people())
      if (id !== own && roles.includes('lead'))
        await ines.post(`/api/accounts/${id}`, { roles: ['technician'] }).expect(200);
    for (const change of [{ locked: true }, { roles: ['technician'] }])
      expect((await ines.post(`/api/accounts/${own}`, change).expect(409)).body.code).toBe('last-lead');
    await ines.delete(`/api/accounts/${own}`).expect(409);
    const second = await add('Second', ['lead']);
    const other = await enter('second', 'rope and tar 1');
    const both = await Promise.all([
      ines.post(`/api/accounts/${second}`, { roles: ['desk'] }),
      other.post(`/api/accounts/${own}`, { roles: ['desk'] }),
    ]);
    // The slower one is told that it would leave nobody, or is no lead any more by then.
    expect(both.filter((one) => one.status === 200)).toHaveLength(1);
    // Whoever is still the lead puts it back for the tests that follow.
    const left = both[0].status === 200 ? ines : other;
    await left.post(`/api/accounts/${own}`, { roles: ['technician', 'desk', 'lead'] }).expect(200);
  });

  it('alone does so', async () => {
    const id = await idOf('Perpetua');
    const desk = await server.signedIn('perpetua');
    const own = await idOf('Ines');
    await desk.post(`/api/accounts/${own}`, { locked: true }).expect(403);
    await desk.delete(`/api/accounts/${own}`).expect(403);
    await desk.post(`/api/accounts/${own}/password`, { password: 'mine now, mine now' }).expect(403);
    await desk.post(`/api/accounts/${id}/password`, { password: 'mine now, mine now' }).expect(403);
    await desk.get(`/api/accounts/${own}/sessions`).expect(403);
  });
});

describe('everybody', () => {
  it('changes their own password with the old one; other devices are signed out, this one stays', async () => {
    await add('Isolde');
    const [here, there] = [await enter('isolde', 'rope and tar 1'), await enter('isolde', 'rope and tar 1')];
    const refused = await here
      .post('/api/session/password', { old: 'not it', password: 'tide and moon 3' })
      .expect(403);
    expect(refused.body.fields[0].path).toBe('old');
    await here
      .post('/api/session/password', { old: 'rope and tar 1', password: 'tide and moon 3' })
      .expect(204);
    await here.get('/api/bench').expect(200);
    await there.get('/api/bench').expect(401);
    await enter('isolde', 'tide and moon 3');
  });

  it('sees where they are signed in, and signs one device out; what names it opens nothing', async () => {
    const id = await add('Carne');
    const here = await enter('carne', 'rope and tar 1');
    const { over } = await openLine('carne', 'rope and tar 1');
    const [first, second] = await sessionsOf(id, here);
    expect([first!.here, second!.here].sort()).toEqual([false, true]);
    const other = first!.here ? second! : first!;
    expect(other.address).toContain('127.0.0.1');
    await here.delete(`/api/accounts/${id}/sessions/${other.id}`).expect(200);
    expect(await over).toContain('event: over');
    expect(await sessionsOf(id, here)).toHaveLength(1);
    await here.get('/api/bench').expect(200);
    await request(server.url).get('/api/bench').set('Cookie', `petrichor.sid=${other.id}`).expect(401);
  });

  it('whose session ends twenty times over at once is let go once, and the server is there after it', async () => {
    const id = await add('Sennen');
    const { over } = await openLine('sennen', 'rope and tar 1');
    const [only] = await sessionsOf(id);
    await Promise.all(
      Array.from({ length: 20 }, () => ines.delete(`/api/accounts/${id}/sessions/${only!.id}`)),
    );
    await server.database.pool.query(
      `select pg_notify('petrichor_door', n::text) from generate_series(1, 20) as n`,
    );
    expect((await over).match(/event: over/g)).toHaveLength(1);
    await ines.get('/api/bench').expect(200);
  });

  it('ends their own open line by signing out', async () => {
    const id = await add('Merrow');
    const { over } = await openLine('merrow', 'rope and tar 1');
    const [only] = await sessionsOf(id);
    await ines.delete(`/api/accounts/${id}/sessions/${only!.id}`).expect(200);
    expect(await over).toContain('event: over');
  });
});

it('a password that is reset at the machine itself needs nobody signed in', async () => {
  const id = await add('Reset');
  await resetPassword(server.database, server.workshopId, id, 'made at the machine', server.now);
  await enter('reset', 'made at the machine');
});
