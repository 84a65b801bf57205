import request from 'supertest';
import { TestServer } from '../testing/server.js';

let server: TestServer;
beforeAll(async () => (server = await TestServer.start(4)));
afterAll(() => server.stop());

const PASSWORD = 'a long enough one';

describe('the names that the server answers under', () => {
  it.each(['localhost', '127.0.0.1:4700', '[::1]:4700', 'quayside.test', 'QUAYSIDE.test:80'])(
    'are its own: %s',
    async (host) => {
      await request(server.url).get('/api/session').set('Host', host).expect(200);
    },
  );

  it.each(['evil.example', 'evil.example:4700', 'quayside.test.evil.example'])(
    'are no others: %s',
    async (host) => {
      const { body } = await request(server.url).get('/api/session').set('Host', host).expect(421);
      expect(body).toMatchObject({ code: 'other-host', detail: expect.stringContaining('PETRICHOR_HOSTS') });
      // A page elsewhere that points its own name here is no page of ours, however alike origin and host are.
      await request(server.url)
        .post('/api/session')
        .set({ Host: host, Origin: `http://${host}` })
        .send({ signInName: 'ines', password: PASSWORD })
        .expect(421);
    },
  );
});

describe('behind a proxy that speaks TLS', () => {
  const asProxy = (headers: object = {}) =>
    request(server.url)
      .post('/api/session')
      .set({
        'X-Forwarded-Proto': 'https',
        'X-Forwarded-Host': 'quayside.test',
        Origin: 'https://quayside.test',
        ...headers,
      })
      .send({ signInName: 'ines', password: PASSWORD });

  it('the cookie is set, and only for HTTPS; over plain HTTP it is set, too', async () => {
    expect((await asProxy().expect(200)).headers['set-cookie']?.[0]).toMatch(/petrichor\.sid=.*; Secure/);
    const plain = await request(server.url)
      .post('/api/session')
      .set('Origin', server.url)
      .send({ signInName: 'ines', password: PASSWORD })
      .expect(200);
    expect(plain.headers['set-cookie']?.[0]).toMatch(/petrichor\.sid=/);
    expect(plain.headers['set-cookie']?.[0]).not.toContain('Secure');
  });

  it('a name that is not ours is refused by what the proxy says, too', async () => {
    await asProxy({ 'X-Forwarded-Host': 'evil.example', Origin: 'https://evil.example' }).expect(421);
  });

  it('each device counts its own wrong tries', async () => {
    const wrong = (address: string) =>
      asProxy({ 'X-Forwarded-For': address }).send({ signInName: 'ines', password: 'wrong' });
    for (let tries = 0; tries < 5; tries++) await wrong('192.168.7.31');
    expect((await wrong('192.168.7.31')).status).toBe(429);
    expect((await wrong('192.168.7.32')).status).toBe(401);
  });
});

it('tells the browser what the page uses of the device, and that it uses nothing else', async () => {
  const { headers } = await request(server.url).get('/api/health');
  expect(headers['permissions-policy']).toContain('camera=(self)');
  expect(headers['permissions-policy']).toContain('geolocation=()');
});
