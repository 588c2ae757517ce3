-- Up Migration
-- Whether anything in a run was not as its plan has it, kept beside it: few runs are so, and who asks what differed on a machine reads
-- the events of these alone. The table itself keeps it, whichever version records.
alter table run add column differed boolean not null default false;
create index run_differed on run (machine_file_id) where differed;
create function run_differed() returns trigger language plpgsql as $$
begin
  update run set differed = true where id = new.run_id and not differed;
  return null;
end
$$;
create trigger run_event_differs after insert on run_event
  for each row when (new.body ->> 'type' = 'not-so') execute function run_differed();
