import { TestServer } from '../testing/server.js';

describe('the door', () => {
  let server: TestServer;
  beforeAll(async () => (server = await TestServer.start(4)));
  afterAll(() => server.stop());

  it('lets in who knows the password, with a cookie that scripts and other sites cannot use', async () => {
    const reply = await server
      .anyone()
      .post('/api/session', { signInName: ' INES ', password: 'a long enough one' })
      .expect(200);
    expect(reply.body.signedIn).toMatchObject({
      account: { name: 'Ines', roles: ['technician', 'desk', 'lead'] },
      workshop: { name: 'Quayside' },
    });
    expect(JSON.stringify(reply.body)).not.toContain('argon2');
    expect(reply.headers['set-cookie']?.[0]).toMatch(/petrichor\.sid=.*HttpOnly.*SameSite=Strict/);
  });

  it('forgets whoever signs out', async () => {
    const visitor = await server.signedIn();
    await visitor.delete('/api/session').expect(204);
    expect((await visitor.get('/api/bench').expect(401)).body).toMatchObject({
      code: 'not-signed-in',
      detail: expect.stringContaining('Sign in'),
    });
  });

  it('says nothing of which of name and password was wrong, and counts the tries', async () => {
    const visitor = server.anyone();
    const wrong = [];
    for (const signInName of ['ines', 'nobody', 'ines', 'ines', 'ines'])
      wrong.push((await visitor.post('/api/session', { signInName, password: 'wrong' })).body.detail);
    expect(new Set(wrong.slice(0, 2)).size).toBe(1);
    const last = await visitor.post('/api/session', { signInName: 'ines', password: 'a long enough one' });
    expect(last.status).toBe(429);
    expect(last.body).toMatchObject({
      code: 'too-many-tries',
      detail: expect.stringContaining('Wait 5 seconds'),
    });
  });

  it('makes one first account only', async () => {
    const first = { workshopName: 'Other', name: 'Eve', signInName: 'eve', password: 'long enough too' };
    expect(
      (await (await TestServerWithoutLimit).anyone().post('/api/first-account', first)).body,
    ).toMatchObject({
      status: 409,
      code: 'not-first',
    });
  });
});

const TestServerWithoutLimit = TestServer.start();
afterAll(async () => (await TestServerWithoutLimit).stop());

describe('people', () => {
  it('are added by a lead, under a name that is free', async () => {
    const server = await TestServerWithoutLimit;
    const lead = await server.signedIn();
    const added = { name: 'Tobiah', signInName: 'tobiah', password: 'rope and tar', roles: ['technician'] };
    expect((await lead.post('/api/accounts', added).expect(201)).body.accounts).toHaveLength(3);
    expect((await lead.post('/api/accounts', added).expect(409)).body.fields).toEqual([
      { path: 'signInName', message: expect.stringContaining('taken') },
    ]);
    expect(
      (
        await lead
          .post('/api/accounts', { ...added, signInName: 'x', password: 'short', roles: [] })
          .expect(400)
      ).body.fields,
    ).toHaveLength(3);
    await (
      await server.signedIn('perpetua')
    )
      .post('/api/accounts', { ...added, signInName: 'other' })
      .expect(403);
  });
});

describe('writes', () => {
  it.each([undefined, 'http://evil.example', 'null'])('are refused from %s', async (origin) => {
    const server = await TestServerWithoutLimit;
    const asked = (await server.signedIn()).post('/api/accounts', {}).set('Origin', origin ?? '');
    expect((await asked).body).toMatchObject({ status: 403, code: 'other-origin' });
  });
});

it('sends a content security policy that allows nothing from elsewhere and nothing inline', async () => {
  const server = await TestServerWithoutLimit;
  const policy = (await server.anyone().get('/api/health')).headers['content-security-policy'] ?? '';
  expect(policy).toContain("default-src 'none'");
  expect(policy).toContain("script-src 'self';");
  expect(policy).not.toContain('unsafe');
});
