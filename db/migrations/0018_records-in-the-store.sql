-- Up Migration
-- The full record of a signed run is laid into the object store as a document of its own, and again whenever something is added to it.
alter table run add column record_stored_at timestamptz;
create index run_record_not_stored on run (signed_at) where signed_at is not null and record_stored_at is null;

-- As pictures are brought there (0016).
select work.create_queue('store-record', '{"policy": "short", "retryLimit": 15, "retryDelay": 2, "retryBackoff": true, "expireInSeconds": 120, "retentionMinutes": 1000000}');
grant select, insert, update, delete on all tables in schema work to eager_wrench_app;
