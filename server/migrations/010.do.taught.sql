-- What finished jobs taught, a row for each time it changed, in the order it was written: counts are brought forward by it,
-- and never made anew from all jobs.
create table taught (
  workshop_id uuid not null references workshop,
  id bigint generated always as identity,
  -- What the job taught before, and what it teaches now; null: nothing.
  case_before jsonb,
  case_after jsonb,
  primary key (workshop_id, id)
);
alter table taught enable row level security;
create policy own_workshop on taught using (workshop_id = current_workshop());

-- Whoever owns the tables is bound by their policies, too, and would see no job here.
alter table job no force row level security;
insert into taught (workshop_id, case_after) select workshop_id, past_case from job where past_case is not null order by workshop_id, number;
alter table job force row level security;

-- One after the other in each workshop, until the one before is there to be seen: whoever has read up to a row has all before it.
create function write_down_taught() returns trigger language plpgsql as $$
begin
  perform pg_advisory_xact_lock(hashtextextended('taught ' || new.workshop_id, 0));
  insert into taught (workshop_id, case_before, case_after)
  values (new.workshop_id, case tg_op when 'UPDATE' then old.past_case end, new.past_case);
  return null;
end $$;
create trigger job_taught_at_once after insert on job for each row when (new.past_case is not null) execute function write_down_taught();
create trigger job_taught after update of past_case on job for each row when (old.past_case is distinct from new.past_case)
  execute function write_down_taught();

-- Which models' cases: what is asked for is one model's.
create index job_fit_case_model on job (workshop_id, (fit_case ->> 'modelId'), number) where fit_case is not null;
drop index job_fit_case;
