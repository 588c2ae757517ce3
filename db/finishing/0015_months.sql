-- Up Migration
-- Every process knows months: new runs are of theirs, and an event has to say of which.
alter table run alter column month set default newest_month();
alter table run_event alter column month drop default;
