-- Up Migration
create table job (
  id uuid primary key default gen_random_uuid(),
  number bigint generated always as identity (start with 101) unique,
  machine_file_id bigint not null references machine_file,
  customer text not null check (length(customer) between 1 and 120),
  serial text not null default '' check (length(serial) <= 60),
  complaint text not null default '' check (length(complaint) <= 2000),
  goals jsonb not null,
  -- The goals in words, as they read when the job was opened.
  work text not null,
  due_on date,
  created_by uuid not null references person,
  created_at timestamptz not null default now(),
  closed_at timestamptz
);
create index job_open on job (created_at desc) where closed_at is null;

-- A run is pinned to the machine file and the plan that it was started with.
create table run (
  id uuid primary key default gen_random_uuid(),
  job_id uuid not null unique references job,
  machine_file_id bigint not null references machine_file,
  plan jsonb not null,
  -- Whole estimate at the start, seconds.
  p50_seconds integer not null check (p50_seconds >= 0),
  p80_seconds integer not null check (p80_seconds >= p50_seconds),
  started_by uuid not null references person,
  started_at timestamptz not null default now(),
  signed_by uuid references person,
  signed_at timestamptz
);

-- What happened at the bench, in the order in which it arrived. The id was made at the bench.
create table run_event (
  run_id uuid not null references run,
  seq bigint not null check (seq > 0),
  id uuid not null,
  at timestamptz not null,
  received_at timestamptz not null default now(),
  person_id uuid not null references person,
  body jsonb not null,
  primary key (run_id, seq),
  unique (id)
);
create trigger run_event_is_kept before update or delete on run_event
  for each row execute function refuse_change();
create trigger run_event_is_not_emptied before truncate on run_event
  for each statement execute function refuse_change();
