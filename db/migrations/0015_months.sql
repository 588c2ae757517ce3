-- Up Migration
-- What grows without end lies in tables by month: what is asked of a month leaves the others alone.

-- Months that runs can be of. One is made before it comes; where that was missed, the last one goes on.
create table month (month date primary key check (month = date_trunc('month', month)));
grant select on month to eager_wrench_app;
-- All that was there before there were months.
insert into month values ('2000-01-01');
create function newest_month() returns date language sql stable as
  $$select max(month) from public.month where month <= (now() at time zone 'utc')::date$$;

-- A run is of the month in which it was started, and so are its events, whenever they come: who reads a run reads one table.
-- Finishing (db/finishing) gives new runs their month: the version before does not know of it.
alter table run add column month date not null default '2000-01-01' references month,
  add constraint run_of_month unique (id, month);

-- With a constant default no row is written anew.
alter table run_event rename to run_event_first;
alter table run_event_first rename constraint run_event_pkey to run_event_first_pkey;
alter table run_event_first rename constraint run_event_id_key to run_event_first_id_key;
drop trigger run_event_is_kept on run_event_first;
drop trigger run_event_is_not_emptied on run_event_first;
alter table run_event_first add column month date not null default '2000-01-01' check (month = '2000-01-01'),
  add constraint run_event_first_month_fkey foreign key (run_id, month) references run (id, month) not valid;
create table run_event (like run_event_first including defaults) partition by list (month);
alter table run_event attach partition run_event_first for values in ('2000-01-01');
create trigger run_event_is_kept before update or delete on run_event
  for each row execute function refuse_change();
create trigger run_event_is_not_emptied before truncate on run_event
  for each statement execute function refuse_change();
create trigger run_event_first_is_not_emptied before truncate on run_event_first
  for each statement execute function refuse_change();
revoke all on run_event_first from eager_wrench_app;
grant select, insert on run_event to eager_wrench_app;

-- The log, by the day on which something was done.
alter table audit rename to audit_first;
drop trigger audit_is_kept on audit_first;
drop trigger audit_is_not_emptied on audit_first;
alter table audit_first alter column id drop identity;
drop index audit_newest;
create index audit_first_newest on audit_first (at desc, id desc);
create sequence audit_id as bigint;
grant usage on sequence audit_id to eager_wrench_app;
create table audit (like audit_first including defaults) partition by range (at);
alter table audit alter column id set default nextval('audit_id');
create index audit_newest on audit (at desc, id desc);
do $$
declare
  next_month timestamp := date_trunc('month', now() at time zone 'utc') + interval '1 month';
begin
  perform setval('audit_id', coalesce((select max(id) from audit_first), 0) + 1, false);
  execute format('alter table audit_first add check (at < %L)', next_month at time zone 'utc');
  execute format('alter table audit attach partition audit_first for values from (minvalue) to (%L)', next_month at time zone 'utc');
end $$;
-- Of a month that nobody made.
create table audit_other partition of audit default;
create trigger audit_is_kept before update or delete on audit for each row execute function refuse_change();
create trigger audit_is_not_emptied before truncate on audit for each statement execute function refuse_change();
create trigger audit_first_is_not_emptied before truncate on audit_first for each statement execute function refuse_change();
create trigger audit_other_is_not_emptied before truncate on audit_other for each statement execute function refuse_change();
revoke all on audit_first from eager_wrench_app;
grant select, insert on audit to eager_wrench_app;

-- Makes the tables of a month; false where they are there. A table is made beside the others and then attached: nobody who writes
-- meanwhile waits for it.
create function make_month(m date) returns boolean language plpgsql set search_path = public, pg_temp set timezone = 'UTC' as $$
declare
  name text := 'run_event_' || to_char(m, 'YYYY_MM');
begin
  perform pg_advisory_xact_lock(hashtext('make_month'));
  if exists (select from month where month.month = m) then
    return false;
  end if;
  execute format('create table %I (like run_event including defaults, primary key (run_id, seq), unique (run_id, id), check (month = %L), foreign key (run_id, month) references run (id, month), foreign key (person_id) references person)', name, m);
  execute format('create trigger %I before truncate on %I for each statement execute function refuse_change()', name || '_is_not_emptied', name);
  execute format('alter table run_event attach partition %I for values in (%L)', name, m);
  -- The log of the month in which this began is in its first table, and that of one that was missed in the other.
  if m > date_trunc('month', now()) and not exists (select from audit where at >= m and at < m + interval '1 month') then
    name := 'audit_' || to_char(m, 'YYYY_MM');
    execute format('create table %I (like audit including defaults, foreign key (person_id) references person)', name);
    execute format('create trigger %I before truncate on %I for each statement execute function refuse_change()', name || '_is_not_emptied', name);
    execute format('alter table audit attach partition %I for values from (%L) to (%L)', name, m::timestamptz, (m + interval '1 month')::timestamptz);
  end if;
  insert into month values (m);
  return true;
end $$;
revoke all on function make_month(date) from public;

-- This month and two more. The application, which may make no table, may ask for these.
create function make_months() returns integer language sql security definer set search_path = public, pg_temp set timezone = 'UTC' as $$
  select count(*) filter (where make_month(m::date))::integer
    from generate_series(date_trunc('month', now()), date_trunc('month', now()) + interval '2 months', interval '1 month') m
$$;
revoke all on function make_months() from public;
grant execute on function make_months() to eager_wrench_app;
select make_months();
