-- Up Migration
-- When the server took an event whose own time cannot be right: then this counts.
alter table run_event add column took_at timestamptz;

-- How long each step took, from the events, written when the run is signed: what later plans' times go by.
alter table run add column observed jsonb;

-- What a browser sends may come twice: a retry after a lost answer, a double click. Each has an id of the browser's own, and is answered again as the first time.
create table done_once (
  id uuid primary key,
  person_id uuid not null references person,
  at timestamptz not null default now(),
  what text not null check (length(what) between 1 and 100),
  answer jsonb
);
create index done_once_at on done_once (at);

-- The picture as it was sent, so that one that was lost can be taken again and nothing else in its place.
alter table photo add column sha256 bytea check (length(sha256) = 32);

-- The log names what was done without a session, too: sign-ins that were refused.
alter table audit add column address text not null default '' check (length(address) <= 100);

-- Append-only holds against emptying, everywhere.
create trigger machine_file_is_not_emptied before truncate on machine_file for each statement execute function refuse_change();
create trigger photo_is_not_emptied before truncate on photo for each statement execute function refuse_change();
create trigger fault_set_is_not_emptied before truncate on fault_set for each statement execute function refuse_change();
create trigger shop_settings_are_not_emptied before truncate on shop_settings for each statement execute function refuse_change();
create trigger stock_move_is_not_emptied before truncate on stock_move for each statement execute function refuse_change();

-- Sessions of a browser that is known to a name: strangers who guess do not lock it out.
create table known_device (
  token_hash bytea primary key check (length(token_hash) = 32),
  person_id uuid not null references person on delete cascade,
  at timestamptz not null default now()
);
create index known_device_person on known_device (person_id, at);

-- The application works as a role that owns nothing: it cannot take a trigger away, and what is append-only it may only read and add to.
do $$ begin
  create role eager_wrench_app nologin;
exception when duplicate_object or unique_violation then null;
end $$;
grant usage on schema public to eager_wrench_app;
grant select on all tables in schema public to eager_wrench_app;
grant insert on person, session, rate_limit, machine_file, job, run, run_event, photo, job_event, fault_set, shop_settings, spare, stock, stock_move, reservation, spare_order, saved_view, audit, done_once, known_device to eager_wrench_app;
grant update on person, session, rate_limit, job, run, spare, stock, reservation, spare_order, saved_view, done_once, known_device to eager_wrench_app;
grant delete on session, rate_limit, reservation, spare_order, saved_view, done_once, known_device to eager_wrench_app;
