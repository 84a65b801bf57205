-- Who came in, was refused, took something out, or changed who may: beside the record of jobs, which says what was done to them.
create table audit_entry (
  workshop_id uuid not null references workshop,
  id bigint generated always as identity,
  at timestamptz not null,
  kind text not null,
  -- Null: nobody was signed in.
  by_id uuid,
  by_name text not null,
  -- What it was about, by the names of fields; never a secret.
  about jsonb not null,
  address text not null,
  -- As the log names the request.
  request_id text not null,
  primary key (workshop_id, id)
);
create trigger audit_entry_append_only before update or delete on audit_entry
  for each row execute function job_event_is_append_only();
alter table audit_entry enable row level security;
create policy own_workshop on audit_entry using (workshop_id = current_workshop());
