import { randomUUID } from 'node:crypto';
import {
  existsSync,
  mkdirSync,
  mkdtempSync,
  openSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
  writeSync,
  closeSync,
  chmodSync,
} from 'node:fs';
import { createHash } from 'node:crypto';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { allJobs } from '@petrichor/demo';
import { loadDemo } from '../setup/demo.js';
import { logFolder, wantLog } from '../setup/pg-log.js';
import { startCluster, type Cluster } from '../setup/postgres.js';
import {
  checkRecord,
  JobService,
  migrate,
  openDatabase,
  pendingMigrations,
  schemaVersion,
  serverUrl,
} from '@petrichor/server';
import { bringUpToDate, mustBeUpToDate } from '../setup/up-to-date.js';
import pg from 'pg';
import { BackupFolder, type Manifest } from './folder.js';
import type { Keys } from './locks.js';
import { pieces, takeLog } from './log.js';
import { dropOld, makeBackup } from './make.js';
import { backupFor, restoreCluster, restoreDump, restorePhotos } from './restore.js';
import { sealPrint } from './seal-sheet.js';
import { verifyBackup } from './verify.js';

/** As many as the demo loads. */
const DEMO_JOBS = allJobs(new Date()).length;

const LONG_MS = 180_000;
const KEYS: Keys = { passphrase: 'four words nobody says', recipient: null, identityFile: null };
const OPEN: Keys = { passphrase: null, recipient: null, identityFile: null };
const now = () => new Date();
const NEWEST = pendingMigrations(0).at(-1)!.number;
const SEAL = 'ab'.repeat(32);

let root: string;
let cluster: Cluster;
let url: string;
let folder: BackupFolder;
let manifest: Manifest;
let photo: string;
const photos = () => join(root, 'photos');
const source = () => ({
  databases: { petrichor: url },
  cluster: { adminUrl: cluster.adminUrl },
  photos: photos(),
  sealKey: SEAL,
});

async function ask<T extends pg.QueryResultRow>(address: string, query: string): Promise<T[]> {
  const client = new pg.Client({ connectionString: address });
  await client.connect();
  try {
    return (await client.query<T>(query)).rows;
  } finally {
    await client.end();
  }
}
const events = async (address: string): Promise<number> =>
  Number((await ask<{ count: string }>(address, 'select count(*) from job_event'))[0]!.count);

/** A deed by somebody of the demo, as the server writes it. */
async function note(text: string): Promise<void> {
  const database = openDatabase(await serverUrl(url));
  try {
    const [who] = await ask<{ workshop: string; id: string; name: string }>(
      url,
      "select workshop_id as workshop, id, name from account where sign_in_name = 'ines'",
    );
    const [job] = await ask<{ id: string; seq: number }>(
      url,
      'select id, seq from job where not closed order by number limit 1',
    );
    await new JobService(database).give(
      {
        workshopId: who!.workshop,
        by: { id: who!.id, name: who!.name },
        roles: ['technician', 'desk', 'lead'],
        at: new Date(),
      },
      job!.id,
      { commandId: randomUUID(), basedOn: job!.seq, command: { type: 'note', text, stepId: null } },
    );
  } finally {
    await database.end();
  }
}

/** What was written so far lies in the folder of backups. */
async function logTaken(): Promise<void> {
  const [at] = await ask<{ name: string }>(
    cluster.adminUrl,
    'select pg_walfile_name(pg_current_wal_lsn()) as name',
  );
  await ask(cluster.adminUrl, 'select pg_switch_wal()');
  for (let tries = 0; tries < 200 && !pieces(folder).has(at!.name); tries++) {
    await new Promise((done) => setTimeout(done, 100));
    await takeLog(join(root, 'postgres'), folder, now);
  }
  expect(pieces(folder).has(at!.name)).toBe(true);
}

