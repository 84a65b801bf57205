import { readFileSync } from 'node:fs';
import path from 'node:path';
import { gunzipSync } from 'node:zlib';
import { readJobDocument } from '@petrichor/core/ledger';
import { pino } from 'pino';
import { migrate, serverUrl } from './migrate.js';
import { exportJob } from './services/job-document.js';
import { JobService } from './services/jobs.js';
import { drawUndrawn } from './services/ledger-draw.js';
import { PhotoStore } from './services/photos.js';
import { checkRecord } from './services/record-check.js';
import { openDatabase } from './store/database.js';
import { connected, dropDatabases, emptyDatabase } from './testing/empty-database.js';

const LONG_MS = 60_000;
/**
 * The demo's database as `pg_dump --inserts` wrote it on a day, owners and grants left out. Never made anew:
 * a later day's is another file.
 */
const DUMPS = [{ file: 'second-begun.sql.gz', jobs: 31, events: 783 }];

afterAll(dropDatabases, LONG_MS);

describe('a database that an earlier Petrichor worked with', () => {
  it.each(DUMPS)(
    'is opened, job by job: $file',
    async ({ file, jobs: count, events: eventCount }) => {
      // The dump names the roles, which the whole cluster has once anything was brought up to date on it.
      await migrate(await emptyDatabase());
      const url = await emptyDatabase();
      const dump = gunzipSync(
        readFileSync(path.join(import.meta.dirname, 'testing/editions', file)),
      ).toString();
      await connected(url, (client) => client.query(dump));
      await migrate(url);
      const database = openDatabase(await serverUrl(url));
      try {
        await drawUndrawn(database, pino({ level: 'silent' }));
        const found = await checkRecord(database);
        expect(found.faults).toEqual([]);
        expect([found.jobs, found.events]).toEqual([count, eventCount]);

        const jobs = new JobService(database);
        const photos = new PhotoStore(database, null);
        const { rows } = await connected(url, (client) =>
          client.query<{ workshopId: string; id: string }>(
            'select workshop_id as "workshopId", id from job order by number',
          ),
        );
        for (const { workshopId, id } of rows) {
          const job = await jobs.get(workshopId, id);
          const acting = { workshopId, by: job.openedBy, roles: ['lead'] as const, at: new Date() };
          let text = '';
          for await (const piece of exportJob(database, photos, acting, id)) text += piece;
          const read = readJobDocument(text);
          expect(read.ok && read.job).toEqual(job);
        }
      } finally {
        await database.end();
      }
    },
    LONG_MS,
  );
});
