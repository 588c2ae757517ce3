-- The language in which somebody reads; the shop's where nothing is said.
alter table person add column language text check (language in ('en', 'de'));
-- What a job is for as it is told in any language; `work` is what the search looks in.
alter table job add column work_said jsonb;
