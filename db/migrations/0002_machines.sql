-- Up Migration
-- A machine file as it was imported. Never changed: a correction is a new row, and runs stay with theirs.
create table machine_file (
  id bigint generated always as identity primary key,
  content_hash text not null unique check (content_hash ~ '^[0-9a-f]{64}$'),
  machine_id text not null,
  maker text not null,
  model text not null,
  revision text not null,
  document jsonb not null,
  imported_by uuid references person,
  imported_at timestamptz not null default now()
);
create index machine_file_machine on machine_file (machine_id, imported_at desc);

create function refuse_change() returns trigger language plpgsql as $$
begin
  raise exception '% is append-only', tg_table_name using errcode = 'restrict_violation';
end $$;

create trigger machine_file_is_kept before update or delete on machine_file
  for each row execute function refuse_change();
