-- Up Migration
-- Runs that were signed before steps were counted; each once, whoever signs meanwhile.
with before as (
  update run set followed_counted = true where signed_at is not null and not followed_counted
  returning id, month, job_id, machine_file_id
)
insert into followed_step (machine_id, step, runs)
  select m.machine_id, e.body ->> 'step', count(distinct e.run_id)
    from before r join machine_file m on m.id = r.machine_file_id
    join run_event e on e.month = r.month and e.run_id = r.id
   where e.body ->> 'type' = 'done'
     and not exists (select from recording c where c.job_id = r.job_id)
     and not exists (select from run_event u where u.month = e.month and u.run_id = e.run_id and u.body ->> 'type' = 'undo' and u.body ->> 'event' = e.id::text)
     and not exists (select from run_event n where n.month = e.month and n.run_id = e.run_id and n.body ->> 'type' = 'not-so' and n.body ->> 'step' = e.body ->> 'step')
   group by 1, 2 order by 1, 2
on conflict (machine_id, step) do update set runs = followed_step.runs + excluded.runs;
