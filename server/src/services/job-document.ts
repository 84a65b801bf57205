import { sure } from '@petrichor/core/units';
import type { BringInJobReply } from '@petrichor/api';
import {
  evolve,
  fitCaseOf,
  pastCaseOf,
  summarise,
  type JobState,
  type RecordedEvent,
} from '@petrichor/core/job';
import { photosOf, type JobDocument } from '@petrichor/core/ledger';
import { randomUUID } from 'node:crypto';
import { Refused } from '../refused.js';
import type { Database } from '../store/database.js';
import { append, eventsAfter, lockJob, takeJobNumber } from '../store/jobs.js';
import { workshopName } from '../store/pricing.js';
import type { Documents } from './documents.js';
import { keepCustomer } from './follow-up.js';
import { drawLedger } from './ledger-draw.js';
import type { Acting } from './acting.js';
import type { PhotoStore } from './photos.js';

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i;
const NOBODY = '00000000-0000-4000-8000-000000000000';

/**
 * A whole job as one document, its photos in it, a piece at a time: sixty megabytes are never held, nor made
 * in one go. A photo whose file is gone is left out; the job still names it.
 */
export async function* exportJob(
  database: Database,
  photos: PhotoStore,
  { workshopId, at }: Acting,
  jobId: string,
): AsyncGenerator<string> {
  const { events, workshop } = await database.inWorkshop(workshopId, async (tx) => ({
    events: await eventsAfter(tx, jobId, 0),
    workshop: await workshopName(tx),
  }));
  if (events.length === 0)
    throw new Refused(404, 'no-job', 'There is no such job in this workshop. Go back to the Bench.');
  const head = { format: 'petrichor-job', workshop, exportedAt: at.toISOString(), events } satisfies Omit<
    JobDocument,
    'photos'
  >;
  yield `${JSON.stringify(head).slice(0, -1)},"photos":[`;
  let comma = '';
  for (const hash of photosOf(events)) {
    const photo = await photos.read(workshopId, hash).catch(() => null);
    if (!photo) continue;
    yield `${comma}${JSON.stringify({ hash, jpegBase64: photo.toString('base64') })}`;
    comma = ',';
  }
  yield ']}';
}

/**
 * Brings a job's document in: every event as it was, under this workshop's next number, and one more that
 * says where it comes from. All of it or nothing; a job that is here already is refused. What it held of
 * another shelf is not taken from this one.
 */
export async function bringInJob(
  database: Database,
  photos: PhotoStore,
  documents: Documents,
  acting: Acting,
  bytes: Uint8Array<ArrayBuffer>,
): Promise<BringInJobReply> {
  const read = await documents.job(bytes);
  if (!read.ok) throw new Refused(400, 'not-readable', read.problem);
  const { document, job: told } = read;
  if (!UUID.test(told.id))
    throw new Refused(400, 'not-readable', 'The job in that document has no proper id.');
  for (const { hash, bytes: photo } of read.photos) {
    const kept = await photos.keep(acting, Buffer.from(photo));
    if (kept.hash !== hash)
      throw new Refused(
        400,
        'other-photo',
        'A photo in that document is not the one that it is named as. Export the job again.',
      );
  }
  return database.inWorkshop(acting.workshopId, async (tx) => {
    if ((await lockJob(tx, told.id)) !== null)
      throw new Refused(409, 'here-already', `That job is here already: find ${told.serial} in the Ledger.`);
    const number = await takeJobNumber(tx);
    const commands = new Map<string, string>();
    const events = document.events.map((one): RecordedEvent => {
      // Ids of commands have to be this workshop's own; events of one command stay together.
      const commandId = commands.get(one.commandId) ?? randomUUID();
      commands.set(one.commandId, commandId);
      const by = UUID.test(one.by.id) ? one.by : { id: NOBODY, name: one.by.name };
      return {
        ...one,
        by,
        commandId,
        event: one.event.type === 'job-opened' ? { ...one.event, number } : one.event,
      };
    });
    const last: RecordedEvent = {
      seq: events.length + 1,
      at: acting.at.toISOString(),
      by: acting.by,
      commandId: randomUUID(),
      event: { type: 'brought-in', fromWorkshop: document.workshop, oldNumber: told.number },
    };
    const all = [...events, last];
    const job = sure(all.reduce<JobState | null>(evolve, null));
    await append(tx, summarise(job), { pastCase: pastCaseOf(job), fitCase: fitCaseOf(job) }, all, null);
    await drawLedger(tx, null, job);
    await keepCustomer(tx, acting, job);
    return { jobId: job.id, number };
  });
}
