-- What a command asked, and who gave it: one that comes again is a repeat only when it is the same. Null: written before
-- this was kept; then the person has to be the same.
alter table job_event add column asked_hash text;
