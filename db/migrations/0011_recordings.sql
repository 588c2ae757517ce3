-- Up Migration
-- How far a machine file can be relied on: each word of it is kept, the last one stands. What nothing is said of is in force, as every file of before.
create table machine_standing (
  id bigint generated always as identity primary key,
  machine_file_id bigint not null references machine_file,
  standing text not null check (standing in ('begun', 'draft', 'checked', 'in-force')),
  person_id uuid references person,
  at timestamptz not null default now(),
  -- The run that followed it without a finding, where it was checked so.
  run_id uuid references run
);
create index machine_standing_file on machine_standing (machine_file_id, id desc);
create trigger machine_standing_is_kept before update or delete on machine_standing
  for each row execute function refuse_change();
create trigger machine_standing_is_not_emptied before truncate on machine_standing
  for each statement execute function refuse_change();

-- A machine that nobody has drawn, recorded while it is taken apart for a job.
create table recording (
  id uuid primary key,
  job_id uuid not null unique references job,
  started_by uuid not null references person,
  started_at timestamptz not null default now(),
  -- When the way back up began: nothing is recorded from then on.
  closed_at timestamptz,
  -- The file that was made of it.
  machine_file_id bigint references machine_file
);
create table recording_event (
  recording_id uuid not null references recording,
  seq bigint not null check (seq > 0),
  id uuid not null,
  at timestamptz not null,
  received_at timestamptz not null default now(),
  person_id uuid not null references person,
  body jsonb not null,
  primary key (recording_id, seq),
  unique (id)
);
create trigger recording_event_is_kept before update or delete on recording_event
  for each row execute function refuse_change();
create trigger recording_event_is_not_emptied before truncate on recording_event
  for each statement execute function refuse_change();

-- A picture is of a run or of a recording.
alter table photo alter column run_id drop not null;
alter table photo add column recording_id uuid references recording;
alter table photo add constraint photo_of_one check (num_nonnulls(run_id, recording_id) = 1);
create index photo_of_recording on photo (recording_id) where recording_id is not null;

alter table job drop constraint job_waits_check;
alter table job add constraint job_waits_check
  check (waits in ('stopped', 'triage', 'recording', 'finding', 'declined', 'approval', 'part', 'draining', 'bench', 'working', 'signature', 'nothing'));

grant select on machine_standing, recording, recording_event to eager_wrench_app;
grant insert on machine_standing, recording, recording_event to eager_wrench_app;
grant update on recording to eager_wrench_app;
