-- Up Migration
-- Processes of the application as each last said of itself: who serves, in which version, and who has not been heard of since when.
create table process (
  id uuid primary key,
  host text not null check (length(host) between 1 and 200),
  port integer not null,
  version text not null,
  started_at timestamptz not null,
  seen_at timestamptz not null default now(),
  state jsonb not null default '{}'
);
grant select, insert, update, delete on process to eager_wrench_app;

-- Backups and drills that were done to their end, written down by who did them.
create table backup (
  id bigint generated always as identity primary key,
  at timestamptz not null default now(),
  what text not null check (what in ('backup', 'drill')),
  detail jsonb not null default '{}'
);
create index backup_newest on backup (what, at desc);
grant select on backup to eager_wrench_app;

-- How far standbys are behind is told to monitors alone; where the owner may not say so, somebody who may does (docs/operations.md).
do $$ begin
  grant pg_monitor to eager_wrench_app;
-- A grant is of the whole server: a migration of another database of it may be granting the same in this moment.
exception when insufficient_privilege or unique_violation or internal_error then null;
end $$;
