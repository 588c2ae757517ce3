-- Up Migration
-- How many signed runs on any file of a machine did each step as their plan says: counted once, as a run is signed, and not found out
-- again by reading every event of years whenever somebody looks at a machine. The table itself counts, whichever version signs.
create table followed_step (
  machine_id text not null,
  step text not null,
  runs int not null,
  primary key (machine_id, step)
);
grant select, insert, update on followed_step to eager_wrench_app;
alter table run add column followed_counted boolean not null default false;

create function count_followed() returns trigger language plpgsql as $$
begin
  -- In one order, so that two who sign at once wait for each other and not in a circle.
  insert into followed_step (machine_id, step, runs)
    select m.machine_id, e.body ->> 'step', 1
      from run_event e join machine_file m on m.id = new.machine_file_id
     where e.month = new.month and e.run_id = new.id and e.body ->> 'type' = 'done'
       and not exists (select from recording c where c.job_id = new.job_id)
       and not exists (select from run_event u where u.month = e.month and u.run_id = e.run_id and u.body ->> 'type' = 'undo' and u.body ->> 'event' = e.id::text)
       and not exists (select from run_event n where n.month = e.month and n.run_id = e.run_id and n.body ->> 'type' = 'not-so' and n.body ->> 'step' = e.body ->> 'step')
     group by 1, 2 order by 1, 2
  on conflict (machine_id, step) do update set runs = followed_step.runs + 1;
  new.followed_counted := true;
  return new;
end
$$;
create trigger run_followed_is_counted before update of signed_at on run
  for each row when (old.signed_at is null and new.signed_at is not null) execute function count_followed();
