-- Up Migration
-- The plan in force once the work was planned anew in the middle; the one that it was started with stays beside it.
alter table run add column plan_now jsonb;
alter table run add column countersigned_by uuid references person;
alter table run add column countersigned_at timestamptz;
alter table run add constraint run_countersigned_by_another check (countersigned_by is distinct from signed_by or countersigned_by is null);

-- What the shop wants: one row.
create table shop (
  one boolean primary key default true check (one),
  -- A run is closed once a second person has looked at it.
  second_signature boolean not null default false
);
insert into shop default values;

-- Pictures as they were written anew on arrival. Without bytes the picture lies in the shop's photo folder under its id.
create table photo (
  id uuid primary key,
  run_id uuid not null references run,
  person_id uuid not null references person,
  received_at timestamptz not null default now(),
  width integer not null check (width > 0),
  height integer not null check (height > 0),
  bytes bytea,
  thumb bytea not null
);
create index photo_of_run on photo (run_id);
create trigger photo_is_kept before update or delete on photo
  for each row execute function refuse_change();
