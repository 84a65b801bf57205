-- A tick rewrites the summary of its job. An index over what stands in it makes PostgreSQL write every index of the row
-- anew each time; without one the row is brought up to date in place. What the lists ask by are columns that
-- PostgreSQL makes of it, which a tick leaves as they are.
alter table job
  add column orders_open integer generated always as (coalesce((summary ->> 'ordersOpen')::integer, 0)) stored,
  add column old_drive_until text generated always as (summary -> 'oldDriveHere' ->> 'until') stored,
  add column old_drive_here boolean generated always as (summary -> 'oldDriveHere' ->> 'say' is not null) stored;
drop index job_on_order, job_old_drive_here, job_model, job_companions;
create index job_on_order on job (workshop_id, id) where orders_open > 0;
create index job_old_drive_here on job (workshop_id, old_drive_until) where old_drive_here;
create index job_model on job (workshop_id, model_id, number);
create index job_companions on job (workshop_id, number desc) where companion_cases is not null;
-- Room in each page for the next version of its rows.
alter table job set (fillfactor = 70);

-- Past cases are looked at in pages, the newest first.
drop index job_past_case;
create index job_past_case on job (workshop_id, number desc) where past_case is not null;
