-- Which drives and parts changed since somebody read them, by transaction: one that was still at work when they were read
-- is not passed over, and no clock is asked.
alter table drive add column changed xid8 not null default pg_current_xact_id();
alter table part add column changed xid8 not null default pg_current_xact_id();

create function note_change() returns trigger language plpgsql as $$
begin
  new.changed := pg_current_xact_id();
  return new;
end $$;
create trigger drive_changed before update on drive for each row execute function note_change();
create trigger part_changed before update on part for each row execute function note_change();

create index drive_changed on drive (workshop_id, changed);
create index part_changed on part (workshop_id, changed);
