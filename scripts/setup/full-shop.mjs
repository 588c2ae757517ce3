/**
 * Fills a shop with what years leave: closed jobs with a run each, some that are open, events shared out over the runs of past months.
 * Complaints are of a few words, so that a search has something to tell apart. May be called again for more.
 * @param {import('pg').Client} db as the owner
 * @param {{ jobs: number, open: number, events: number, months?: number }} much
 */
export async function fill(db, { jobs, open, events, months = 24 }) {
  const from = performance.now();
  const words = ['rattles', 'dark', 'hot', 'dead keys', 'no charge', 'wet', 'slow', 'flickers', 'loud', 'drops out'];
  await db.query(
    `select make_month((date_trunc('month', now()) - make_interval(months => i))::date) from generate_series(1, $1::int) i`,
    [months]
  );
  await db.query(
    `insert into job (machine_file_id, customer, serial, complaint, goals, work, due_on, created_by, created_at, closed_at, waits)
     select (select min(id) + i % 5 from machine_file), 'MS Ship ' || i % 700 || ', cabin ' || i % 90, 'XX14-' || lpad(i::text, 6, '0'), ($3::text[])[1 + i % 10] || ' since week ' || i % 52,
            '[]', 'Replace part ' || i % 40, case when i <= $2 then current_date + i % 30 end, (select id from person where sign_in = 'tam'), now() - make_interval(mins => i),
            case when i > $2 then now() - make_interval(mins => i) end, case when i > $2 then 'nothing' else (array['finding', 'part', 'approval', 'bench'])[1 + i % 4] end
       from generate_series(1, $1::int) i`,
    [jobs, open, words]
  );
  await db.query(
    `update job set search = lower(job.number || ' ' || customer || ' ' || serial || ' ' || complaint || ' ' || work || ' ' || m.maker || ' ' || m.model) from machine_file m where m.id = job.machine_file_id and job.search = ''`
  );
  await db.query(
    `insert into run (job_id, machine_file_id, plan, p50_seconds, p80_seconds, started_by, signed_by, signed_at, started_at, month, record_stored_at)
     select j.id, j.machine_file_id, '{"steps": []}', 1800, 2400, j.created_by, j.created_by, j.closed_at, m.month, m.month, now()
       from job j, lateral (select (date_trunc('month', now()) - make_interval(months => 1 + (hashtext(j.id::text) & 65535) % $1))::date as month) m
      where j.closed_at is not null and not exists (select from run r where r.job_id = j.id)`,
    [months]
  );
  const bare = `r.plan = '{"steps": []}' and not exists (select from run_event e where e.month = r.month and e.run_id = r.id)`;
  const runs = (await db.query(`select count(*)::int as n from run r where ${bare}`)).rows[0].n;
  await db.query(
    `insert into run_event (month, run_id, seq, id, at, person_id, body)
     select r.month, r.id, e, gen_random_uuid(), r.started_at + make_interval(secs => e), r.started_by, jsonb_build_object('id', gen_random_uuid(), 'at', r.started_at + make_interval(secs => e), 'type', 'note', 'text', 'note ' || e)
       from run r, generate_series(1, $1::int) e where ${bare}`,
    [Math.ceil(events / runs)]
  );
  await db.query('vacuum analyze');
  const [counts] = (
    await db.query('select (select count(*) from job)::int as jobs, (select count(*) from run_event)::int as events')
  ).rows;
  return { ...counts, seconds: (performance.now() - from) / 1000 };
}