/** A cluster that was restored, looked into while it runs. */
async function looked<T>(where: string, look: (address: string) => Promise<T>): Promise<T> {
  const restored = await startCluster(where);
  try {
    return await look(await restored.database('petrichor'));
  } finally {
    await restored.stop();
  }
}

let atBackup: number;
let between: Date;
let atBetween: number;
beforeAll(async () => {
  root = mkdtempSync(join(tmpdir(), 'petrichor-backup-'));
  chmodSync(root, 0o755);
  cluster = await startCluster(join(root, 'postgres'));
  url = await cluster.database('petrichor');
  await migrate(url);
  await loadDemo(url);
  const picture = Buffer.from('a picture of a screw');
  photo = createHash('sha256').update(picture).digest('hex');
  mkdirSync(join(photos(), photo.slice(0, 2)), { recursive: true });
  writeFileSync(join(photos(), photo.slice(0, 2), `${photo}.jpg`), picture);
  await ask(url, `insert into photo select id, '${photo}', ${picture.length}, now(), 'Ines' from workshop`);
  folder = await BackupFolder.open(join(root, 'backups'), KEYS, true);
  wantLog(join(root, 'postgres'), true);
  manifest = await makeBackup(source(), folder, now);
  atBackup = await events(url);
  await note('The first after the backup.');
  atBetween = await events(url);
  await new Promise((done) => setTimeout(done, 1100));
  between = new Date();
  await new Promise((done) => setTimeout(done, 1100));
  await note('The second.');
  await note('The third.');
  await logTaken();
}, LONG_MS);
afterAll(async () => {
  await cluster.stop();
  rmSync(root, { recursive: true, force: true });
}, LONG_MS);

describe('a backup', () => {
  it('is locked, names what it holds, and holds neither the key of sealed notes nor anything in the clear', () => {
    expect(manifest).toMatchObject({
      kind: 'cluster',
      schema: { petrichor: NEWEST },
      photos: 1,
      sealKey: sealPrint(SEAL),
    });
    expect(manifest.counts['petrichor']).toMatchObject({ events: atBackup, photos: 1, accounts: 3 });
    const all = readdirSync(folder.path, { recursive: true, withFileTypes: true }).filter((one) =>
      one.isFile(),
    );
    const closed = all.filter(({ name }) => name.endsWith('.age'));
    expect(closed.length).toBeGreaterThanOrEqual(3);
    for (const { name, parentPath } of all) {
      const content = readFileSync(join(parentPath, name));
      if (name.endsWith('.age')) expect(content.subarray(0, 21).toString()).toBe('age-encryption.org/v1');
      expect(content.includes(SEAL)).toBe(false);
      expect(content.includes('AGE-SECRET-KEY')).toBe(false);
      expect(content.includes('a picture of a screw')).toBe(false);
    }
  });

  it(
    'comes back with everything that was written since',
    async () => {
      const into = join(root, 'all');
      const { warnings, asOf } = await restoreCluster(folder, backupFor(folder, null), into, null);
      expect(warnings).toEqual([]);
      expect(asOf!.getTime()).toBeGreaterThan(between.getTime());
      expect(await looked(into, events)).toBe(atBetween + 2);
      // It goes on from there as a server of its own, and opens to the server's ordinary role.
      await looked(into, async (address) => {
        const database = openDatabase(await serverUrl(address));
        expect(await checkRecord(database).finally(() => database.end())).toMatchObject({
          faultCount: 0,
          jobs: DEMO_JOBS,
        });
      });
    },
    LONG_MS,
  );

  it(
    'comes back to the minute that is asked for',
    async () => {
      const into = join(root, 'until');
      const { warnings } = await restoreCluster(folder, backupFor(folder, between), into, between);
      expect(warnings).toEqual([]);
      expect(await looked(into, events)).toBe(atBetween);
    },
    LONG_MS,
  );

  it(
    'asked for a time after the end of the log, comes back whole and says so; before the first backup, not at all',
    async () => {
      const into = join(root, 'later');
      const { warnings } = await restoreCluster(folder, manifest, into, new Date(Date.now() + 3_600_000));
      expect(warnings.join()).toContain('The log ends before');
      expect(await looked(into, events)).toBe(atBetween + 2);
      expect(() => backupFor(folder, new Date('2020-01-01'))).toThrow(
        'Nothing before that can be brought back.',
      );
    },
    LONG_MS,
  );

  it(
    'is tried: restored, replayed, compared, and nothing of the trial is left',
    async () => {
      const scratch = join(root, 'scratch');
      const found = await verifyBackup(folder, manifest, scratch, null, now);
      expect(found.faults).toEqual([]);
      expect(found.found['petrichor']).toMatchObject({
        jobs: DEMO_JOBS,
        events: atBetween + 2,
        photos: 1,
        faultCount: 0,
      });
      expect(existsSync(scratch)).toBe(false);
    },
    LONG_MS,
  );

  it('brings its photos back, and tells the ones that are not what they were', async () => {
    const into = join(root, 'other-photos');
    expect(await restorePhotos(folder, into)).toEqual({ brought: 1, lost: [] });
    expect(readFileSync(join(into, photo.slice(0, 2), `${photo}.jpg`), 'utf8')).toBe('a picture of a screw');
    expect(await restorePhotos(folder, into)).toEqual({ brought: 0, lost: [] });
  });

  it('opens to nobody without the passphrase, and says so before anything is touched', async () => {
    await expect((await BackupFolder.open(folder.path, OPEN, false)).mustRead()).rejects.toThrow(
      'PETRICHOR_BACKUP_PASSPHRASE',
    );
    await expect(
      BackupFolder.open(folder.path, { ...KEYS, passphrase: 'four other words here' }, false),
    ).rejects.toThrow('not the one');
    await expect(BackupFolder.open(join(root, 'postgres'), OPEN, true)).rejects.toThrow(
      'holds something else',
    );
    await expect(BackupFolder.open(join(root, 'nowhere'), OPEN, false)).rejects.toThrow(
      'There are no backups',
    );
  });
});

