-- Up Migration
-- A phone that takes pictures for a run without a password: its key is one run's, one person's, and for a short time.
create table camera (
  token_hash bytea primary key check (length(token_hash) = 32),
  run_id uuid not null references run,
  person_id uuid not null references person on delete cascade,
  expires_at timestamptz not null
);
create index camera_expiry on camera (expires_at);
grant select, insert, delete on camera to eager_wrench_app;
