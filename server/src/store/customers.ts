import type { WorkshopTx } from './database.js';

export interface CustomerRow {
  readonly id: string;
  readonly name: string;
  readonly reach: string;
}

export interface CustomersMachine {
  readonly modelId: string;
  readonly modelName: string;
  readonly serial: string;
  readonly jobId: string;
  readonly number: number;
  readonly closed: boolean;
}

/** Keeps a customer as last written at the counter, and the words one is found by. */
export async function putCustomer(
  tx: WorkshopTx,
  { id, name, reach }: CustomerRow,
  words: readonly string[],
  at: string,
): Promise<void> {
  await tx.query(
    `insert into customer (workshop_id, id, name, reach, changed_at) values (current_workshop(), $1, $2, $3, $4)
     on conflict (workshop_id, id) do update set name = excluded.name, reach = excluded.reach, changed_at = excluded.changed_at`,
    [id, name, reach, at],
  );
  await tx.query(
    'delete from customer_word where workshop_id = current_workshop() and customer_id = $1 and word <> all($2)',
    [id, words],
  );
  await tx.query(
    `insert into customer_word (workshop_id, word, customer_id) select current_workshop(), word, $1 from unnest($2::text[]) as w(word)
     on conflict do nothing`,
    [id, words],
  );
}

/** Customers with a word that begins so, at most so many. */
export async function customersWith(tx: WorkshopTx, word: string, most: number): Promise<string[]> {
  const { rows } = await tx.query<{ id: string }>(
    `select distinct customer_id as id from (
       select customer_id from customer_word where workshop_id = current_workshop() and word >= $1 and word < $2 order by word limit $3
     ) as found`,
    [word, `${word}\u{10ffff}`, most],
  );
  return rows.map((row) => row.id);
}

/** Of these customers the ones that have a word that begins so, too: one look into the index each. */
export async function customersAlsoWith(
  tx: WorkshopTx,
  ids: readonly string[],
  word: string,
): Promise<string[]> {
  const { rows } = await tx.query<{ id: string }>(
    `select asked.id from unnest($1::uuid[]) as asked(id), lateral (
       select 1 from customer_word where workshop_id = current_workshop() and customer_id = asked.id and word >= $2 and word < $3 limit 1
     ) as found`,
    [ids, word, `${word}\u{10ffff}`],
  );
  return rows.map((row) => row.id);
}

/** At most so many of these customers, by name. */
export async function customersOf(
  tx: WorkshopTx,
  ids: readonly string[],
  most: number,
): Promise<CustomerRow[]> {
  const { rows } = await tx.query<CustomerRow>(
    'select id, name, reach from customer where workshop_id = current_workshop() and id = any($1) order by name, id limit $2',
    [ids, most],
  );
  return rows;
}

/** Somebody of exactly that name and reach, so that the same person is not kept twice. */
export async function sameCustomer(
  tx: WorkshopTx,
  name: string,
  reach: string,
  word: string,
): Promise<string | null> {
  const { rows } = await tx.query<{ id: string }>(
    `select c.id from customer_word w join customer c on c.workshop_id = w.workshop_id and c.id = w.customer_id
     where w.workshop_id = current_workshop() and w.word = $3 and lower(c.name) = lower($1) and lower(c.reach) = lower($2) limit 1`,
    [name, reach, word],
  );
  return rows[0]?.id ?? null;
}

/** Machines that a customer brought, each with its last job, the newest first. */
export async function machinesOf(tx: WorkshopTx, customerId: string): Promise<CustomersMachine[]> {
  const { rows } = await tx.query<CustomersMachine>(
    `select distinct on (lower(serial)) * from (
       select ledger ->> 'modelId' as "modelId", ledger ->> 'modelName' as "modelName", ledger ->> 'serial' as serial,
         id as "jobId", number, closed
       from job where workshop_id = current_workshop() and customer_id = $1 and ledger is not null order by number desc limit 200
     ) as brought order by lower(serial), number desc`,
    [customerId],
  );
  return [...rows].sort((a, b) => b.number - a.number);
}
