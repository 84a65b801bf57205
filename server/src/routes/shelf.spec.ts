import { randomUUID } from 'node:crypto';
import { demoDrives, demoParts, nextDemoCommand, demoJobs } from '@petrichor/demo';
import type { Part } from '@petrichor/core/hardware';
import type { JobState } from '@petrichor/core/job';
import { anIntake } from '../testing/intake.js';
import { TestServer, type Visitor } from '../testing/server.js';

let server: TestServer;
let ines: Visitor;
beforeAll(async () => {
  server = await TestServer.start();
  ines = await server.signedIn();
});
afterAll(() => server.stop());

const part = { kind: 'part', id: 'post-m2-15' } as const;
const move = (kind: string, quantity: number, own: object = {}, id = randomUUID()) =>
  ines.post('/api/shelf/moves', { id, item: part, move: { kind, quantity, ...own } });
const freeNow = async (id: string): Promise<number> =>
  ((await ines.get('/api/knowledge')).body.parts as Part[]).find((one) => one.id === id)!.inStock;

describe('the shelf', () => {
  beforeAll(async () => {
    await ines.post('/api/shelf/items', { drives: demoDrives(), parts: demoParts() }).expect(201);
  });

  it('knows a thing in the hand by its label, once, and never writes over one that is there', async () => {
    const labelled = {
      family: 'm2',
      maker: 'Skerry',
      name: 'Q9',
      markedGb: 2000,
      lengthMm: 80,
      key: 'M',
      protocol: 'nvme',
      generation: null,
    };
    const id = `hand-${randomUUID()}`;
    const put = (own: object, as = id) =>
      ines.post('/api/shelf/labelled', { id: as, labelled: { ...labelled, ...own } });
    expect((await put({}).expect(201)).body).toEqual({ put: 1 });
    expect((await put({ name: 'other' }).expect(201)).body).toEqual({ put: 0 });
    const known = (await ines.get('/api/knowledge')).body.drives.find((one: { id: string }) => one.id === id);
    expect(known).toMatchObject({ name: 'Q9', inStock: 0, source: 'its label, read by Ines' });
    await put({ key: '' }, `hand-${randomUUID()}`).expect(400);
  });

  it('begins with what the list says, and moves from there', async () => {
    expect((await move('received', 2).expect(201)).body.level).toMatchObject({ onShelf: 8, reserved: 0 });
    expect(await freeNow(part.id)).toBe(8);
    expect((await move('lent', 3, { note: 'boatyard' }).expect(201)).body.level).toMatchObject({
      onShelf: 5,
      lent: 3,
    });
    expect(await freeNow(part.id)).toBe(5);
  });

  it('refuses in a sentence, and moves nothing then', async () => {
    const refused = await move('lent', 50, { note: 'boatyard' }).expect(409);
    expect(refused.body.detail).toBe('Only 5 are free to be lent.');
    expect(await freeNow(part.id)).toBe(5);
    await ines
      .post('/api/shelf/moves', {
        id: randomUUID(),
        item: { kind: 'part', id: 'nothing' },
        move: { kind: 'used', quantity: 1 },
      })
      .expect(404);
  });

  it('counts a repeated move once', async () => {
    const id = randomUUID();
    await move('used', 1, {}, id).expect(201);
    await move('used', 1, {}, id).expect(201);
    expect(await freeNow(part.id)).toBe(4);
  });

  it('does not give the last one to two hands', async () => {
    const replies = await Promise.all(Array.from({ length: 6 }, () => move('used', 1)));
    expect(replies.map((one) => one.status).sort()).toEqual([201, 201, 201, 201, 409, 409]);
    expect(await freeNow(part.id)).toBe(0);
  });

  it('remembers every move, the last first, and by whom', async () => {
    const { entries } = (await ines.get('/api/shelf/part/post-m2-15/moves').expect(200)).body;
    expect(entries.at(-1)).toMatchObject({ byName: 'Ines', move: { kind: 'received', quantity: 2 } });
  });

  it('takes documents from a lead only, and none that are broken', async () => {
    const desk = await server.signedIn('perpetua');
    await desk.post('/api/shelf/items', { drives: [], parts: demoParts() }).expect(403);
    await ines
      .post('/api/shelf/items', { drives: [], parts: [{ ...demoParts()[0], priceMinor: -1 }] })
      .expect(400);
  });

  it('reserves what a job takes, frees it when another is taken, and uses it once it is in', async () => {
    const levelOf = async (kind: string, id: string) =>
      (
        (await ines.get('/api/shelf')).body.levels as { item: { kind: string; id: string }; level: object }[]
      ).find(({ item }) => item.kind === kind && item.id === id)?.level;
    let job: JobState = (
      await ines.post('/api/jobs', { commandId: randomUUID(), intake: anIntake() }).expect(201)
    ).body.job;
    const give = async (command: object) => {
      server.now = new Date(server.now.getTime() + 60_000);
      await ines
        .post(`/api/jobs/${job.id}/commands`, { commandId: randomUUID(), basedOn: job.seq, command })
        .expect(200);
      job = (await ines.get(`/api/jobs/${job.id}`)).body.job;
    };
    const script = { ...demoJobs(new Date())[4]!, closedTo: 'Anselm Tate' };
    const until = async (phase: JobState['phase']) => {
      while (job.phase !== phase) await give(nextDemoCommand(script, job)!);
    };
    await until('match');
    await give({ type: 'choose-drive', slotId: 'm2-a', driveId: 'pellow-p3-2tb' });
    expect(await levelOf('drive', 'pellow-p3-2tb')).toMatchObject({ onShelf: 1, reserved: 1 });
    // The last one is this job's own: it may be taken again, by this job alone.
    await give({ type: 'choose-drive', slotId: 'm2-a', driveId: 'pellow-p3-2tb' });
    await give({ type: 'choose-drive', slotId: 'm2-a', driveId: 'pellow-p3-1tb' });
    expect(await levelOf('drive', 'pellow-p3-2tb')).toMatchObject({ onShelf: 1, reserved: 0 });
    expect(await levelOf('drive', 'pellow-p3-1tb')).toMatchObject({ onShelf: 24, reserved: 1 });
    expect(await levelOf('part', 'pad-100-76')).toMatchObject({ reserved: 1 });
    await until('try');
    expect(await levelOf('drive', 'pellow-p3-1tb')).toMatchObject({ onShelf: 23, reserved: 0 });
    expect(await levelOf('part', 'pad-100-76')).toMatchObject({ onShelf: 29, reserved: 0 });
    await until('hand-over');
    // What the job has proved is evidence on the model from now on.
    const model = (await ines.get('/api/knowledge')).body.models.find(
      (one: { id: string }) => one.id === job.intake.modelId,
    );
    expect(model.places[0].evidence[0]).toEqual({
      kind: 'seen-here',
      gb: 1000,
      worked: true,
      source: `job ${job.number}`,
    });
  });
});
