import { readFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { Dock, DockRun } from '@petrichor/api';
import { readRescueMap, readSmartReport, sfdiskJsonOf, summaryOf } from '@petrichor/core/formats';
import { dockApp } from '../simulated/dock/app.js';
import { SimulatedDock } from '../simulated/dock/dock.js';
import { SimulatedDrivesFileSchema } from '../simulated/dock/drive.js';
import { TestServer, type Visitor } from '../testing/server.js';

const { drives } = SimulatedDrivesFileSchema.parse(
  JSON.parse(readFileSync(new URL('../../../demo/dock/drives.json', import.meta.url), 'utf8')),
);
/** The dock's clock: a test moves it. At speed 1, so that seconds are seconds. */
let nowMs = 0;
const HOUR = 3_600_000;
let dock: Server;
let server: TestServer;
let bench: Visitor;

const start = (app: ReturnType<typeof dockApp>, port = 0): Promise<Server> =>
  new Promise((done) => {
    const listening = createServer(app).listen(port, '127.0.0.1', () => done(listening));
  });
const end = (listening: Server): Promise<void> => {
  listening.closeAllConnections();
  return new Promise((done) => listening.close(() => done()));
};
const fresh = () => dockApp(new SimulatedDock(drives, 1, () => nowMs));

beforeAll(async () => {
  dock = await start(fresh());
  server = await TestServer.start(1000, `http://127.0.0.1:${(dock.address() as AddressInfo).port}`);
  bench = await server.signedIn();
});
afterAll(async () => {
  await server.stop();
  await end(dock);
});

const put = async (bay: string, driveId: string | null) =>
  (await bench.post(`/api/dock/simulated/bays/${bay}`, { driveId }).expect(200)).body.dock as Dock;
const run = async (bay: string, kind: string, targetBay: string | null = null) =>
  (await bench.post(`/api/dock/bays/${bay}/runs`, { kind, targetBay }).expect(201)).body as DockRun;
const told = async (runId: string) =>
  (await bench.get(`/api/dock/runs/${runId}`).expect(200)).body as DockRun;
const report = async (bay: string) => {
  const reading = readSmartReport(
    (await bench.get(`/api/dock/bays/${bay}/self-report`).expect(200)).body.text as string,
  );
  if (!reading.ok) throw new Error(reading.problem);
  return reading.value;
};
const raw = async (bay: string, id: number) =>
  (await report(bay)).attributes.find((one) => one.id === id)?.raw;

describe('what is in the dock', () => {
  it('is listed with its identity; an empty bay and a silent drive are told apart', async () => {
    await put('A', 'corrie-failing');
    const { bays } = await put('B', 'quiet');
    expect(bays).toMatchObject([
      {
        bay: 'A',
        drive: { model: 'Corrie D5 500', serial: 'CD5-1907-12', rotationRpm: 5400 },
        silent: false,
      },
      { bay: 'B', drive: null, silent: true },
    ]);
    expect((await put('B', null)).bays[1]).toEqual({ bay: 'B', drive: null, silent: false, run: null });
  });

  it('reports on itself in the form that the reader of files takes', async () => {
    await put('A', 'corrie-failing');
    expect(await report('A')).toMatchObject({ protocol: 'ata', serial: 'CD5-1907-12', temperatureC: 41 });
    expect(await raw('A', 187)).toBe(22);
    await put('A', 'sallow-worn');
    expect(await report('A')).toMatchObject({
      protocol: 'nvme',
      nvme: { availableSparePercent: 27, mediaErrors: 5 },
    });
  });

  it('moves to the other bay when it is put there', async () => {
    await put('A', 'corrie-cable');
    expect((await put('B', 'corrie-cable')).bays.map((bay) => bay.drive?.serial ?? null)).toEqual([
      null,
      'CD5-4410-77',
    ]);
  });
});

describe('a surface reading', () => {
  it('goes on by the clock, slower towards the inner tracks, and meets what is planted', async () => {
    await put('A', 'corrie-failing');
    const { runId } = await run('A', 'surface-read');
    nowMs += HOUR / 2;
    const first = await told(runId);
    nowMs += HOUR / 2;
    const second = await told(runId);
    expect(first).toMatchObject({ state: 'running', badAreas: expect.any(Array) });
    expect(second.doneBytes - first.doneBytes).toBeLessThan(first.doneBytes);
    expect(second.rateBytesPerSecond!).toBeLessThan(first.rateBytesPerSecond!);
    expect(second.badAreas.length).toBeGreaterThan(first.badAreas.length);
    expect(second.secondsLeft![0]).toBeLessThan(second.secondsLeft![1]);
    nowMs += 3 * HOUR;
    expect(await told(runId)).toMatchObject({
      state: 'done',
      doneBytes: 500107862016,
      secondsLeft: null,
      sentence: 'Read to the end; 8 places slow or unreadable.',
    });
  });

  it('makes weak sectors grow on a drive that is coming apart', async () => {
    await put('A', 'corrie-failing');
    const before = await raw('A', 197);
    await run('A', 'surface-read');
    nowMs += HOUR;
    expect(await raw('A', 197)).toBeGreaterThan(before as number);
  });

  it('ends where the drive is pulled out, and stays known by its name', async () => {
    await put('A', 'corrie-cable');
    const { runId } = await run('A', 'surface-read');
    nowMs += HOUR;
    await put('A', null);
    const gone = await told(runId);
    expect(gone).toMatchObject({ state: 'drive-gone', sentence: 'The drive in bay A was pulled out.' });
    nowMs += HOUR;
    expect((await told(runId)).doneBytes).toBe(gone.doneBytes);
  });

  it('is stopped by hand', async () => {
    await put('A', 'corrie-cable');
    const { runId } = await run('A', 'surface-read');
    nowMs += 60_000;
    expect((await bench.post(`/api/dock/runs/${runId}/stop`, {}).expect(200)).body).toMatchObject({
      state: 'stopped',
    });
  });
});

describe('a copy, from the bench', () => {
  it('is paused, let go on, and has a map; the table of the old drive is told', async () => {
    await put('A', 'sallow-412');
    await put('B', 'pellow-new');
    const { body: table } = await bench.get('/api/dock/bays/A/table').expect(200);
    expect(sfdiskJsonOf(JSON.parse((table as { table: string }).table))).toMatchObject({
      ok: true,
      value: { table: 'gpt' },
    });
    const { runId } = await run('A', 'clone', 'B');
    nowMs += 60_000;
    await bench.post(`/api/dock/runs/${runId}/pause`, {}).expect(200);
    const { doneBytes } = await told(runId);
    nowMs += HOUR;
    expect(await told(runId)).toMatchObject({ state: 'paused', doneBytes });
    await bench.post(`/api/dock/runs/${runId}/pause`, {}).expect(409);
    await bench.post(`/api/dock/runs/${runId}/resume`, {}).expect(200);
    const { body: map } = await bench.get(`/api/dock/runs/${runId}/map`).expect(200);
    const read = readRescueMap(new TextEncoder().encode((map as { text: string }).text));
    expect(read.ok && summaryOf(read.value).rescuedBytes).toBe(doneBytes);
    await bench.post(`/api/dock/runs/${runId}/stop`, {}).expect(200);
  });

  it('is not for the front desk to touch', async () => {
    const desk = await server.signedIn('perpetua');
    await desk.get('/api/dock/bays/A/table').expect(403);
    await desk.post('/api/dock/runs/11111111-1111-4111-8111-111111111111/pause', {}).expect(403);
  });
});

describe('tests and copies', () => {
  it.each([
    ['corrie-cable', 'passed', 'Short test: completed without error.'],
    ['corrie-failing', 'failed', 'Short test: stopped by a read failure at 40 %.'],
  ])('the short test of %s has %s', async (drive, selfTest, sentence) => {
    await put('A', drive);
    const { runId } = await run('A', 'short-test');
    nowMs += 121_000;
    expect(await told(runId)).toMatchObject({ state: 'done', selfTest, sentence });
    expect((await report('A')).selfTests[0]).toMatchObject({ outcome: selfTest });
  });

  it('a clone stops at the first place that cannot be read; a rescue copy goes on past it', async () => {
    await put('A', 'corrie-failing');
    await put('B', 'bench-2tb');
    const clone = await run('A', 'clone', 'B');
    nowMs += 6 * HOUR;
    expect(await told(clone.runId)).toMatchObject({
      state: 'failed',
      sentence: expect.stringContaining('cannot be read at 118 GB'),
    });
    const rescue = await run('A', 'rescue', 'B');
    nowMs += 6 * HOUR;
    expect(await told(rescue.runId)).toMatchObject({
      state: 'done',
      sentence: 'All of it is across but 8 places.',
      badAreas: { length: 8 },
    });
  });

  it.each([
    [{ kind: 'clone', targetBay: null }, 'needs a target'],
    [{ kind: 'clone', targetBay: 'A' }, 'needs a target'],
    [{ kind: 'rescue', targetBay: 'B' }, 'smaller than what is to be copied'],
    [{ kind: 'polish', targetBay: null }, 'kind'],
  ])('refuses %j', async (body, words) => {
    await put('A', 'bench-2tb');
    await put('B', 'corrie-failing');
    expect(JSON.stringify((await bench.post('/api/dock/bays/A/runs', body)).body)).toContain(words);
  });

  it('refuses a second run on a bay, and any on an empty or silent one', async () => {
    await put('A', 'corrie-cable');
    await put('B', 'quiet');
    await run('A', 'long-test');
    expect(
      (await bench.post('/api/dock/bays/A/runs', { kind: 'short-test', targetBay: null }).expect(409)).body
        .detail,
    ).toContain('Bay A is busy');
    expect((await bench.get('/api/dock/bays/B/self-report').expect(409)).body.detail).toContain(
      'draws power and does not answer',
    );
    await put('A', null);
    expect((await bench.get('/api/dock/bays/A/self-report').expect(409)).body.detail).toBe(
      'Bay A is empty. Put the drive in.',
    );
    expect((await bench.get('/api/dock/bays/C/self-report').expect(404)).body.detail).toContain(
      'There is no bay C',
    );
  });
});

describe('people and the dock', () => {
  it('lets the desk look and the bench act', async () => {
    const desk = await server.signedIn('perpetua');
    await desk.get('/api/dock').expect(200);
    await desk.post('/api/dock/bays/A/runs', { kind: 'short-test', targetBay: null }).expect(403);
    await server.anyone().get('/api/dock').expect(401);
  });
});

describe('when the dock goes away', () => {
  it('says so in a sentence, and goes on when it is back; a run it has forgotten is said to be', async () => {
    await put('A', 'corrie-cable');
    const { runId } = await run('A', 'surface-read');
    const { port } = dock.address() as AddressInfo;
    await end(dock);
    expect((await bench.get('/api/dock').expect(503)).body).toMatchObject({
      code: 'dock-away',
      detail: expect.stringContaining('The dock does not answer.'),
    });
    expect((await bench.get('/api/health')).status).toBe(200);
    dock = await start(fresh(), port);
    expect((await bench.get('/api/dock').expect(200)).body.dock.bays).toHaveLength(2);
    expect((await bench.get(`/api/dock/runs/${runId}`).expect(404)).body).toMatchObject({
      code: 'run-forgotten',
      detail: expect.stringContaining('Start the run again'),
    });
  });

  it('takes nothing that is not as agreed', async () => {
    const { port } = dock.address() as AddressInfo;
    await end(dock);
    dock = createServer((_request, response) => response.end('{"bays":"all of them"}')).listen(
      port,
      '127.0.0.1',
    );
    await new Promise((done) => dock.once('listening', done));
    expect((await bench.get('/api/dock').expect(502)).body).toMatchObject({ code: 'dock-nonsense' });
  });
});

it('is nothing where none is set up', async () => {
  const without = await TestServer.start();
  const visitor = await without.signedIn();
  expect((await visitor.get('/api/dock').expect(200)).body).toEqual({ dock: null });
  expect((await visitor.get('/api/dock/bays/A/self-report').expect(404)).body.detail).toContain(
    'PETRICHOR_DOCK',
  );
  await without.stop();
});
