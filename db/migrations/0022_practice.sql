-- Up Migration
-- What people answered in practice, each once under the id that their device gave it. What somebody remembers is worked out of these
-- alone, so that answers may come late and twice.
create table practice_answer (
  id uuid primary key,
  person_id uuid not null references person on delete cascade,
  answered_at timestamptz not null,
  received_at timestamptz not null default now(),
  exercise jsonb not null,
  answer jsonb not null,
  is_right boolean not null
);
create index practice_answer_of_person on practice_answer (person_id, answered_at, id);
grant select, insert on practice_answer to eager_wrench_app;
