-- Up Migration
-- Pictures that lie behind the drawing of a draft, as they were written anew on arrival.
create table draft_photo (
  id uuid primary key,
  draft_id uuid not null references draft,
  person_id uuid not null references person,
  received_at timestamptz not null default now(),
  face text not null check (length(face) between 1 and 64),
  -- How it is brought to scale, where it is.
  scale jsonb,
  bytes bytea not null
);
create index draft_photo_of on draft_photo (draft_id);
grant select, insert, update on draft_photo to eager_wrench_app;
