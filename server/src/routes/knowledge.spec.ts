import { openApiDocument } from '@petrichor/api';
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

it('publishes the contract', async () => {
  expect((await server.anyone().get('/api/openapi.json')).body).toEqual(JSON.parse(JSON.stringify(openApiDocument())));
});
