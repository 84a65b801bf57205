import type { FiguresReply, LedgerQuery, LedgerReply } from '@petrichor/api';
import { isNear, LEAST_NEAR, ledgerCells, LEDGER_COLUMNS, queryWords, rightParts, wholeSerial, type LedgerRow } from '@petrichor/core';
import ical from 'ical-generator';
import Papa from 'papaparse';
import { Refused } from '../refused.js';
import { oneByOne, type Database, type WorkshopTx } from '../store/database.js';
import {
  alsoWith,
  finishedJobs,
  jobByNumber,
  jobsWithWords,
  promises,
  rowsBelow,
  rowsOf,
  wordsBeginning,
  wordsSharing,
  type LedgerFilter,
} from '../store/ledger.js';
import { workshopName } from '../store/pricing.js';

/** Rows of one page. */
const PAGE = 50;
/** A typed word stands for at most so many: the beginning of a serial may be that of thousands. */
const MOST_MEANT = 30;
/** Of the words that share a beginning or an end so many are looked at, a part. */
const MOST_SHARING = 300;
/** Jobs of the rarest word that are looked through for the others: beyond it one is told to type more. */
const MOST_WALKED = 2000;
/** Jobs whose figures are worked out at once. */
const MOST_FINISHED = 5000;
const MOST_PROMISES = 2000;
const FIRST_PAGE = 2_147_483_647;

interface Meant {
  readonly typed: string;
  readonly words: readonly string[];
  /** Not as typed: one sign was different. */
  readonly instead: boolean;
}

/** Jobs that have every typed word, the newest first. Every step is a short walk along an index, however many jobs there are. */
export const searchLedger = (database: Database, workshopId: string, query: LedgerQuery): Promise<LedgerReply> =>
  database.inWorkshop(workshopId, async (tx) => {
    const filter = filterOf(query);
    const typed = queryWords(query.find);
    if (typed.length === 0) {
      const rows = await rowsBelow(tx, query.before, filter, PAGE + 1);
      return page(rows, {}, rows.length > PAGE);
    }
    const asTyped = await oneByOne(typed, (word) => meant(tx, word, false));
    const first = await walk(tx, asTyped, query.before, filter);
    const further = first.rows.length === 0 && query.before !== FIRST_PAGE;
    // On a further page the same question is asked in the same way as on the first.
    const typedFinds = first.rows.length > 0 || (further && (await walk(tx, asTyped, FIRST_PAGE, filter)).rows.length > 0);
    if (typedFinds) return page(first.rows, insteadOf(asTyped), first.more);
    // Nothing has all of it as typed: perhaps one word is right by chance.
    const loosely = await oneByOne(typed, (word) => meant(tx, word, true));
    const second = await walk(tx, loosely, query.before, filter);
    return page(second.rows, insteadOf(loosely), second.more);
  });

/** The words that a typed one may stand for: it, what begins so, and where there is nothing of that (or `loosely`) what is one edit away. */
async function meant(tx: WorkshopTx, typed: string, loosely: boolean): Promise<Meant> {
  const beginning = await wordsBeginning(tx, typed, MOST_MEANT);
  if ((beginning.length > 0 && !loosely) || typed.length < LEAST_NEAR) return { typed, words: beginning, instead: false };
  const sharing = await wordsSharing(tx, rightParts(typed), MOST_SHARING);
  const near = sharing.filter((word) => isNear(typed, word)).slice(0, MOST_MEANT);
  return { typed, words: [...new Set([...beginning, ...near])], instead: beginning.length === 0 };
}

async function walk(
  tx: WorkshopTx,
  all: readonly Meant[],
  before: number,
  filter: LedgerFilter,
): Promise<{ rows: LedgerRow[]; more: boolean }> {
  if (all.some((one) => one.words.length === 0)) return { rows: [], more: false };
  const lists = await oneByOne(all, ({ words }) => jobsWithWords(tx, words, before, MOST_WALKED));
  const rarest = lists.reduce((least, list) => (list.length < least.length ? list : least));
  let numbers = rarest;
  for (const [at, { words }] of all.entries()) if (lists[at] !== rarest && numbers.length > 0) numbers = await alsoWith(tx, numbers, words);
  const rows = await rowsOf(tx, numbers, filter, PAGE + 1);
  return { rows, more: rows.length > PAGE || rarest.length === MOST_WALKED };
}