describe('a broken one', () => {
  /** Turns a byte of a file around, and back. */
  async function turned(file: string, look: () => Promise<void>): Promise<void> {
    const path = join(folder.path, file);
    const good = readFileSync(path);
    const handle = openSync(path, 'r+');
    writeSync(handle, Buffer.from([good[good.length - 40]! ^ 1]), 0, 1, good.length - 40);
    closeSync(handle);
    await look().finally(() => writeFileSync(path, good));
  }
  const faults = async () =>
    (await verifyBackup(folder, manifest, join(root, 'scratch'), null, now)).faults.join(' ');

  it(
    'is told: its data',
    () => turned(manifest.data.file, async () => expect(await faults()).toContain('is broken')),
    LONG_MS,
  );

  it(
    'is told: a piece of the log',
    () =>
      turned(
        `log/${[...pieces(folder).keys()].find((name) => name >= manifest.logFrom!)!}.gz.age`,
        async () => expect(await faults()).toContain('A piece of the log is missing or broken'),
      ),
    LONG_MS,
  );

  it(
    'is told: a photo',
    () =>
      turned(`photos/${photo.slice(0, 2)}/${photo}.jpg.age`, async () =>
        expect(await faults()).toContain(photo),
      ),
    LONG_MS,
  );

  it('is told: another server that writes its log there', async () => {
    const [name] = [...pieces(folder).keys()];
    writeFileSync(join(logFolder(join(root, 'postgres')), `${name}.gz`), 'of another server');
    await expect(takeLog(join(root, 'postgres'), folder, now)).rejects.toThrow(
      'Another server writes its log',
    );
    rmSync(join(logFolder(join(root, 'postgres')), `${name}.gz`));
  });
});

