-- Up Migration
-- A job before its goals are known is there to find its fault.
alter table job add column waits text not null default 'triage'
  check (waits in ('stopped', 'triage', 'finding', 'declined', 'approval', 'part', 'draining', 'bench', 'working', 'signature', 'nothing'));
alter table job add column waits_until timestamptz;
-- What its plan comes to, kept so that a list or a delivery need not plan anew: what has to be in hand, whether the work is at the cell, times in s.
alter table job add column needs jsonb not null default '[]';
alter table job add column at_cell boolean not null default false;
alter table job add column p50_seconds integer;
alter table job add column p80_seconds integer;
-- What a search looks in, in one lower-case text.
alter table job add column search text not null default '';
create extension if not exists pg_trgm;
create index job_search on job using gin (search gin_trgm_ops);
create index job_waits on job (waits, due_on nulls last, number) where closed_at is null;
create index job_due on job (due_on nulls last, number) where closed_at is null;
create index job_closed on job (closed_at desc, number) where closed_at is not null;

update job set search = lower(job.number || ' ' || customer || ' ' || serial || ' ' || complaint || ' ' || work || ' ' || m.maker || ' ' || m.model),
  -- Jobs from before the first questions were asked are taken for asked.
  waits = case when closed_at is not null then 'nothing' when exists (select from run where run.job_id = job.id and signed_at is not null) then 'signature'
               when exists (select from run where run.job_id = job.id) then 'working' else 'triage' end
  from machine_file m where m.id = job.machine_file_id;

-- What was said of a job: intake, condition, hazards, fault finding, cells, quotes, where it lies.
create table job_event (
  id bigint generated always as identity primary key,
  job_id uuid not null references job,
  at timestamptz not null default now(),
  person_id uuid not null references person,
  body jsonb not null
);
create index job_event_of_job on job_event (job_id, id);
create trigger job_event_is_kept before update or delete on job_event
  for each row execute function refuse_change();
create trigger job_event_is_not_emptied before truncate on job_event
  for each statement execute function refuse_change();

create index job_event_mended on job_event (job_id) where body ->> 'is' = 'mended';

-- Of millions of events few tell what held a part, and which repair helped: those are found by themselves.
create index run_event_looked on run_event (run_id) where body ->> 'type' = 'looked';
-- A machine that comes again is known by its serial number.
create index job_serial on job (serial) where serial <> '';

-- What goes wrong with a machine, by the machine's id; the newest counts.
create table fault_set (
  id bigint generated always as identity primary key,
  machine_id text not null,
  document jsonb not null,
  imported_by uuid references person,
  imported_at timestamptz not null default now()
);
create index fault_set_machine on fault_set (machine_id, id desc);
create trigger fault_set_is_kept before update or delete on fault_set
  for each row execute function refuse_change();

-- The shop's settings, each change a version of the whole.
create table shop_settings (
  version bigint generated always as identity primary key,
  at timestamptz not null default now(),
  person_id uuid references person,
  document jsonb not null
);
insert into shop_settings (document)
  select jsonb_build_object('secondSignature', second_signature,
    'cell', jsonb_build_object('good', 0.8, 'replace', 0.6, 'cycles', 500, 'safeCharge', 0.25),
    'rates', jsonb_build_object('currency', 'EUR', 'hour', 6900, 'least', 2500, 'taxBp', 2400), 'pace', '{}'::jsonb) from shop;
drop table shop;
create trigger shop_settings_are_kept before update or delete on shop_settings
  for each row execute function refuse_change();

-- What the shop buys, and where it lies.
create table spare (
  number text primary key check (length(number) between 1 and 40),
  document jsonb not null,
  -- Last known price, minor units of the shop's currency.
  price_minor bigint check (price_minor >= 0),
  changed_at timestamptz not null default now()
);
create table stock (
  number text not null references spare,
  place text not null check (length(place) between 1 and 60),
  quantity integer not null check (quantity >= 0),
  primary key (number, place)
);
-- Why stock changed: nothing comes or goes without a line here.
create table stock_move (
  id bigint generated always as identity primary key,
  at timestamptz not null default now(),
  person_id uuid not null references person,
  number text not null references spare,
  place text not null,
  change integer not null check (change <> 0),
  why text not null check (length(why) between 1 and 200),
  job_id uuid references job
);
create trigger stock_move_is_kept before update or delete on stock_move
  for each row execute function refuse_change();
-- Set aside for a job until it is used or let go.
create table reservation (
  job_id uuid not null references job,
  number text not null references spare,
  quantity integer not null check (quantity > 0),
  at timestamptz not null default now(),
  person_id uuid not null references person,
  primary key (job_id, number)
);
create index reservation_number on reservation (number);
create table spare_order (
  id uuid primary key,
  number text not null references spare,
  quantity integer not null check (quantity > 0),
  job_id uuid references job,
  person_id uuid not null references person,
  at timestamptz not null default now(),
  -- The supplier's own name for it, once it has answered.
  supplier_ref text,
  price_minor bigint,
  due_on date,
  arrived_at timestamptz
);
create index spare_order_open on spare_order (number) where arrived_at is null;

create table saved_view (
  person_id uuid not null references person on delete cascade,
  name text not null check (length(name) between 1 and 60),
  query text not null check (length(query) <= 500),
  primary key (person_id, name)
);

-- Who changed what: accounts, settings, stock, machine files.
create table audit (
  id bigint generated always as identity primary key,
  at timestamptz not null default now(),
  person_id uuid references person,
  what text not null,
  about text not null,
  detail jsonb not null default '{}'
);
create index audit_newest on audit (id desc);
create trigger audit_is_kept before update or delete on audit
  for each row execute function refuse_change();
create trigger audit_is_not_emptied before truncate on audit
  for each statement execute function refuse_change();

alter table session add column agent text not null default '' check (length(agent) <= 200);
alter table session add column id uuid not null default gen_random_uuid() unique;
