-- Up Migration
-- What a run's events add up to, written by the application when they are appended: lists and statistics read it and add up nothing themselves.
alter table run add column steps_done integer not null default 0 check (steps_done >= 0);
alter table run add column found jsonb not null default '[]';
alter table run add column readings jsonb not null default '[]';

-- Runs of the version before, as the application counts: by the plan in force, what was taken back left out.
create temporary table counted on commit drop as
  select e.run_id, coalesce(to_char(e.took_at at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"'), e.body ->> 'at') as at, e.id, e.body from run_event e
   where e.body ->> 'type' in ('done', 'tested', 'skipped', 'looked', 'battery', 'swapped')
     and not exists (select from run_event u where u.run_id = e.run_id and u.body ->> 'type' = 'undo' and u.body ->> 'event' = e.id::text);
create temporary table planned on commit drop as
  select id as run_id, jsonb_array_elements(coalesce(plan_now, plan) -> 'steps') ->> 'id' as step from run;
update run r set steps_done = d.steps
  from (select c.run_id, count(distinct p.step) as steps from counted c join planned p on p.run_id = c.run_id and p.step = c.body ->> 'step'
         where c.body ->> 'type' in ('done', 'tested', 'skipped') group by 1) d
 where d.run_id = r.id;
update run r set found = f.found
  from (select run_id, jsonb_agg(jsonb_build_object('part', body ->> 'part', 'suspect', body ->> 'suspect')) as found from counted
         where body ->> 'type' = 'looked' and body ->> 'found' = 'true' group by 1) f
 where f.run_id = r.id;
update run r set readings = b.readings
  from (select run_id, jsonb_agg(jsonb_build_object('at', at, 'when', kind, 'reading', reading, 'isNew', kind = 'after' and is_replaced) order by at) as readings
          from (select distinct on (c.run_id, c.body ->> 'when') c.run_id, c.at, c.body ->> 'when' as kind, c.body -> 'reading' as reading,
                       exists (select from counted s join run x on x.id = s.run_id join machine_file m on m.id = x.machine_file_id, jsonb_array_elements(m.document -> 'parts') p
                                where s.run_id = c.run_id and s.body ->> 'type' = 'swapped' and p ->> 'id' = s.body ->> 'part' and p ->> 'kind' = 'battery') as is_replaced
                  from counted c where c.body ->> 'type' = 'battery' order by c.run_id, c.body ->> 'when', c.at desc, c.id desc) last group by 1) b
 where b.run_id = r.id;
create index run_found on run (machine_file_id) where found <> '[]';
drop index run_event_looked;
