import { openApiDocument, type KnowledgeReply } from '@petrichor/api';
import { USUAL_PRICING } from '@petrichor/core/quote';
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
    expect((await bringIn(JSON.stringify(renewed)).expect(201)).body).toEqual({
      imported: 'Tarnwell Fen 14',
    });
    expect(
      (await lead.get('/api/knowledge')).body.models.find((one: { id: string }) => one.id === model!.id).guide
        .version,
    ).toBe(2);
    const drives = demoDrives().map((drive) => ({ ...drive, inStock: 9 }));
    expect(
      (await bringIn(JSON.stringify({ format: 'petrichor-drive-list', drives })).expect(201)).body.imported,
    ).toBe(`${drives.length} drives`);
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

describe('knowledge since a version', () => {
  const since = async (version: string, who = lead): Promise<KnowledgeReply> =>
    (await who.get(`/api/knowledge?since=${encodeURIComponent(version)}`).expect(200)).body as KnowledgeReply;
  const all = async (): Promise<KnowledgeReply> =>
    (await lead.get('/api/knowledge').expect(200)).body as KnowledgeReply;
  const SECTIONS = ['models', 'policy', 'pricing', 'companionCases', 'diagnosis'] as const;
  const told = (reply: KnowledgeReply) => SECTIONS.filter((name) => reply[name] !== undefined);
  const move = (id: string, drive: string) =>
    lead
      .post('/api/shelf/moves', {
        id,
        item: { kind: 'drive', id: drive },
        move: { kind: 'received', quantity: 2 },
      })
      .expect(201);

  it('is nothing where nothing changed, one drive where one did, a section where it is otherwise', async () => {
    const first = await all();
    expect([first.since, told(first)]).toEqual([null, [...SECTIONS]]);
    const same = await since(first.version);
    expect(same).toMatchObject({ since: first.version, drives: [], parts: [] });
    expect(told(same)).toEqual([]);
    const { id, inStock } = first.drives[3]!;
    await move('11111111-1111-4111-8111-111111111101', id);
    const moved = await since(same.version);
    expect(moved.drives).toMatchObject([{ id, inStock: inStock + 2 }]);
    expect(told(moved)).toEqual([]);
    await lead.post('/api/pricing', { ...USUAL_PRICING, hourMinor: 7700 }).expect(200);
    const priced = await since(moved.version);
    expect([told(priced), priced.pricing?.hourMinor, priced.drives.length]).toEqual([['pricing'], 7700, 0]);
  });

  it('passes nothing over that was still being written when it was read', async () => {
    const writing = await server.database.pool.connect();
    try {
      const [one, other] = (await all()).drives;
      await writing.query(
        `begin; set local role petrichor_app; select set_config('petrichor.workshop', '${server.workshopId}', true)`,
      );
      await writing.query('update drive set changed_at = now() where id = $1', [one!.id]);
      // Another is written and done meanwhile: the numbers of transactions are not in the order of their
      // ends.
      await move('11111111-1111-4111-8111-111111111102', other!.id);
      const between = await all();
      await writing.query('commit');
      expect((await since(between.version)).drives.map((drive) => drive.id)).toContain(one!.id);
    } finally {
      writing.release();
    }
  });

  it('is all of it for a version of another run, of another workshop, or that is none', async () => {
    const { version } = await all();
    const words = version.split(' ');
    for (const other of [
      '',
      'yesterday',
      ['otherrun', ...words.slice(1)].join(' '),
      [words[0], 'other', ...words.slice(2)].join(' '),
      `${words[0]} ${words[1]} 1;drop`,
    ]) {
      const reply = await since(other);
      expect([reply.since, told(reply)]).toEqual([null, [...SECTIONS]]);
      expect(reply.drives.length).toBeGreaterThan(10);
    }
  });
});

it('publishes the contract', async () => {
  expect((await server.anyone().get('/api/openapi.json')).body).toEqual(
    JSON.parse(JSON.stringify(openApiDocument())),
  );
});
