import { sure } from '@petrichor/core/units';
import type { FiguresReply, LedgerQuery, LedgerReply } from '@petrichor/api';
import {
  askedFor,
  LEAST_NEAR,
  ledgerCells,
  LEDGER_COLUMNS,
  oneErrorAway,
  wholeSerial,
  type Asked,
  type LedgerRow,
} from '@petrichor/core/ledger';
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
  rowsAfter,
  rowsOf,
  wordsAmong,
  wordsBeginning,
  type LedgerFilter,
} from '../store/ledger.js';
import { workshopName } from '../store/pricing.js';

/** What a spreadsheet would run; the library's own pattern misses a cell that has a line break further on. */
const FORMULA = /^[=+\-@\t\r]/;

/** Rows of one page. */
const PAGE = 50;
/** A typed word stands for at most so many: the beginning of a serial may be that of thousands. */
const MOST_MEANT = 30;
/**
 * A serial written in groups is first looked for whole with an error in it, then group by group; a shorter
 * one not.
 */
const LEAST_WHOLE_NEAR = 8;
/**
 * So many jobs are looked at first, then the rest of what a page looks at: beyond it one turns the page or
 * types more.
 */
const FIRST_STEP = 64;
const MOST_WALKED = 384;
/** Jobs of one machine or drive. */
const MOST_HISTORY = 500;
/** Jobs whose figures are worked out at once. */
const MOST_FINISHED = 5000;
const MOST_PROMISES = 2000;
/** Rows that are read at a time for a file. */
const PIECE = 1000;
const FIRST_PAGE = 2_147_483_647;

/** What a typed word stands for. */
interface Meant {
  readonly typed: string;
  readonly words: readonly string[];
  /** Not as typed: one sign was different. */
  readonly instead: boolean;
  /** More words begin so than are looked at. */
  readonly cut: boolean;
}

/**
 * Jobs that have all that was typed, the newest first. Every step is a short walk along an index, however
 * many jobs there are.
 */
export const searchLedger = (
  database: Database,
  workshopId: string,
  query: LedgerQuery,
): Promise<LedgerReply> =>
  database.inWorkshop(workshopId, async (tx) => {
    const filter = filterOf(query);
    const asked = askedFor(query.find);
    if (asked.length === 0) {
      const rows = await rowsAfter(tx, query.before === FIRST_PAGE ? null : query.before, filter, PAGE + 1);
      const shown = rows.slice(0, PAGE);
      return {
        rows: shown,
        instead: {},
        cut: [],
        next: rows.length > PAGE ? sure(shown.at(-1)).number : null,
      };
    }
    const asTyped = (await oneByOne(asked, (one) => meaning(tx, one, false))).flat();
    const first = await walk(tx, asTyped, query.before, filter);
    // On a further page the same question is asked in the same way as on the first.
    const finds = async (): Promise<boolean> => {
      const newest = query.before === FIRST_PAGE ? first : await walk(tx, asTyped, FIRST_PAGE, filter);
      return newest.rows.length > 0 || newest.next !== null;
    };
    if (first.rows.length > 0 || (await finds())) return { ...first, ...sayMeant(asTyped) };
    // Nothing has all of it as typed: perhaps one word is right by chance.
    const loosely = (await oneByOne(asked, (one) => meaning(tx, one, true))).flat();
    return { ...(await walk(tx, loosely, query.before, filter)), ...sayMeant(loosely) };
  });

/** A number in groups is meant as a whole where there is such a one, else each of its groups by itself. */
async function meaning(tx: WorkshopTx, { typed, joined, words }: Asked, loosely: boolean): Promise<Meant[]> {
  if (joined !== null) {
    const one = await meant(tx, joined, loosely, LEAST_WHOLE_NEAR);
    if (one.words.length > 0) return [{ ...one, typed }];
  }
  return oneByOne(words, (word) => meant(tx, word, loosely, LEAST_NEAR));
}

/**
 * The words that a typed one may stand for: it, what begins so, and where there is nothing of that (or
 * `loosely`) what is one error away.
 */
async function meant(tx: WorkshopTx, typed: string, loosely: boolean, leastNear: number): Promise<Meant> {
  // Words with a digit in them are kept with their look-alikes as one sign; what was typed of one may have no
  // digit yet.
  const spelt = [...new Set([typed, wholeSerial(typed)])];
  const found = (await oneByOne(spelt, (word) => wordsBeginning(tx, word, MOST_MEANT + 1))).flat();
  const beginning = {
    typed,
    words: found.slice(0, MOST_MEANT),
    instead: false,
    cut: found.length > MOST_MEANT,
  };
  if ((found.length > 0 && !loosely) || typed.length < leastNear) return beginning;
  const near = (await wordsAmong(tx, oneErrorAway(typed))).slice(0, MOST_MEANT);
  return { ...beginning, words: [...new Set([...beginning.words, ...near])], instead: found.length === 0 };
}

/**
 * A page of jobs that have one word of each. The word that the fewest jobs seem to have leads; the others are
 * looked up for its jobs.
 */
