-- What roles.sql made may see and do: made sure of at every start, so that a database that came back from a plain dump works, too.
do $$
declare
  one record;
begin
  -- Every table that belongs to workshops: its policies bind whoever owns it, too.
  for one in
    select c.relname as name, c.relforcerowsecurity as forced from pg_class c
    where c.relkind in ('r', 'p') and c.relnamespace = 'public'::regnamespace
      and (c.relname = 'workshop' or exists (select from pg_attribute a where a.attrelid = c.oid and a.attname = 'workshop_id' and not a.attisdropped))
  loop
    if not one.forced then
      execute format('alter table %I enable row level security', one.name);
      execute format('alter table %I force row level security', one.name);
    end if;
  end loop;

  -- What the door sees of all workshops: who comes in, and which jobs have to be looked after.
  for one in select * from (values ('account', 'select'), ('account', 'insert'), ('workshop', 'select'), ('workshop', 'insert'), ('job', 'select')) as seen(name, deed) loop
    if not exists (select from pg_policies where schemaname = 'public' and tablename = one.name and policyname = 'door_' || one.deed) then
      execute format(
        'create policy %I on %I for %s to petrichor_door %s',
        'door_' || one.deed, one.name, one.deed, case one.deed when 'insert' then 'with check (true)' else 'using (true)' end
      );
    end if;
    execute format('grant %s on %I to petrichor_door', one.deed, one.name);
  end loop;
end $$;

grant usage on schema public to petrichor_door, petrichor_app;
grant select, insert, update, delete on session to petrichor_door;
grant select on schema_version to petrichor_door;
grant select, update on workshop to petrichor_app;
grant select, insert, update on account to petrichor_app;
grant select, insert, update on job to petrichor_app;
grant select, insert on job_event to petrichor_app;
grant select, insert, update on machine_model, drive, part, customer to petrichor_app;
grant select, insert on audit_entry, stock_move, guide_version, photo, correction_settled, diagnosis_edition, ledger_term, taught to petrichor_app;
grant select, insert, delete on ledger_word, customer_word, sealed_note to petrichor_app;
