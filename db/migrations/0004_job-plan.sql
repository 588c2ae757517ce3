-- Up Migration
-- By which weights a job is planned, and which ways are not to be taken.
alter table job add column weighting text not null default 'part-by-part' check (weighting in ('part-by-part', 'bit-by-bit'));
alter table job add column avoid jsonb not null default '[]' check (jsonb_typeof(avoid) = 'array');