async function walk(
  tx: WorkshopTx,
  all: readonly Meant[],
  before: number,
  filter: LedgerFilter,
): Promise<Pick<LedgerReply, 'rows' | 'next'>> {
  if (all.some((one) => one.words.length === 0)) return { rows: [], next: null };
  const heads = await oneByOne(all, async ({ words }) => ({
    words,
    numbers: await jobsWithWords(tx, words, before, FIRST_STEP),
  }));
  // As many jobs of a rare word reach further back.
  const depth = (numbers: readonly number[]): number =>
    numbers.length < FIRST_STEP ? numbers.length - FIRST_STEP : sure(numbers.at(-1));
  const [lead, ...others] = heads.toSorted((one, other) => depth(one.numbers) - depth(other.numbers));
  const rows: LedgerRow[] = [];
  let { numbers } = sure(lead);
  for (let step = FIRST_STEP, walked = 0; ;) {
    let left = numbers;
    for (const { words } of others) if (left.length > 0) left = await alsoWith(tx, left, words);
    if (left.length > 0) rows.push(...(await rowsOf(tx, left, filter, PAGE + 1 - rows.length)));
    if (rows.length > PAGE) return { rows: rows.slice(0, PAGE), next: sure(rows[PAGE - 1]).number };
    if (numbers.length < step) return { rows, next: null };
    const lowest = sure(numbers.at(-1));
    walked += numbers.length;
    if (walked >= MOST_WALKED) return { rows, next: lowest };
    step = MOST_WALKED - walked;
    numbers = await jobsWithWords(tx, sure(lead).words, lowest, step);
  }
}

const sayMeant = (all: readonly Meant[]): Pick<LedgerReply, 'instead' | 'cut'> => ({
  instead: Object.fromEntries(
    all.filter((one) => one.instead && one.words.length > 0).map((one) => [one.typed, one.words.slice(0, 5)]),
  ),
  cut: all.filter((one) => one.cut).map((one) => one.typed),
});

const filterOf = ({ state, modelId, from, to, comebacks }: LedgerQuery): LedgerFilter => ({
  state,
  modelId: modelId ?? null,
  from: from ?? null,
  to: to ?? null,
  comebacks,
});

/** Every job of a machine or of a drive, by its serial, the newest first. */
export const historyOf = (database: Database, workshopId: string, serial: string): Promise<LedgerRow[]> =>
  database.inWorkshop(workshopId, (tx) => historyIn(tx, serial, MOST_HISTORY));

async function historyIn(tx: WorkshopTx, serial: string, most: number): Promise<LedgerRow[]> {
  const word = wholeSerial(serial);
  const numbers = await jobsWithWords(tx, [word], FIRST_PAGE, most);
  const rows = await rowsOf(
    tx,
    numbers,
    { state: 'all', modelId: null, from: null, to: null, comebacks: false },
    most,
  );
  return rows.filter((row) =>
    [row.serial, row.newSerial, row.oldSerial].some((one) => one !== '' && wholeSerial(one) === word),
  );
}

/** Of the jobs with a serial as many are looked at for the last one of the machine. */
const MOST_VISITS = 20;

/** The last finished job of one machine of one model; null: it was never here. */
export async function lastJobOf(
  tx: WorkshopTx,
  { serial, modelId }: { readonly serial: string; readonly modelId: string },
): Promise<string | null> {
  const rows = await historyIn(tx, serial, MOST_VISITS);
  const own = rows.find(
    (row) =>
      row.closedAt !== null && row.modelId === modelId && wholeSerial(row.serial) === wholeSerial(serial),
  );
  return own?.id ?? null;
}

export const figuresBehind = (
  database: Database,
  workshopId: string,
  from: string,
  to: string,
): Promise<FiguresReply> =>
  database.inWorkshop(workshopId, async (tx) => {
    const finished = await finishedJobs(tx, from, to, MOST_FINISHED + 1);
    return { finished: finished.slice(0, MOST_FINISHED), more: finished.length > MOST_FINISHED };
  });

export async function jobOfNumber(database: Database, workshopId: string, number: number): Promise<string> {
  const jobId = await database.inWorkshop(workshopId, (tx) => jobByNumber(tx, number));
  if (!jobId)
    throw new Refused(
      404,
      'no-job',
      `There is no job ${number} in this workshop. Look at the tag again, or find it in the Ledger.`,
    );
  return jobId;
}

/**
 * What the Ledger finds and filters, whole and piece by piece, so that a million jobs need no more memory
 * than a page.
 */
export async function* exportLedger(
  database: Database,
  workshopId: string,
  query: LedgerQuery,
  as: 'csv' | 'jsonl',
): AsyncGenerator<string, void, void> {
  const csv = (rows: readonly string[][]): string =>
    `${Papa.unparse(rows as string[][], { newline: '\r\n', escapeFormulae: FORMULA })}\r\n`;
  if (as === 'csv') yield csv([[...LEDGER_COLUMNS]]);
  for await (const rows of query.find.trim() === ''
    ? filtered(database, workshopId, filterOf(query))
    : pagesOf(database, workshopId, query))
    if (rows.length > 0)
      yield as === 'csv'
        ? csv(rows.map(ledgerCells))
        : rows.map((row) => `${JSON.stringify(row)}\n`).join('');
}

async function* filtered(
  database: Database,
  workshopId: string,
  filter: LedgerFilter,
): AsyncGenerator<readonly LedgerRow[], void, void> {
  let after: number | null = null;
  for (let more = true; more;) {
    const last: number | null = after;
    const rows: LedgerRow[] = await database.inWorkshop(workshopId, (tx) =>
      rowsAfter(tx, last, filter, PIECE),
    );
    yield rows;
    more = rows.length === PIECE;
    after = rows.at(-1)?.number ?? null;
  }
}

async function* pagesOf(
  database: Database,
  workshopId: string,
  query: LedgerQuery,
): AsyncGenerator<readonly LedgerRow[], void, void> {
  for (let before: number | null = query.before; before !== null;) {
    const { rows, next }: LedgerReply = await searchLedger(database, workshopId, { ...query, before });
    yield rows;
    before = next;
  }
}

/**
 * What is promised, as a calendar (RFC 5545). An event is half an hour; it names the machine, not what is on
 * it.
 */
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
