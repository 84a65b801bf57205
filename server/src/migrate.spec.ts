import { randomUUID } from 'node:crypto';
import { readFileSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { DriveSchema } from '@petrichor/core/hardware';
import { fitCaseOf, pastCaseOf, summarise } from '@petrichor/core/job';
import { readJobDocument } from '@petrichor/core/ledger';
import { demoDrives } from '@petrichor/demo';
import { pino } from 'pino';
import { migrate, NewerDatabase, pendingMigrations, schemaVersion, serverUrl } from './migrate.js';
import { JobService } from './services/jobs.js';
import { drawUndrawn } from './services/ledger-draw.js';
import { checkRecord } from './services/record-check.js';
import { openDatabase } from './store/database.js';
import { connected, dropDatabases, emptyDatabase } from './testing/empty-database.js';

/** Jobs as the first edition wrote them: their events never change, whatever shape the database has. */
const FIRST = 'core/src/testing/editions/first';
const NEWEST = pendingMigrations(0).at(-1)!.number;
/** What drives said only from shape 3 on. */
const SINCE_3 = [
  'steadyWriteBytesPerSecond',
  'enduranceTbw',
  'cache',
  'rpm',
  'peakWatts',
  'sectors',
  'leadDays',
  'source',
];
/** Until then there were two families. */
const drivesOf = (shape: number) =>
  demoDrives().filter(({ family }) => shape >= 3 || family === 'm2' || family === '2.5-inch');
const LONG_MS = 60_000;

afterAll(dropDatabases, LONG_MS);

/**
 * A workshop as a database of that shape held it: an account, a model, drives, and every job of the first
 * edition.
 */
async function fill(url: string, shape: number): Promise<{ workshopId: string; jobIds: string[] }> {
  const workshopId = randomUUID();
  const jobIds: string[] = [];
  await connected(url, async (client) => {
    await client.query('begin');
    await client.query("select set_config('petrichor.workshop', $1, true)", [workshopId]);
    await client.query("insert into workshop (id, name) values ($1, 'Quayside')", [workshopId]);
    await client.query(
      "insert into account (workshop_id, id, name, sign_in_name, password_hash, roles) values ($1, $2, 'Ines', 'ines', 'x', '{lead}')",
      [workshopId, randomUUID()],
    );
    await client.query(
      "insert into machine_model (workshop_id, id, document) values ($1, 'tarnwell-fen-14', $2)",
      [workshopId, readFileSync(path.join(FIRST, 'model.json'), 'utf8')],
    );
    for (const drive of drivesOf(shape)) {
      const document =
        shape >= 3
          ? drive
          : Object.fromEntries(Object.entries(drive).filter(([field]) => !SINCE_3.includes(field)));
      await client.query('insert into drive (workshop_id, id, document) values ($1, $2, $3)', [
        workshopId,
        drive.id,
        JSON.stringify(document),
      ]);
    }
    for (const file of readdirSync(FIRST).filter((name) => name !== 'model.json')) {
      const text = readFileSync(path.join(FIRST, file), 'utf8');
      const read = readJobDocument(text);
      if (!read.ok) throw new Error(read.problem);
      const { job } = read;
      jobIds.push(job.id);
      const list = summarise(job);
      const values = [
        workshopId,
        job.id,
        job.number,
        job.seq,
        list.closed,
        list.promisedAt,
        JSON.stringify(list),
      ];
      await client.query(
        'insert into job (workshop_id, id, number, seq, closed, promised_at, summary) values ($1, $2, $3, $4, $5, $6, $7)',
        values,
      );
      // As it was drawn then, where there was such a column.
      if (shape >= 2)
        await client.query('update job set past_case = $2 where id = $1', [job.id, json(pastCaseOf(job))]);
      if (shape >= 3)
        await client.query('update job set fit_case = $2 where id = $1', [job.id, json(fitCaseOf(job))]);
      for (const one of (
        JSON.parse(text) as {
          events: {
            seq: number;
            at: string;
            commandId: string;
            by: { id: string; name: string };
            event: object;
          }[];
        }
      ).events)
        await client.query(
          `insert into job_event (workshop_id, job_id, seq, command_id, part, at, by_id, by_name, body) values ($1, $2, $3, $4, $5, $6, $7, $8, $9)`,
          [
            workshopId,
            job.id,
            one.seq,
            one.commandId,
            one.seq,
            one.at,
            one.by.id,
            one.by.name,
            JSON.stringify(one.event),
          ],
        );
    }
    await client.query('commit');
  });
  return { workshopId, jobIds };
}
const json = (value: unknown) => (value === null ? null : JSON.stringify(value));

describe('a database of every shape there ever was', () => {
  it.each(pendingMigrations(0).map(({ number, words }) => [number, words] as const))(
    'is brought up to date, and read: %d, %s',
    async (shape) => {
      const url = await emptyDatabase();
      await migrate(url, shape);
      expect(await schemaVersion(url)).toBe(shape);
      const { workshopId, jobIds } = await fill(url, shape);
      expect((await migrate(url)).length).toBe(NEWEST - shape);
      expect(await schemaVersion(url)).toBe(NEWEST);

      const database = openDatabase(await serverUrl(url));
      try {
        await drawUndrawn(database, pino({ level: 'silent' }));
        // Cases for diagnosis and fit are drawn as a job goes on: those of an older shape come with the next
        // one.
        const found = await checkRecord(database);
        expect(found.faults.filter((one) => !(shape < 3 && /its case for/.test(one)))).toEqual([]);
        expect(found.jobs).toBe(jobIds.length);
        const jobs = new JobService(database);
        for (const id of jobIds) expect((await jobs.get(workshopId, id)).id).toBe(id);
        const { rows } = await database.inWorkshop(workshopId, (tx) =>
          tx.query<{ document: object }>('select document from drive where workshop_id = current_workshop()'),
        );
        for (const { document } of rows) DriveSchema.parse(document);
        expect(rows.length).toBe(drivesOf(shape).length);
      } finally {
        await database.end();
      }
    },
    LONG_MS,
  );
});

describe('a database of a newer Petrichor', () => {
  it('is refused in words, and nothing of it is touched', async () => {
    const url = await emptyDatabase();
    await migrate(url);
    await connected(url, async (client) => {
      await client.query(
        'insert into schema_version (version, name, md5, run_at) values ($1, $2, null, now())',
        [NEWEST + 1, 'later'],
      );
      await client.query('revoke select on job from petrichor_app');
    });
    const refused = await migrate(url).catch((error: unknown) => error);
    expect(refused).toBeInstanceOf(NewerDatabase);
    expect((refused as Error).message).toMatch(/A newer Petrichor .* Start the newer one again, or restore/);
    const { rows } = await connected(url, (client) =>
      client.query("select has_table_privilege('petrichor_app', 'job', 'select') as may"),
    );
    expect(rows).toEqual([{ may: false }]);
  });
});

describe('a plain dump', () => {
  it('that was brought in where there are no roles gets its grants and policies back', async () => {
    const url = await emptyDatabase();
    await migrate(url);
    // What is left when every statement that named a role had failed.
    await connected(url, async (client) => {
      await client.query('drop owned by petrichor_app; drop owned by petrichor_door');
      await client.query('alter table job no force row level security');
    });
    await migrate(url);
    const { rows } = await connected(url, (client) =>
      client.query(
        `select has_table_privilege('petrichor_app', 'job_event', 'insert') as writes, has_table_privilege('petrichor_door', 'session', 'delete') as signs,
           (select relforcerowsecurity from pg_class where oid = 'job'::regclass) as forced, (select count(*)::int from pg_policies where policyname like 'door%') as doors`,
      ),
    );
    expect(rows).toEqual([{ writes: true, signs: true, forced: true, doors: 5 }]);
  });
});
