-- Diagnosis: a workshop's own editions of what it knows, and what its finished jobs turned out to have been.

-- Every edition a lead has saved, in order; the last one holds. None: the edition that ships.
create table diagnosis_edition (
  workshop_id uuid not null references workshop,
  about text not null,
  version integer not null,
  document jsonb not null,
  saved_at timestamptz not null,
  saved_by text not null,
  why text not null,
  primary key (workshop_id, about, version)
);
alter table diagnosis_edition enable row level security;
create policy own_workshop on diagnosis_edition using (workshop_id = current_workshop());
grant select, insert on diagnosis_edition to petrichor_app;

-- Drawn from the events like the summary: what a finished job teaches, null while it teaches nothing.
alter table job add column past_case jsonb;
create index job_past_case on job (workshop_id, id) where past_case is not null;
