import { createServer, connect, type Server, type Socket } from 'node:net';
import type { AddressInfo } from 'node:net';
import { randomUUID } from 'node:crypto';
import { setTimeout as sleep } from 'node:timers/promises';
import { migrate } from '@petrichor/server';
import pg from 'pg';
import { loadDemo } from '../setup/demo.js';
import { Books } from './books.js';
import { Chance } from '../chance.js';
import { Seam } from './seam.js';

describe('chance', () => {
  it('comes again with its seed, and is spread', () => {
    const draw = (seed: number) =>
      Array.from(
        { length: 2000 },
        (
          (chance) => () =>
            chance.between(1, 10)
        )(new Chance(seed)),
      );
    expect(draw(7)).toEqual(draw(7));
    expect(draw(7)).not.toEqual(draw(8));
    for (let n = 1; n <= 10; n++) expect(draw(7).filter((one) => one === n).length).toBeGreaterThan(120);
    const chance = new Chance(3);
    const drawn = Array.from(
      { length: 1000 },
      () =>
        chance.weighed([
          { weight: 9, name: 'often' },
          { weight: 1, name: 'seldom' },
        ]).name,
    );
    expect(drawn.filter((one) => one === 'seldom').length).toBeGreaterThan(50);
    expect(drawn.filter((one) => one === 'seldom').length).toBeLessThan(170);
  });
});

describe('a seam', () => {
  let echo: Server;
  let seam: Seam;
  const here: Socket[] = [];
  beforeEach(async () => {
    echo = createServer((socket) => socket.on('error', () => undefined).pipe(socket));
    await new Promise<void>((done) => echo.listen(0, '127.0.0.1', done));
    seam = await Seam.before((echo.address() as AddressInfo).port);
  });
  afterEach(async () => {
    for (const one of here.splice(0)) one.destroy();
    await seam.close();
    await new Promise((done) => echo.close(done));
  });
  const open = async (): Promise<Socket> => {
    const socket = connect(seam.port, '127.0.0.1').on('error', () => undefined);
    here.push(socket);
    await new Promise((done) => socket.once('connect', done));
    return socket;
  };
  /** What comes back within a while; null: nothing does. */
  const said = (socket: Socket, words: string, ms = 150): Promise<string | null> =>
    new Promise((done) => {
      socket.once('data', (chunk: Buffer) => done(chunk.toString()));
      socket.write(words);
      setTimeout(() => done(null), ms);
    });

  it('carries what it is given, slows it, and falls silent without ending anything', async () => {
    const socket = await open();
    expect(await said(socket, 'one')).toBe('one');
    seam.slow(60);
    const began = performance.now();
    expect(await said(socket, 'two', 1000)).toBe('two');
    expect(performance.now() - began).toBeGreaterThan(100);
    seam.slow(0);
    seam.hush(true);
    expect(await said(socket, 'three')).toBeNull();
    expect(socket.destroyed).toBe(false);
    seam.hush(false);
    expect(await said(socket, 'four', 500)).toContain('three');
  });

  it('leaves lines half open for ever, while new ones carry', async () => {
    const old = await open();
    expect(await said(old, 'one')).toBe('one');
    seam.deaden();
    expect(await said(old, 'two')).toBeNull();
    expect(old.destroyed).toBe(false);
    expect(await said(await open(), 'three')).toBe('three');
  });

  it('cuts, and turns away', async () => {
    const socket = await open();
    expect(await said(socket, 'one')).toBe('one');
    const closed = new Promise((done) => socket.once('close', done));
    seam.cut();
    await closed;
    seam.refuse(true);
    const other = connect(seam.port, '127.0.0.1').on('error', () => undefined);
    here.push(other);
    await new Promise((done) => other.once('close', done));
    seam.refuse(false);
    expect(await said(await open(), 'two')).toBe('two');
  });
});

describe('the books', () => {
  let client: pg.Client;
  let url: URL;
  let taken: { kind: 'command'; commandId: string; jobId: string; seqs: number[] };
  beforeAll(async () => {
    const name = `test_${randomUUID().replaceAll('-', '')}`;
    url = new URL(process.env['PETRICHOR_TEST_POSTGRES']!);
    const admin = new pg.Client({ connectionString: url.href });
    await admin.connect();
    await admin.query(`create database ${name}`);
    await admin.end();
    url.pathname = `/${name}`;
    await migrate(url.href);
    await loadDemo(url.href);
    client = new pg.Client({ connectionString: url.href });
    await client.connect();
    const { rows } = await client.query<{ commandId: string; jobId: string; seqs: number[] }>(
      `select command_id as "commandId", job_id as "jobId", array_agg(seq order by part) as seqs from job_event group by 1, 2 having min(seq) > 3 limit 1`,
    );
    taken = { kind: 'command', ...rows[0]! };
  }, 60_000);
  afterAll(async () => {
    const name = url.pathname.slice(1);
    await client.end();
    const admin = new pg.Client({ connectionString: process.env['PETRICHOR_TEST_POSTGRES'] });
    await admin.connect();
    await admin.query(`drop database ${name} with (force)`);
    await admin.end();
  });

  const wrongWith = async (...all: Parameters<Books['add']>[0][]): Promise<string> => {
    const books = new Books();
    for (const one of all) books.add(one);
    await books.compare(url.href);
    const first = books.wrong.length;
    await books.compare(url.href, true);
    // Looked at once more, everything that is wrong is found again.
    expect(books.wrong.length >= first).toBe(true);
    return books.wrong.join(' ');
  };

  it('agree with what is there', async () => {
    expect(await wrongWith(taken, taken)).toBe('');
  });
  it('tell what was lost', async () => {
    expect(await wrongWith({ ...taken, commandId: randomUUID() })).toContain('Lost');
    expect(await wrongWith({ kind: 'move', id: randomUUID() })).toContain('Lost: the move');
  });
  it('tell what is elsewhere, or other than it was told', async () => {
    expect(await wrongWith({ ...taken, seqs: [1] })).toContain('Altered');
    expect(await wrongWith({ ...taken, jobId: randomUUID() })).toContain('Altered');
    expect(await wrongWith(taken, { ...taken, seqs: [99] })).toContain('was told at');
  });
  it('tell what came out of order', async () => {
    expect(await wrongWith(taken, { ...taken, commandId: randomUUID(), seqs: [taken.seqs[0]!] })).toContain(
      'was told after',
    );
  });
  it('wait for a database that does not answer, and forget nothing meanwhile', async () => {
    const books = new Books();
    books.add({ ...taken, commandId: randomUUID() });
    const nowhere = new URL(url);
    nowhere.port = '1';
    await expect(books.compare(nowhere.href)).rejects.toThrow();
    expect(books.wrong).toEqual([]);
    await books.compare(url.href);
    expect(books.wrong.join()).toContain('Lost');
    await sleep(0);
  });
});
