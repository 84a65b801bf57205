import type { CompanionCase } from '@petrichor/core/job';
import type { Finished, LedgerRow } from '@petrichor/core/ledger';
import type { WorkshopTx } from './database.js';

/** What is drawn of a job for the Ledger. */
export interface Drawn {
  readonly row: LedgerRow;
  readonly finished: Finished | null;
  readonly companionCases: readonly CompanionCase[];
}

/** Writes a job's row of the Ledger, and which words it is found by. */
export async function putLedger(
  tx: WorkshopTx,
  { row, finished, companionCases }: Drawn,
  words: { readonly added: readonly string[]; readonly gone: readonly string[] },
): Promise<void> {
  await tx.query({
    name: 'put-ledger',
    text: `update job set ledger = $2, finished = $3, companion_cases = $4, closed_at = $5, customer_id = $6,
        model_id = $7, opened_at = $8, comeback = $9
      where workshop_id = current_workshop() and id = $1`,
    values: [
      row.id,
      JSON.stringify(row),
      finished && JSON.stringify(finished),
      companionCases.length > 0 ? JSON.stringify(companionCases) : null,
      row.closedAt,
      row.customerId,
      row.modelId,
      row.openedAt,
      row.comebackOf !== null,
    ],
  });
  if (words.gone.length > 0)
    await tx.query(
      'delete from ledger_word where workshop_id = current_workshop() and number = $1 and word = any($2)',
      [row.number, words.gone],
    );
  if (words.added.length === 0) return;
  await tx.query(
    `with given as (select word from unnest($2::text[]) as w(word)),
       terms as (
         insert into ledger_term (workshop_id, word) select current_workshop(), word from given on conflict do nothing
       )
     insert into ledger_word (workshop_id, word, number) select current_workshop(), word, $1 from given on conflict do nothing`,
    [row.number, words.added],
  );
}

/** Words that begin so, the word itself first. */
export async function wordsBeginning(tx: WorkshopTx, word: string, most: number): Promise<string[]> {
  const { rows } = await tx.query<{ word: string }>({
    name: 'words-beginning',
    text: `select word from ledger_term where workshop_id = current_workshop() and word >= $1 and word < $2 order by word limit $3`,
    values: [word, `${word}\u{10ffff}`, most],
  });
  return rows.map((row) => row.word);
}

/** Of these words the ones that some job has. */
export async function wordsAmong(tx: WorkshopTx, words: readonly string[]): Promise<string[]> {
  const { rows } = await tx.query<{ word: string }>({
    name: 'words-among',
    text: 'select word from ledger_term where workshop_id = current_workshop() and word = any($1)',
    values: [words],
  });
  return rows.map((row) => row.word);
}

/** Numbers of jobs that have the word, the newest first, at most so many, below `before`. */
export async function jobsWithWords(
  tx: WorkshopTx,
  words: readonly string[],
  before: number,
  most: number,
): Promise<number[]> {
  // Each word is one short walk along the index; their union is small, whatever the size of the table.
  const { rows } = await tx.query<{ number: number }>({
    name: 'jobs-with-words',
    text: `select distinct found.number from unnest($1::text[]) as asked(word), lateral (
        select number from ledger_word where workshop_id = current_workshop() and word = asked.word and number < $2 order by number desc limit $3
      ) as found order by found.number desc limit $3`,
    values: [words, before, most],
  });
  return rows.map((row) => row.number);
}

/** Of these jobs the ones that have one of the words. */
export async function alsoWith(
  tx: WorkshopTx,
  numbers: readonly number[],
  words: readonly string[],
): Promise<number[]> {
  // The limit makes each job one look into the index; without it all jobs of a common word may be read to
  // join them.
  const { rows } = await tx.query<{ number: number }>({
    name: 'also-with',
    text: `select asked.number from unnest($1::int[]) as asked(number), lateral (
        select 1 from ledger_word where workshop_id = current_workshop() and word = any($2) and number = asked.number limit 1
      ) as found order by asked.number desc`,
    values: [numbers, words],
  });
  return rows.map((row) => row.number);
}

export interface LedgerFilter {
  readonly state: 'all' | 'open' | 'closed';
  readonly modelId: string | null;
  /** Taken in on or after, before. */
  readonly from: string | null;
  readonly to: string | null;
  readonly comebacks: boolean;
}

const FILTER = `($3 = 'all' or closed = ($3 = 'closed')) and ($4::text is null or model_id = $4)
  and ($5::timestamptz is null or opened_at >= $5) and ($6::timestamptz is null or opened_at < $6) and (not $7 or comeback)`;
const filterValues = ({ state, modelId, from, to, comebacks }: LedgerFilter) => [
  state,
  modelId,
  from,
  to,
  comebacks,
];

/** Rows of these jobs that pass the filter, the newest number first. */
export async function rowsOf(
  tx: WorkshopTx,
  numbers: readonly number[],
  filter: LedgerFilter,
  most: number,
): Promise<LedgerRow[]> {
  const { rows } = await tx.query<{ ledger: LedgerRow }>({
    name: 'ledger-rows-of',
    text: `select ledger from job where workshop_id = current_workshop() and number = any($1) and ledger is not null and ${FILTER}
      order by number desc limit $2`,
    values: [numbers, most, ...filterValues(filter)],
  });
  return rows.map((row) => row.ledger);
}

/** Rows that pass the filter, those taken in last first; after the job of number `after`, if one is given. */
export async function rowsAfter(
  tx: WorkshopTx,
  after: number | null,
  filter: LedgerFilter,
  most: number,
): Promise<LedgerRow[]> {
  // Without a name: planned for these very values, so that what is not asked for is not in the way of an
  // index.
  const { rows } = await tx.query<{ ledger: LedgerRow }>(
    `select ledger from job where workshop_id = current_workshop() and ledger is not null and ${FILTER}
       and ($1::int is null or (opened_at, number) < (select opened_at, number from job where workshop_id = current_workshop() and number = $1))
     order by opened_at desc, number desc limit $2`,
    [after, most, ...filterValues(filter)],
  );
  return rows.map((row) => row.ledger);
}

/** What finished jobs say, the latest first. */
export async function finishedJobs(
  tx: WorkshopTx,
  from: string,
  to: string,
  most: number,
): Promise<Finished[]> {
  const { rows } = await tx.query<{ finished: Finished }>(
    `select finished from job where workshop_id = current_workshop() and closed_at >= $1 and closed_at < $2 and finished is not null
     order by closed_at desc limit $3`,
    [from, to, most],
  );
  return rows.map((row) => row.finished);
}

export interface Promised {
  readonly number: number;
  readonly promisedAt: string;
  readonly customer: string;
  readonly modelName: string;
  readonly waitsFor: string;
}

/** Open jobs by their promise. */
export async function promises(tx: WorkshopTx, most: number): Promise<(Promised & { id: string })[]> {
  const { rows } = await tx.query<Promised & { id: string }>(
    `select id, number, summary ->> 'promisedAt' as "promisedAt", summary ->> 'customer' as customer, summary ->> 'modelName' as "modelName",
       summary ->> 'waitsFor' as "waitsFor"
     from job where workshop_id = current_workshop() and not closed order by promised_at, number limit $1`,
    [most],
  );
  return rows;
}

export async function jobByNumber(tx: WorkshopTx, number: number): Promise<string | null> {
  const { rows } = await tx.query<{ id: string }>({
    name: 'job-by-number',
    text: 'select id from job where workshop_id = current_workshop() and number = $1',
    values: [number],
  });
  return rows[0]?.id ?? null;
}
