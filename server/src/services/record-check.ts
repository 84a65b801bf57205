import { sure } from '@petrichor/core/units';
import { createHash } from 'node:crypto';
import {
  fitCaseOf,
  pastCaseOf,
  replay,
  summarise,
  type JobState,
  type RecordedEvent,
} from '@petrichor/core/job';
import { ledgerWords } from '@petrichor/core/ledger';
import { applyMove, EMPTY, type Level, type StockMove } from '@petrichor/core/shelf';
import { stringify } from 'safe-stable-stringify';
import { oneByOne, type Database, type WorkshopTx } from '../store/database.js';
import {
  countsOf,
  eventsOf,
  isTaughtWhole,
  jobsAfter,
  movedItems,
  photoHashes,
  wordSums,
  workshopIds,
  type RecordCounts,
  type StoredJob,
} from '../store/record-check.js';
import { drawn } from './ledger-draw.js';

/** What a check of the whole record found. */
export interface RecordCheck extends RecordCounts {
  readonly workshops: number;
  /** Sentences, the first of them; none: everything is as the events say. */
  readonly faults: readonly string[];
  readonly faultCount: number;
}

/** So many jobs are read at once. */
const BATCH = 100;
const MOST_TOLD = 40;
const NO_ID = '00000000-0000-0000-0000-000000000000';
/** More than any shelf holds: what lay there before the first move that is kept. */
const PLENTY = 1_000_000_000;

export async function countRecord(database: Database): Promise<RecordCounts> {
  const ids = await workshopIds(database.pool);
  return sum(await oneByOne(ids, (id) => database.inWorkshop(id, countsOf)));
}

/**
 * Replays every job of every workshop, and compares what the database keeps beside the events with what the
 * events say; looks at every photo by its content. It changes nothing, and reads a batch at a time.
 *
 * @param photo the bytes of a photo by its hash, null where there is no file; without it photos are not
 *   looked at
 */
export async function checkRecord(
  database: Database,
  photo?: (hash: string) => Promise<Buffer | null>,
): Promise<RecordCheck> {
  const faults: string[] = [];
  let faultCount = 0;
  const tell = (sentence: string): void => {
    faultCount++;
    if (faults.length < MOST_TOLD) faults.push(sentence);
  };
  const ids = await workshopIds(database.pool);
  const counts = await oneByOne(ids, async (workshopId) => {
    const words = await database.inWorkshop(workshopId, wordSums);
    for (let after: string | null = NO_ID; after !== null;)
      after = await database.inWorkshop(workshopId, (tx) => checkJobs(tx, sure(after), words, tell));
    for (const item of await database.inWorkshop(workshopId, movedItems)) {
      const said = stockFault(item.level, item.moves);
      if (said) tell(`The ${item.kind} ${item.id}: ${said}`);
    }
    if (!(await database.inWorkshop(workshopId, isTaughtWhole)))
      tell('What is counted of finished jobs is not what they teach.');
    if (photo)
      for (const { hash } of await database.inWorkshop(workshopId, photoHashes)) {
        const bytes = await photo(hash);
        if (bytes === null) tell(`The photo ${hash} is missing.`);
        else if (createHash('sha256').update(bytes).digest('hex') !== hash)
          tell(`The photo ${hash} is not what was kept.`);
      }
    return database.inWorkshop(workshopId, countsOf);
  });
  return { workshops: ids.length, ...sum(counts), faults, faultCount };
}

/** Checks one batch; the id it went to, null: that were all. */
async function checkJobs(
  tx: WorkshopTx,
  after: string,
  words: ReadonlyMap<number, { count: number; sum: number }>,
  tell: (sentence: string) => void,
): Promise<string | null> {
  const jobs = await jobsAfter(tx, after, BATCH);
  const events = await eventsOf(
    tx,
    jobs.map(({ id }) => id),
  );
  for (const job of jobs)
    for (const what of jobFaults(job, events.get(job.id) ?? [], words.get(job.number)))
      tell(`Job ${job.number}: ${what}`);
  return jobs.length < BATCH ? null : sure(jobs.at(-1)).id;
}

