-- Up Migration
-- How many steps a run's plan in force has, kept beside it: lists ask it of every run, and a plan is large.
-- Runs from before have none, and are counted as they were; versions before this one keep it, too, since the table itself does.
alter table run add column steps_planned int;
create function count_steps() returns trigger language plpgsql as $$
begin
  new.steps_planned := coalesce(jsonb_array_length(coalesce(new.plan_now, new.plan) -> 'steps'), 0);
  return new;
end
$$;
create trigger run_steps_are_counted before insert or update of plan, plan_now on run
  for each row execute function count_steps();
