-- Who there is: made sure of at every start, before anything else, since a dump names roles and does not bring them.
-- The owner (whoever migrates) owns the tables; the door is who the server connects as, and sees what belongs to no
-- workshop; petrichor_app is who every transaction of a workshop works as.
do $$
declare
  one record;
begin
  for one in select * from (values ('petrichor_app', 'nologin'), ('petrichor_door', 'login')) as wanted(name, login) loop
    begin
      if not exists (select from pg_roles where rolname = one.name) then
        execute format('create role %I %s noinherit nosuperuser nocreatedb nocreaterole nobypassrls', one.name, one.login);
      end if;
    exception
      when duplicate_object or unique_violation then null; -- another database of this cluster made it meanwhile
    end;
  end loop;
  if not exists (
    select from pg_auth_members m join pg_roles held on held.oid = m.roleid join pg_roles holder on holder.oid = m.member
    where held.rolname = 'petrichor_app' and holder.rolname = 'petrichor_door'
  ) then
    begin
      grant petrichor_app to petrichor_door;
    exception
      when unique_violation then null;
    end;
  end if;
end $$;