/** What is not so of a job, as ends of sentences. */
export function jobFaults(
  stored: StoredJob,
  events: readonly RecordedEvent[],
  words: { readonly count: number; readonly sum: number } | undefined,
): string[] {
  const gap = events.findIndex(({ seq }, index) => seq !== index + 1);
  if (events.length === 0) return ['it has no events.'];
  if (gap >= 0) return [`event ${gap + 1} is missing.`];
  if (events.length !== stored.seq)
    return [`its row counts ${stored.seq} events; there are ${events.length}.`];
  let job: JobState | null;
  try {
    job = replay(events);
  } catch (error) {
    return [`it cannot be replayed: ${(error as Error).message}`];
  }
  if (!job) return ['it cannot be replayed.'];
  const summary = summarise(job);
  const is = drawn(job);
  const pairs: [string, unknown, unknown][] = [
    ['number', stored.number, job.number],
    ['row on the Bench', stored.summary, summary],
    ['state', stored.closed, summary.closed],
    ['promise', stored.promisedAt.getTime(), new Date(summary.promisedAt).getTime()],
    ['case for diagnosis', stored.pastCase, pastCaseOf(job)],
    ['case for fit', stored.fitCase, fitCaseOf(job)],
  ];
  // What is not drawn yet is drawn at the next start.
  if (stored.ledger !== null)
    pairs.push(
      ['row in the Ledger', stored.ledger, is.row],
      ['figures', stored.finished, is.finished],
      ['cases of parts', stored.companionCases, is.companionCases.length > 0 ? is.companionCases : null],
    );
  const wrong = pairs
    .filter(([, kept, said]) => !isSame(kept, said))
    .map(([what]) => `its ${what} is not what its events say.`);
  if (stored.ledger !== null && !isSame(words ?? { count: 0, sum: 0 }, sumOf(ledgerWords(job))))
    wrong.push('the words it is found by are not those of its events.');
  return wrong;
}

/** As they look once they have been through JSON, whatever the order of the keys. */
const isSame = (a: unknown, b: unknown): boolean => plain(a) === plain(b);
const plain = (value: unknown): string => stringify(JSON.parse(JSON.stringify(value ?? null))) ?? 'null';

function sumOf(words: readonly string[]): { count: number; sum: number } {
  const all = [...new Set(words)];
  return {
    count: all.length,
    sum: all.reduce((sum, word) => sum + createHash('md5').update(word).digest().readUInt32BE(0), 0),
  };
}

/**
 * What the shelf's level is that its moves do not make, or null. What lay there before the first move is not
 * kept.
 */
export function stockFault(level: Level | null, moves: readonly StockMove[]): string | null {
  let now: Level = { ...EMPTY, onShelf: PLENTY };
  for (const move of moves) {
    const moved = applyMove(now, move);
    if (!moved.ok) return `its moves cannot have been: ${moved.sentence}`;
    now = moved.level;
  }
  if (!level) return 'it moved, and no level is kept.';
  const counted = moves.some(({ kind }) => kind === 'counted');
  const before = level.onShelf - (now.onShelf - PLENTY);
  const expected = counted ? now : { ...now, onShelf: level.onShelf };
  return isSame(level, expected) && (counted || before >= 0) ? null : 'its level is not what its moves make.';
}

const sum = (all: readonly RecordCounts[]): RecordCounts =>
  all.reduce(
    (one, other) => ({
      jobs: one.jobs + other.jobs,
      events: one.events + other.events,
      moves: one.moves + other.moves,
      photos: one.photos + other.photos,
      guideVersions: one.guideVersions + other.guideVersions,
      accounts: one.accounts + other.accounts,
    }),
    { jobs: 0, events: 0, moves: 0, photos: 0, guideVersions: 0, accounts: 0 },
  );