const page = (rows: readonly LedgerRow[], instead: LedgerReply['instead'], more: boolean): LedgerReply => {
  const shown = rows.slice(0, PAGE);
  return { rows: shown, instead, next: more && shown.length > 0 ? shown.at(-1)!.number : null };
};

const insteadOf = (all: readonly Meant[]): LedgerReply['instead'] =>
  Object.fromEntries(all.filter((one) => one.instead && one.words.length > 0).map((one) => [one.typed, one.words.slice(0, 5)]));

const filterOf = ({ state, modelId, from, to, comebacks }: LedgerQuery): LedgerFilter => ({
  state,
  modelId: modelId ?? null,
  from: from ?? null,
  to: to ?? null,
  comebacks,
});

/** Every job of a machine or of a drive, by its serial, the newest first. */
export const historyOf = (database: Database, workshopId: string, serial: string): Promise<LedgerRow[]> =>
  database.inWorkshop(workshopId, async (tx) => {
    const word = wholeSerial(serial);
    const numbers = await jobsWithWords(tx, [word], FIRST_PAGE, MOST_WALKED);
    const rows = await rowsOf(tx, numbers, { state: 'all', modelId: null, from: null, to: null, comebacks: false }, MOST_WALKED);
    return rows.filter((row) => [row.serial, row.newSerial, row.oldSerial].some((one) => one !== '' && wholeSerial(one) === word));
  });

export const figuresBehind = (database: Database, workshopId: string, from: string, to: string): Promise<FiguresReply> =>
  database.inWorkshop(workshopId, async (tx) => {
    const finished = await finishedJobs(tx, from, to, MOST_FINISHED + 1);
    return { finished: finished.slice(0, MOST_FINISHED), more: finished.length > MOST_FINISHED };
  });

export async function jobOfNumber(database: Database, workshopId: string, number: number): Promise<string> {
  const jobId = await database.inWorkshop(workshopId, (tx) => jobByNumber(tx, number));
  if (!jobId)
    throw new Refused(404, 'no-job', `There is no job ${number} in this workshop. Look at the tag again, or find it in the Ledger.`);
  return jobId;
}

/** The whole Ledger, filtered, piece by piece, so that a million jobs need no more memory than a page. */
export async function* exportLedger(
  database: Database,
  workshopId: string,
  query: LedgerQuery,
  as: 'csv' | 'jsonl',
): AsyncGenerator<string, void, void> {
  const filter = filterOf(query);
  const csv = (rows: readonly string[][]): string => `${Papa.unparse(rows as string[][], { newline: '\r\n', escapeFormulae: true })}\r\n`;
  if (as === 'csv') yield csv([[...LEDGER_COLUMNS]]);
  for (let before: number | null = FIRST_PAGE; before !== null;) {
    const below: number = before;
    const rows = await database.inWorkshop(workshopId, (tx) => rowsBelow(tx, below, filter, 1000));
    if (rows.length > 0) yield as === 'csv' ? csv(rows.map(ledgerCells)) : rows.map((row) => `${JSON.stringify(row)}\n`).join('');
    before = rows.length === 1000 ? rows.at(-1)!.number : null;
  }
}

/** What is promised, as a calendar (RFC 5545). An event is half an hour; it names the machine, not what is on it. */
export const promiseCalendar = (database: Database, workshopId: string, origin: string): Promise<string> =>
  database.inWorkshop(workshopId, async (tx) => {
    const calendar = ical({
      name: `Promises, ${await workshopName(tx)}`,
      prodId: { company: 'Petrichor', product: 'Promises', language: 'EN' },
    });
    for (const one of await promises(tx, MOST_PROMISES)) {
      const start = new Date(one.promisedAt);
      calendar.createEvent({
        id: `${one.id}@petrichor`,
        start,
        end: new Date(start.getTime() + 1_800_000),
        stamp: start,
        summary: `${one.number} ${one.modelName}, ${one.customer}`,
        description: one.waitsFor,
        url: `${origin}/jobs/${one.id}`,
      });
    }
    return calendar.toString();
  });
