-- The shelf: small parts, how many of everything are where, and every move that made it so.

create table part (
  workshop_id uuid not null references workshop,
  id text not null,
  document jsonb not null,
  changed_at timestamptz not null default now(),
  primary key (workshop_id, id)
);

-- Where the pieces are, drawn from the moves; the document's inStock is what is free of it. Null: nothing has moved yet.
alter table drive add column level jsonb;
alter table part add column level jsonb;

create table stock_move (
  workshop_id uuid not null references workshop,
  id uuid not null,
  seq bigint generated always as identity,
  item_kind text not null check (item_kind in ('drive', 'part')),
  item_id text not null,
  at timestamptz not null,
  by_name text not null,
  job_id uuid,
  body jsonb not null,
  primary key (workshop_id, id)
);
create index stock_move_item on stock_move (workshop_id, item_kind, item_id, seq);
create index stock_move_job on stock_move (workshop_id, job_id) where job_id is not null;
-- A move that was wrong is put right by another one.
create trigger stock_move_append_only before update or delete on stock_move
  for each row execute function job_event_is_append_only();

alter table part enable row level security;
alter table stock_move enable row level security;
create policy own_workshop on part using (workshop_id = current_workshop());
create policy own_workshop on stock_move using (workshop_id = current_workshop());
grant select, insert, update on part to petrichor_app;
grant select, insert on stock_move to petrichor_app;

-- Drawn from the events like the summary: what a proved job shows about a size in a slot.
alter table job add column fit_case jsonb;
create index job_fit_case on job (workshop_id, id) where fit_case is not null;

-- Drives written before these fields were known.
update drive set document = '{"steadyWriteBytesPerSecond": null, "enduranceTbw": null, "cache": null, "rpm": null, "peakWatts": null,
  "sectors": "512e", "leadDays": null, "source": ""}'::jsonb
  || case document ->> 'family'
    when 'm2' then '{"topProfile": [], "bottomProfile": [], "heightCode": null, "hasSpreader": false}'::jsonb
    else '{"connector": "sata", "jumpers": [], "sensorLead": false}'::jsonb end
  || document;
