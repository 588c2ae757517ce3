-- Up Migration
-- Runs from before that was kept.
update run r set differed = true
 where not differed and exists (select from run_event e where e.month = r.month and e.run_id = r.id and e.body ->> 'type' = 'not-so');
