-- The first shape of the database. workshop_id leads every primary key and index, so that the data can
-- later be spread by it; row-level security keeps workshops apart even where a query forgets to ask.

-- The role that every request works as. It owns nothing, so the policies below bind it.
do $$
begin
  if not exists (select from pg_roles where rolname = 'petrichor_app') then
    create role petrichor_app nologin;
  end if;
exception
  when duplicate_object or unique_violation then null; -- another database of this cluster made it meanwhile
end $$;
do $$ begin execute format('grant petrichor_app to %I', current_user); end $$;

create table workshop (
  id uuid primary key,
  name text not null,
  next_job_number integer not null default 401,
  made_at timestamptz not null default now()
);

create table account (
  workshop_id uuid not null references workshop,
  id uuid not null,
  name text not null,
  sign_in_name text not null,
  password_hash text not null,
  roles text[] not null,
  made_at timestamptz not null default now(),
  primary key (workshop_id, id)
);
-- One installation, one door: a sign-in name leads to one account whatever the workshop.
create unique index account_sign_in_name on account (sign_in_name);
create index account_id on account (id);

create table job (
  workshop_id uuid not null references workshop,
  id uuid not null,
  number integer not null,
  seq integer not null,
  closed boolean not null default false,
  promised_at timestamptz not null,
  -- The Bench's row, drawn from the events: it may be thrown away and made again.
  summary jsonb not null,
  changed_at timestamptz not null default now(),
  primary key (workshop_id, id)
);
create unique index job_number on job (workshop_id, number);
create index job_open on job (workshop_id, closed, promised_at);

create table job_event (
  workshop_id uuid not null,
  job_id uuid not null,
  seq integer not null,
  command_id uuid not null,
  -- One command may make several events.
  part smallint not null,
  at timestamptz not null,
  by_id uuid not null,
  by_name text not null,
  body jsonb not null,
  primary key (workshop_id, job_id, seq),
  foreign key (workshop_id, job_id) references job deferrable initially deferred
);
create unique index job_event_command on job_event (workshop_id, command_id, part);

-- What happened, happened: not even the owner changes or removes an event.
create function job_event_is_append_only() returns trigger language plpgsql as $$
begin
  raise exception 'job_event is append-only';
end $$;
create trigger job_event_append_only before update or delete on job_event
  for each row execute function job_event_is_append_only();

create table machine_model (
  workshop_id uuid not null references workshop,
  id text not null,
  document jsonb not null,
  changed_at timestamptz not null default now(),
  primary key (workshop_id, id)
);

create table drive (
  workshop_id uuid not null references workshop,
  id text not null,
  document jsonb not null,
  changed_at timestamptz not null default now(),
  primary key (workshop_id, id)
);

-- Sessions belong to the door, not to a workshop (connect-pg-simple's table).
create table session (
  sid text primary key,
  sess json not null,
  expire timestamptz not null
);
create index session_expire on session (expire);

-- Row-level security: a transaction says which workshop it is for, and sees no other.
create function current_workshop() returns uuid language sql stable as $$
  select nullif(current_setting('petrichor.workshop', true), '')::uuid
$$;

alter table workshop enable row level security;
alter table account enable row level security;
alter table job enable row level security;
alter table job_event enable row level security;
alter table machine_model enable row level security;
alter table drive enable row level security;
create policy own_workshop on workshop using (id = current_workshop());
create policy own_workshop on account using (workshop_id = current_workshop());
create policy own_workshop on job using (workshop_id = current_workshop());
create policy own_workshop on job_event using (workshop_id = current_workshop());
create policy own_workshop on machine_model using (workshop_id = current_workshop());
create policy own_workshop on drive using (workshop_id = current_workshop());

grant select, update on workshop to petrichor_app;
grant select, insert on account to petrichor_app;
grant select, insert, update on job to petrichor_app;
grant select, insert on job_event to petrichor_app;
grant select, insert, update on machine_model, drive to petrichor_app;
