-- How a workshop opens machines; null: as usual.
alter table workshop add column policy jsonb;

-- Every version of a guide that was saved, drafts too. What jobs are walked with next stands in machine_model.
create table guide_version (
  workshop_id uuid not null references workshop,
  model_id text not null,
  version integer not null,
  state text not null check (state in ('draft', 'reviewed', 'retired')),
  document jsonb not null,
  why text not null,
  saved_at timestamptz not null,
  saved_by text not null,
  primary key (workshop_id, model_id, version)
);

-- Photos lie in files named by their SHA-256; this says whose they are.
create table photo (
  workshop_id uuid not null references workshop,
  hash text not null check (hash ~ '^[0-9a-f]{64}$'),
  bytes integer not null,
  kept_at timestamptz not null,
  kept_by text not null,
  primary key (workshop_id, hash)
);

-- What a lead made of a correction; the correction itself is an event of its job.
create table correction_settled (
  workshop_id uuid not null references workshop,
  job_id uuid not null,
  seq integer not null,
  verdict text not null check (verdict in ('taken-up', 'declined')),
  words text not null,
  settled_at timestamptz not null,
  settled_by text not null,
  primary key (workshop_id, job_id, seq)
);
create index job_event_correction on job_event (workshop_id, (body -> 'about' ->> 'modelId'))
  where body ->> 'type' = 'noted' and body ->> 'kind' = 'correction';

-- Jobs of a model: the list row says which it is.
update job set summary = summary || jsonb_build_object('modelId', first.body -> 'intake' ->> 'modelId')
  from job_event first where first.workshop_id = job.workshop_id and first.job_id = job.id and first.seq = 1;
create index job_model on job (workshop_id, (summary ->> 'modelId'), number);

alter table guide_version enable row level security;
alter table photo enable row level security;
alter table correction_settled enable row level security;
create policy own_workshop on guide_version using (workshop_id = current_workshop());
create policy own_workshop on photo using (workshop_id = current_workshop());
create policy own_workshop on correction_settled using (workshop_id = current_workshop());
grant select, insert on guide_version, photo, correction_settled to petrichor_app;
