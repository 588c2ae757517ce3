-- Up Migration
-- A machine that is being drawn. Its document is what its edits come to, written by the application as they are taken.
create table draft (
  id uuid primary key,
  machine_id text not null,
  maker text not null,
  model text not null,
  -- The file that it began with, where it did.
  machine_file_id bigint references machine_file,
  -- As they were written, byte for byte: what is taken back comes back as it was.
  first json not null,
  document json not null,
  started_by uuid not null references person,
  started_at timestamptz not null default now(),
  changed_at timestamptz not null default now(),
  -- The file that it was kept as last.
  kept_as bigint references machine_file
);
create index draft_changed on draft (changed_at desc);
create index draft_machine on draft (machine_id);
create table draft_event (
  draft_id uuid not null references draft,
  seq bigint not null check (seq > 0),
  id uuid not null,
  received_at timestamptz not null default now(),
  person_id uuid not null references person,
  body json not null,
  primary key (draft_id, seq),
  unique (id)
);
create trigger draft_event_is_kept before update or delete on draft_event
  for each row execute function refuse_change();
create trigger draft_event_is_not_emptied before truncate on draft_event
  for each statement execute function refuse_change();

grant select, insert on draft, draft_event to eager_wrench_app;
grant update on draft to eager_wrench_app;
