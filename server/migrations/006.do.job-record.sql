-- The job record: what a workshop charges, its customers, sealed notes, and the Ledger by which any job is found again.

-- What it charges; null: as usual.
alter table workshop add column pricing jsonb;

-- Drawn from the events like the summary. Null: written before there was a Ledger; the server draws it when it starts.
alter table job add column ledger jsonb;
alter table job add column finished jsonb;
alter table job add column companion_cases jsonb;
alter table job add column closed_at timestamptz;
alter table job add column customer_id uuid;
alter table job add column model_id text;
alter table job add column opened_at timestamptz;
alter table job add column comeback boolean not null default false;
create index job_closed on job (workshop_id, closed_at desc) where closed_at is not null;
create index job_customer on job (workshop_id, customer_id, number desc) where customer_id is not null;
-- The Ledger without words: by the day a job was taken in, with what it is filtered by. Columns of their own, since under
-- row-level security what is taken out of JSON uses no index.
create index job_opened on job (workshop_id, opened_at desc, number desc);
create index job_opened_model on job (workshop_id, model_id, opened_at desc, number desc);
create index job_opened_open on job (workshop_id, opened_at desc, number desc) where not closed;
create index job_opened_comeback on job (workshop_id, opened_at desc, number desc) where comeback;
create index job_undrawn on job (workshop_id, id) where ledger is null;
create index job_companions on job (workshop_id, (summary ->> 'modelId')) where companion_cases is not null;
-- Jobs with something on order: few among all.
create index job_on_order on job (workshop_id, id) where not closed and coalesce((summary ->> 'ordersOpen')::int, 0) > 0;

-- By which words a job is found: one row a word and job, in the order in which jobs are shown. However many jobs there
-- are, the newest fifty of a word are one short walk along this index.
create table ledger_word (
  workshop_id uuid not null references workshop,
  word text collate "C" not null,
  number integer not null,
  primary key (workshop_id, word, number)
);
-- Every word there is, once: what begins so, and which of the words one typing error away there are. Comparisons of text
-- may use an index under row-level security; an overlap of arrays, or a similarity, may not.
create table ledger_term (
  workshop_id uuid not null references workshop,
  word text collate "C" not null,
  primary key (workshop_id, word)
);

create table customer (
  workshop_id uuid not null references workshop,
  id uuid not null,
  name text not null,
  reach text not null,
  changed_at timestamptz not null,
  primary key (workshop_id, id)
);
create table customer_word (
  workshop_id uuid not null references workshop,
  word text collate "C" not null,
  customer_id uuid not null,
  primary key (workshop_id, word, customer_id)
);
-- Which of these customers have another word, too.
create index customer_word_customer on customer_word (workshop_id, customer_id, word);

-- Passcodes and recovery keys, encrypted with a key that is not in this database. Destroyed means gone: the row is deleted.
create table sealed_note (
  workshop_id uuid not null references workshop,
  job_id uuid not null,
  id uuid not null,
  sealed bytea not null,
  primary key (workshop_id, id)
);
create index sealed_note_job on sealed_note (workshop_id, job_id);

alter table ledger_word enable row level security;
alter table ledger_term enable row level security;
alter table customer enable row level security;
alter table customer_word enable row level security;
alter table sealed_note enable row level security;
create policy own_workshop on ledger_word using (workshop_id = current_workshop());
create policy own_workshop on ledger_term using (workshop_id = current_workshop());
create policy own_workshop on customer using (workshop_id = current_workshop());
create policy own_workshop on customer_word using (workshop_id = current_workshop());
create policy own_workshop on sealed_note using (workshop_id = current_workshop());
grant select, insert, delete on ledger_word, customer_word, sealed_note to petrichor_app;
grant select, insert on ledger_term to petrichor_app;
grant select, insert, update on customer to petrichor_app;
