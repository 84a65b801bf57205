import { createHash, randomUUID } from 'node:crypto';
import { writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { NO_BACKUP, type AuditEntry, type BackupState } from '@petrichor/api';
import pg from 'pg';
import { Health } from '../services/health.js';
import { pixelsOf } from '../services/photos.js';
import { anIntake } from '../testing/intake.js';
import { TestServer, type Visitor } from '../testing/server.js';

let server: TestServer;
let lead: Visitor;
let desk: Visitor;
beforeAll(async () => {
  server = await TestServer.start();
  lead = await server.signedIn();
  desk = await server.signedIn('perpetua');
});
afterAll(() => server.stop());

const whole = async () => (await lead.get('/api/health/whole').expect(200)).body;

describe('a probe', () => {
  it('is answered without a session, and told nothing but whether', async () => {
    for (const at of ['/health', '/api/health']) {
      const reply = await server.anyone().get(at).expect(200);
      expect(reply.body).toEqual({ ok: true, database: true, feed: true });
    }
  });

  it('is told when the database does not answer', async () => {
    const away = { query: () => Promise.reject(new Error('connect ECONNREFUSED')) } as unknown as pg.Pool;
    const health = new Health({
      database: { ...server.database, pool: away },
      feed: { isListening: false, screens: () => 0 } as never,
      photos: { room: () => Promise.resolve({ bytes: 0, quotaBytes: 1, standing: 'good' }) } as never,
      photoFolder: '/dev/null/none',
      hasSealKey: false,
      backupState: null,
      build: null,
      now: () => new Date(),
    });
    expect(await health.probe()).toEqual({ ok: false, database: false, feed: false });
    expect(await health.report(server.workshopId)).toMatchObject({
      database: { standing: 'bad', answerMs: null },
      feed: { standing: 'watch' },
      photos: { standing: 'bad', kept: false },
      sealedNotes: { standing: 'watch' },
      backup: { standing: 'bad', is: 'none' },
    });
  });
});

describe('the whole of it', () => {
  it('is a lead’s: database, feed, disk, photos', async () => {
    await desk.get('/api/health/whole').expect(403);
    expect(await whole()).toMatchObject({
      database: { standing: 'good' },
      feed: { standing: 'good', listening: true },
      photos: { standing: 'good', kept: true, quotaBytes: 10_000_000 },
      sealedNotes: { standing: 'good' },
      unsent: [],
    });
    expect((await whole()).disk.freeBytes).toBeGreaterThan(0);
  });

  it('tells what waits on a screen until it has gone', async () => {
    await desk.post('/api/unsent', { waiting: 3, aside: 1, since: '2026-04-14T07:00:00.000Z' }).expect(204);
    expect((await whole()).unsent).toMatchObject([
      { name: 'Perpetua', waiting: 3, aside: 1, since: '2026-04-14T07:00:00.000Z' },
    ]);
    await desk.post('/api/unsent', { waiting: 0, aside: 0, since: null }).expect(204);
    expect((await whole()).unsent).toEqual([]);
  });

  it.each<[string, Partial<BackupState>, string]>([
    ['nothing is set up', {}, 'none'],
    ['set up, and none made', { folder: '/b' }, 'old'],
    ['made and checked', { made: made(2), checked: checked(1, true) }, 'good'],
    ['made, not checked', { made: made(2) }, 'unchecked'],
    ['checked was the one before', { made: made(2), checked: checked(5, true) }, 'unchecked'],
    ['did not come back whole', { made: made(2), checked: checked(1, false) }, 'broken'],
    ['two days ago', { made: made(48), checked: checked(47, true) }, 'old'],
    [
      'failed since',
      { made: made(2), checked: checked(1, true), failed: { at: hoursAgo(0), sentence: 'full' } },
      'failing',
    ],
  ])('says how the backup stands: %s', async (_, state, standing) => {
    writeFileSync(
      path.join(tmpdir(), `${new URL(server.databaseUrl).pathname.slice(1)}.backup`),
      JSON.stringify({ ...NO_BACKUP, ...state }),
    );
    expect((await desk.get('/api/backup').expect(200)).body.standing).toBe(standing);
    expect((await whole()).backup.is).toBe(standing);
  });
});
function hoursAgo(hours: number): string {
  return new Date(new Date('2026-04-14T08:00:00Z').getTime() - hours * 3_600_000).toISOString();
}
function made(hours: number) {
  return { at: hoursAgo(hours), seconds: 1, bytes: 1 };
}
function checked(hours: number, good: boolean) {
  return { at: hoursAgo(hours), good, faults: [], seconds: 1 };
}

describe('the audit trail', () => {
  /** Written once the answer is out: looked for until it is there. */
  const trail = async (has: (entries: AuditEntry[]) => boolean): Promise<AuditEntry[]> => {
    for (let tries = 0; ; tries++) {
      const { entries } = (await lead.get('/api/audit').expect(200)).body as { entries: AuditEntry[] };
      if (has(entries) || tries === 40) return entries;
      await new Promise((done) => setTimeout(done, 50));
    }
  };
  const find = async (kind: string, about: Record<string, unknown> = {}) => {
    const is = (one: AuditEntry) =>
      one.kind === kind && Object.entries(about).every(([key, value]) => one.about[key] === value);
    return (await trail((entries) => entries.some(is))).find(is);
  };

  it('is a lead’s', () => desk.get('/api/audit').expect(403));

  it('holds who signed in and out, and who was refused: a wrong password, and a name nobody has', async () => {
    const password = 'a password that is wrong';
    await server.anyone().post('/api/session', { signInName: 'ines', password }).expect(401);
    await server.anyone().post('/api/session', { signInName: 'mallory', password }).expect(401);
    const visitor = await server.signedIn('perpetua');
    await visitor.delete('/api/session').expect(204);
    expect(await find('sign-in-refused', { signInName: 'ines' })).toMatchObject({
      byId: null,
      about: { code: 'wrong-sign-in' },
    });
    expect(await find('sign-in-refused', { signInName: 'mallory' })).toBeDefined();
    expect(await find('signed-in', { signInName: 'perpetua' })).toMatchObject({ byName: 'Perpetua' });
    expect(await find('signed-out')).toMatchObject({ byName: 'Perpetua' });
    expect(JSON.stringify(await trail(() => true))).not.toContain(password);
  });

  it('holds what was refused by role, once however often it is asked', async () => {
    for (let times = 0; times < 5; times++) await desk.post('/api/policy', {}).expect(403);
    const entry = await find('refused', { what: 'POST /policy' });
    expect(entry).toMatchObject({ byName: 'Perpetua', about: { code: 'role' } });
    const all = await trail(() => true);
    expect(all.filter((one) => one.about['what'] === 'POST /policy')).toHaveLength(1);
  });

  it('holds what was taken out, who was changed, and every look at a sealed note; never what it says', async () => {
    const { job } = (
      await lead.post('/api/jobs', { commandId: randomUUID(), intake: anIntake() }).expect(201)
    ).body;
    const noteId = randomUUID();
    await lead
      .post(`/api/jobs/${job.id}/sealed`, {
        commandId: noteId,
        kind: 'passcode',
        label: '',
        secret: '4711-secret',
      })
      .expect(201);
    await lead.post(`/api/jobs/${job.id}/sealed/${noteId}/look`, { commandId: randomUUID() }).expect(200);
    await lead.get(`/api/jobs/${job.id}/document`).expect(200);
    await lead.get('/api/ledger.csv').expect(200);
    const password = 'the first password of somebody';
    const { accounts } = (
      await lead
        .post('/api/accounts', { name: 'Wim', signInName: 'wim', password, roles: ['desk'] })
        .expect(201)
    ).body;
    const wim = accounts.find((one: { name: string }) => one.name === 'Wim').id as string;
    await lead.post(`/api/accounts/${wim}`, { roles: ['technician'] }).expect(200);
    await lead.post(`/api/accounts/${wim}/password`, { password: 'another one, long enough' }).expect(204);
    expect(await find('sealed-looked', { jobId: job.id, noteId })).toMatchObject({ byName: 'Ines' });
    expect(await find('exported', { jobId: job.id })).toBeDefined();
    expect(await find('exported', { what: 'GET /ledger.csv' })).toBeDefined();
    expect(await find('person-added', { signInName: 'wim' })).toMatchObject({
      about: { name: 'Wim', roles: ['desk'] },
    });
    expect(await find('person-changed', { accountId: wim })).toMatchObject({
      about: { roles: ['technician'] },
    });
    expect(await find('password-reset', { accountId: wim })).toBeDefined();
    const all = JSON.stringify(await trail(() => true));
    for (const secret of ['4711-secret', password, 'another one']) expect(all).not.toContain(secret);
  });

  it('is turned over page by page, and nobody alters it', async () => {
    const owner = new pg.Client({ connectionString: server.databaseUrl });
    await owner.connect();
    await owner.query(
      `insert into audit_entry (workshop_id, at, kind, by_name, about, address, request_id)
       select $1, now(), 'exported', 'Ines', '{}', '', 'X' from generate_series(1, 230)`,
      [server.workshopId],
    );
    const ids: number[] = [];
    for (let next: number | null | undefined; next !== null;) {
      const page = (await lead.get(`/api/audit${next ? `?before=${next}` : ''}`).expect(200)).body as {
        entries: AuditEntry[];
        next: number | null;
      };
      ids.push(...page.entries.map((one) => one.id));
      next = page.next;
    }
    expect(ids.length).toBeGreaterThan(230);
    expect(new Set(ids).size).toBe(ids.length);
    await expect(owner.query("update audit_entry set by_name = 'Nobody'")).rejects.toThrow('append-only');
    await expect(owner.query('delete from audit_entry')).rejects.toThrow('append-only');
    await owner.end();
  });
});

describe('a request', () => {
  it('has a name that the reply, the refusal and a failure’s sentence show', async () => {
    const refused = await desk.get('/api/audit').expect(403);
    expect(refused.headers['x-request-id']).toMatch(/^[2-9A-Z]{4}-[2-9A-Z]{4}$/);
    expect(refused.body.requestId).toBe(refused.headers['x-request-id']);
    const owner = new pg.Client({ connectionString: server.databaseUrl });
    await owner.connect();
    await owner.query('alter table audit_entry rename to elsewhere');
    const failed = await lead.get('/api/audit').expect(500);
    await owner.query('alter table elsewhere rename to audit_entry');
    await owner.end();
    expect(failed.body.detail).toContain(`In the server’s log it is ${failed.headers['x-request-id']}.`);
  });
});

describe('photos', () => {
  /** A JPEG of so many pixels and bytes, by its headers alone (ITU-T T.81): nothing here draws it. */
  function jpeg(width: number, height: number, bytes: number): Buffer {
    const frame = Buffer.from([
      0xff,
      0xc0,
      0,
      11,
      8,
      height >> 8,
      height & 255,
      width >> 8,
      width & 255,
      1,
      1,
      0x11,
      0,
    ]);
    const scan = Buffer.concat([
      Buffer.from([0xff, 0xda, 0, 8, 1, 1, 0, 0, 63, 0]),
      Buffer.alloc(Math.max(0, bytes - 40), 7),
    ]);
    return Buffer.concat([Buffer.from([0xff, 0xd8]), frame, scan, Buffer.from([0xff, 0xd9])]);
  }
  const send = (photo: Buffer) => desk.send('/api/photos', 'image/jpeg', photo);

  it('of more pixels than a bench’s camera has are refused before anybody draws them', async () => {
    expect(pixelsOf(jpeg(4000, 3000, 100))).toBe(12_000_000);
    const refused = await send(jpeg(60_000, 60_000, 200)).expect(413);
    expect(refused.body.detail).toContain('more than 50 million pixels');
  });

  it('have a quota: told when it is nearly full, refused when it is, and one that is there already is kept still', async () => {
    const filler = (n: number, bytes: number) => {
      const photo = jpeg(100 + n, 100, bytes);
      return { photo, hash: createHash('sha256').update(photo).digest('hex') };
    };
    const first = filler(1, 4_800_000);
    expect((await send(first.photo).expect(201)).body).toMatchObject({ hash: first.hash, warning: null });
    const second = await send(filler(2, 4_800_000).photo).expect(201);
    expect(second.body.warning).toContain('96 %');
    expect((await whole()).photos.standing).toBe('watch');
    const full = await send(filler(3, 900_000).photo).expect(507);
    expect(full.body.detail).toContain('PETRICHOR_PHOTO_QUOTA_GB');
    await send(first.photo).expect(201);
  });
});