it(
  'old ones go, with the log that only they needed; the last that was checked stays',
  async () => {
    const plain = await BackupFolder.open(join(root, 'plain'), OPEN, true);
    const first = await makeBackup(source(), plain, now);
    plain.writeVerified(first.name, { at: now().toISOString(), good: true, faults: [], seconds: 1 });
    const second = await makeBackup(source(), plain, now);
    const third = await makeBackup(source(), plain, now);
    expect(dropOld(plain, 1)).toEqual([second.name]);
    expect(plain.manifests().map(({ name }) => name)).toEqual([first.name, third.name]);
    plain.writeVerified(third.name, { at: now().toISOString(), good: true, faults: [], seconds: 1 });
    expect(dropOld(plain, 1)).toEqual([first.name]);
  },
  LONG_MS,
);

it(
  'of a given server is a dump, and comes back into an empty database of a server that knows none of our roles',
  async () => {
    const dumps = await BackupFolder.open(join(root, 'dumps'), KEYS, true);
    const made = await makeBackup({ ...source(), databases: { given: url }, cluster: null }, dumps, now);
    expect(made).toMatchObject({ kind: 'dump', logFrom: null });
    const other = await startCluster(join(root, 'other'));
    try {
      const into = await other.database('elsewhere');
      expect(await ask(into, "select from pg_roles where rolname like 'petrichor\\_%'")).toEqual([]);
      await restoreDump(dumps, made, into);
      await migrate(into);
      const database = openDatabase(await serverUrl(into));
      expect(await checkRecord(database).finally(() => database.end())).toMatchObject({
        faultCount: 0,
        jobs: DEMO_JOBS,
      });
    } finally {
      await other.stop();
    }
    expect((await verifyBackup(dumps, made, join(root, 'scratch'), null, now)).faults).toEqual([]);
  },
  LONG_MS,
);

describe('a database of an older Petrichor', () => {
  const shapeNow = async (address: string) => schemaVersion(address);
  const older = async (name: string): Promise<string> => {
    const address = await cluster.database(name);
    await migrate(address, 5);
    return address;
  };
  const given = process.env['PETRICHOR_BACKUP'];
  afterEach(() => {
    if (given === undefined) delete process.env['PETRICHOR_BACKUP'];
    else process.env['PETRICHOR_BACKUP'] = given;
  });

  it(
    'is backed up before its shape is changed, and that backup comes back',
    async () => {
      const address = await older('older');
      process.env['PETRICHOR_BACKUP'] = join(root, 'before');
      await bringUpToDate(address, { ...source(), databases: { older: address } });
      expect(await shapeNow(address)).toBe(NEWEST);
      const before = await BackupFolder.open(join(root, 'before'), OPEN, false);
      const [made] = before.manifests();
      expect(made).toMatchObject({ kind: 'cluster', schema: { older: 5 } });
      await cluster.drop('older');
      expect((await verifyBackup(before, made!, join(root, 'scratch'), null, now)).faults).toEqual([]);
      await expect(mustBeUpToDate(address.replace('/older', '/postgres'))).rejects.toThrow('nobody here yet');
    },
    LONG_MS,
  );

  it(
    'stays as it is when the backup cannot be made, and when a newer one was here',
    async () => {
      const address = await older('older2');
      process.env['PETRICHOR_BACKUP'] = join(root, 'postgres');
      await expect(bringUpToDate(address, { ...source(), databases: { older2: address } })).rejects.toThrow(
        'so nothing was changed',
      );
      expect(await shapeNow(address)).toBe(5);
      await expect(mustBeUpToDate(address)).rejects.toThrow('of an older Petrichor');
      await bringUpToDate(address, { ...source(), databases: { older2: address } }, false);
      expect(await shapeNow(address)).toBe(NEWEST);
      await ask(address, "insert into schema_version (version, name, run_at) values (99, 'later', now())");
      await expect(bringUpToDate(address, source())).rejects.toThrow('A newer Petrichor');
      await expect(mustBeUpToDate(address)).rejects.toThrow('A newer Petrichor');
      await cluster.drop('older2');
    },
    LONG_MS,
  );
});
