-- Up Migration
-- Work that is done in the background, by whichever process takes it: the tables of the package pg-boss, version 24 of its schema, as it
-- writes them itself (PgBoss.getConstructionPlans('work')). A later version of the package that needs others gets a migration of its own.
CREATE SCHEMA IF NOT EXISTS work;

CREATE TYPE work.job_state AS ENUM (
  'created',
  'retry',
  'active',
  'completed',
  'cancelled',
  'failed'
);

CREATE TABLE work.version (
  version int primary key,
  maintained_on timestamp with time zone,
  cron_on timestamp with time zone,
  monitored_on timestamp with time zone
);

CREATE TABLE work.queue (
  name text,
  policy text,
  retry_limit int,
  retry_delay int,
  retry_backoff bool,
  expire_seconds int,
  retention_minutes int,
  dead_letter text REFERENCES work.queue (name),
  partition_name text,
  created_on timestamp with time zone not null default now(),
  updated_on timestamp with time zone not null default now(),
  PRIMARY KEY (name)
);

CREATE TABLE work.schedule (
  name text REFERENCES work.queue ON DELETE CASCADE,
  cron text not null,
  timezone text,
  data jsonb,
  options jsonb,
  created_on timestamp with time zone not null default now(),
  updated_on timestamp with time zone not null default now(),
  PRIMARY KEY (name)
);

CREATE TABLE work.subscription (
  event text not null,
  name text not null REFERENCES work.queue ON DELETE CASCADE,
  created_on timestamp with time zone not null default now(),
  updated_on timestamp with time zone not null default now(),
  PRIMARY KEY(event, name)
);

CREATE TABLE work.job (
  id uuid not null default gen_random_uuid(),
  name text not null,
  priority integer not null default(0),
  data jsonb,
  state work.job_state not null default('created'),
  retry_limit integer not null default(2),
  retry_count integer not null default(0),
  retry_delay integer not null default(0),
  retry_backoff boolean not null default false,
  start_after timestamp with time zone not null default now(),
  started_on timestamp with time zone,
  singleton_key text,
  singleton_on timestamp without time zone,
  expire_in interval not null default interval '15 minutes',
  created_on timestamp with time zone not null default now(),
  completed_on timestamp with time zone,
  keep_until timestamp with time zone NOT NULL default now() + interval '14 days',
  output jsonb,
  dead_letter text,
  policy text
) PARTITION BY LIST (name);
ALTER TABLE work.job ADD PRIMARY KEY (name, id);
CREATE TABLE work.archive (LIKE work.job);
ALTER TABLE work.archive ADD PRIMARY KEY (name, id);
ALTER TABLE work.archive ADD archived_on timestamptz NOT NULL DEFAULT now();
CREATE INDEX archive_i1 ON work.archive(archived_on);

CREATE FUNCTION work.create_queue(queue_name text, options json)
RETURNS VOID AS
$$
DECLARE
  table_name varchar := 'j' || encode(sha224(queue_name::bytea), 'hex');
  queue_created_on timestamptz;
BEGIN

  WITH q as (
  INSERT INTO work.queue (
    name,
    policy,
    retry_limit,
    retry_delay,
    retry_backoff,
    expire_seconds,
    retention_minutes,
    dead_letter,
    partition_name
  )
  VALUES (
    queue_name,
    options->>'policy',
    (options->>'retryLimit')::int,
    (options->>'retryDelay')::int,
    (options->>'retryBackoff')::bool,
    (options->>'expireInSeconds')::int,
    (options->>'retentionMinutes')::int,
    options->>'deadLetter',
    table_name
  )
  ON CONFLICT DO NOTHING
  RETURNING created_on
  )
  SELECT created_on into queue_created_on from q;

  IF queue_created_on IS NULL THEN
    RETURN;
  END IF;

  EXECUTE format('CREATE TABLE work.%I (LIKE work.job INCLUDING DEFAULTS)', table_name);

  EXECUTE format('ALTER TABLE work.%1$I ADD PRIMARY KEY (name, id)', table_name);
  EXECUTE format('ALTER TABLE work.%1$I ADD CONSTRAINT q_fkey FOREIGN KEY (name) REFERENCES work.queue (name) ON DELETE RESTRICT DEFERRABLE INITIALLY DEFERRED', table_name);
  EXECUTE format('ALTER TABLE work.%1$I ADD CONSTRAINT dlq_fkey FOREIGN KEY (dead_letter) REFERENCES work.queue (name) ON DELETE RESTRICT DEFERRABLE INITIALLY DEFERRED', table_name);
  EXECUTE format('CREATE UNIQUE INDEX %1$s_i1 ON work.%1$I (name, COALESCE(singleton_key, '''')) WHERE state = ''created'' AND policy = ''short''', table_name);
  EXECUTE format('CREATE UNIQUE INDEX %1$s_i2 ON work.%1$I (name, COALESCE(singleton_key, '''')) WHERE state = ''active'' AND policy = ''singleton''', table_name);
  EXECUTE format('CREATE UNIQUE INDEX %1$s_i3 ON work.%1$I (name, state, COALESCE(singleton_key, '''')) WHERE state <= ''active'' AND policy = ''stately''', table_name);
  EXECUTE format('CREATE UNIQUE INDEX %1$s_i4 ON work.%1$I (name, singleton_on, COALESCE(singleton_key, '''')) WHERE state <> ''cancelled'' AND singleton_on IS NOT NULL', table_name);
  EXECUTE format('CREATE INDEX %1$s_i5 ON work.%1$I (name, start_after) INCLUDE (priority, created_on, id) WHERE state < ''active''', table_name);

  EXECUTE format('ALTER TABLE work.%I ADD CONSTRAINT cjc CHECK (name=%L)', table_name, queue_name);
  EXECUTE format('ALTER TABLE work.job ATTACH PARTITION work.%I FOR VALUES IN (%L)', table_name, queue_name);
END;
$$
LANGUAGE plpgsql;;

CREATE FUNCTION work.delete_queue(queue_name text)
RETURNS VOID AS
$$
DECLARE
  table_name varchar;
BEGIN
  WITH deleted as (
    DELETE FROM work.queue
    WHERE name = queue_name
    RETURNING partition_name
  )
  SELECT partition_name from deleted INTO table_name;

  EXECUTE format('DROP TABLE IF EXISTS work.%I', table_name);
END;
$$
LANGUAGE plpgsql;;
INSERT INTO work.version(version) VALUES ('24');

grant usage on schema work to eager_wrench_app;
grant select, insert, update, delete on all tables in schema work to eager_wrench_app;
revoke execute on all functions in schema work from public;

-- Pictures on their way into the object store: each at most once before it is begun; tried 15 times, ever later (over some nine hours).
select work.create_queue('store-photo', '{"policy": "short", "retryLimit": 15, "retryDelay": 2, "retryBackoff": true, "expireInSeconds": 120, "retentionMinutes": 1000000}');
grant select, insert, update, delete on all tables in schema work to eager_wrench_app;

-- A picture that is in the object store lies there alone. That is all that may ever change of one.
alter table photo add column stored_at timestamptz;
drop trigger photo_is_kept on photo;
create trigger photo_is_not_deleted before delete on photo for each row execute function refuse_change();
create trigger photo_is_kept before update on photo for each row
  when (not (old.stored_at is null and new.stored_at is not null and new.bytes is null
    and to_jsonb(old) - 'bytes' - 'stored_at' = to_jsonb(new) - 'bytes' - 'stored_at'))
  execute function refuse_change();
grant update (bytes, stored_at) on photo to eager_wrench_app;
create index photo_not_stored on photo (received_at) where stored_at is null;
