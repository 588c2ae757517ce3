-- Up Migration
-- Work that people rehearsed, each rehearsal once under the id that their device gave it: all that was done, and what it came to by the
-- machine file. What counts for who is ready is kept beside it.
create table rehearsal (
  id uuid primary key,
  person_id uuid not null references person on delete cascade,
  ended_at timestamptz not null,
  received_at timestamptz not null default now(),
  machine_id text not null,
  revision text not null,
  goals text[] not null,
  record jsonb not null,
  is_clean boolean not null,
  harms jsonb not null,
  hints int not null
);
create index rehearsal_of_person on rehearsal (person_id, ended_at, id);
create index rehearsal_of_machine on rehearsal (machine_id, revision);
grant select, insert on rehearsal to eager_wrench_app;

-- A lead lets a trainee work on a job that was not rehearsed, and says why.
create table let_on (
  job_id uuid not null references job,
  person_id uuid not null references person on delete cascade,
  by_id uuid not null references person,
  at timestamptz not null default now(),
  reason text not null,
  primary key (job_id, person_id)
);
grant select, insert, update on let_on to eager_wrench_app;
