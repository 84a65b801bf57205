import { openApiDocument, OPERATIONS } from '@petrichor/api';
import { demoDrives, demoModels } from '@petrichor/demo';
import { TestServer, type Visitor } from '../testing/server.js';

let server: TestServer;
let lead: Visitor;
beforeAll(async () => {
  server = await TestServer.start();
  lead = await server.signedIn();
});
afterAll(() => server.stop());

const bringIn = (text: string) => lead.post('/api/imports', { text });

describe('knowledge', () => {
  it('comes out as it went in', async () => {
    const { body } = await lead.get('/api/knowledge').expect(200);
    expect(body.models).toEqual(demoModels());
    expect(body.drives).toHaveLength(demoDrives().length);
  });

  it('is brought in as documents, a newer one in place of the older', async () => {
    const model = demoModels().find((one) => one.id === 'tarnwell-fen-14');
    const renewed = { ...model!, guide: { ...model!.guide, version: 2 } };
    expect((await bringIn(JSON.stringify(renewed)).expect(201)).body).toEqual({ imported: 'Tarnwell Fen 14' });
    expect((await lead.get('/api/knowledge')).body.models.find((one: { id: string }) => one.id === model!.id).guide.version).toBe(2);
    const drives = demoDrives().map((drive) => ({ ...drive, inStock: 9 }));
    expect((await bringIn(JSON.stringify({ format: 'petrichor-drive-list', drives })).expect(201)).body.imported).toBe(
      `${drives.length} drives`,
    );
  });

  it.each([
    ['a broken file', '{"format":"petrichor-machine-model", '],
    ['another kind of file', '{"hello":1}'],
    ['a wrong model', JSON.stringify({ ...demoModels()[0], slots: [] })],
  ])('refuses %s with the reason', async (_, text) => {
    expect((await bringIn(text).expect(400)).body.detail).toMatch(/This is not|does not know/);
  });

  it('is a lead’s to bring in', async () => {
    await (await server.signedIn('perpetua')).post('/api/imports', { text: '{}' }).expect(403);
  });
});

describe('the contract', () => {
  it('is published, and every route of it exists and wants a session', async () => {
    expect((await server.anyone().get('/api/openapi.json')).body).toEqual(JSON.parse(JSON.stringify(openApiDocument())));
    const open = ['/api/session', '/api/first-account', '/api/health'];
    for (const { method, path } of OPERATIONS.filter((one) => !open.includes(one.path))) {
      const url = path
        .replace(/\{(jobId|runId)\}/, '11111111-1111-4111-8111-111111111111')
        .replace('{about}/{version}', 'before/1')
        .replace('{bay}', 'A')
        .replace('{modelId}', 'x')
        .replace('{version}', '1')
        .replace('{seq}', '1')
        .replace('{hash}', '0'.repeat(64));
      const anyone = server.anyone();
      const reply = await { get: () => anyone.get(url), post: () => anyone.post(url, {}), delete: () => anyone.delete(url) }[method]();
      expect([path, reply.status]).toEqual([path, 401]);
    }
  });
});
