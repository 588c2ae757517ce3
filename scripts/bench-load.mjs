/** The jobs list, a search and opening a job with a hundred thousand jobs and five million events, against the demo's data. Prints Markdown. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBuild, ensurePackages } from './setup/packages.mjs';
import { Cluster, ensurePostgres } from './setup/postgres.mjs';
import { startServer } from './setup/server.mjs';
import { must, ROOT, withLock } from './setup/system.mjs';

const JOBS = Number(process.env.LOAD_JOBS ?? 100_000);
const EVENTS = Number(process.env.LOAD_EVENTS ?? 5_000_000);
const OPEN = 500;
const ROUNDS = 25;
const say = (line = '') => process.stdout.write(`${line}\n`);

await withLock('setup', async () => {
  await ensurePostgres();
  await ensurePackages();
  await ensureBuild();
});
const { default: pg } = await import('pg');
const cluster = await Cluster.throwAway().start();
const DATABASE_URL = await cluster.createDatabase('load');
await must('npx', ['tsx', '--tsconfig', 'scripts/tsconfig.json', 'scripts/db.ts', 'migrate', 'seed'], {
  env: { ...process.env, DATABASE_URL },
  stdio: ['ignore', 'ignore', 'inherit']
});
const server = await startServer({ DATABASE_URL, LOG_LEVEL: 'warn' });
const db = new pg.Client({ connectionString: DATABASE_URL });
await db.connect();

const { password } = JSON.parse(readFileSync(join(ROOT, 'demo', 'people.json'), 'utf8'));
const signedIn = await fetch(`${server.address}/signin`, {
  method: 'POST',
  redirect: 'manual',
  headers: { origin: server.address, accept: 'text/html', 'content-type': 'application/x-www-form-urlencoded' },
  body: new URLSearchParams({ name: 'ines', password })
});
const cookie = signedIn.headers.get('set-cookie').split(';')[0];

async function times(path) {
  const list = [];
  for (let i = 0; i < ROUNDS; i++) {
    const from = performance.now();
    const answer = await fetch(`${server.address}${path}`, { headers: { cookie } });
    await answer.text();
    if (answer.status !== 200) throw new Error(`${path}: ${answer.status}`);
    // The first ones warm up.
    if (i >= 5) list.push(performance.now() - from);
  }
  return list.sort((a, b) => a - b)[Math.floor(list.length / 2)];
}

/** Closed jobs with a run each, some hundreds open; events shared out over the runs. Complaints of a few words so that a search has something to tell apart. */
async function load() {
  const from = performance.now();
  const words = ['rattles', 'dark', 'hot', 'dead keys', 'no charge', 'wet', 'slow', 'flickers', 'loud', 'drops out'];
  await db.query(
    `insert into job (machine_file_id, customer, serial, complaint, goals, work, due_on, created_by, created_at, closed_at, waits)
     select (select min(id) + i % 5 from machine_file), 'MS Ship ' || i % 700 || ', cabin ' || i % 90, 'XX14-' || lpad(i::text, 6, '0'), ($3::text[])[1 + i % 10] || ' since week ' || i % 52,
            '[]', 'Replace part ' || i % 40, case when i <= $2 then current_date + i % 30 end, (select id from person where sign_in = 'tam'), now() - make_interval(mins => i),
            case when i > $2 then now() - make_interval(mins => i) end, case when i > $2 then 'nothing' else (array['finding', 'part', 'approval', 'bench'])[1 + i % 4] end
       from generate_series(1, $1::int) i`,
    [JOBS, OPEN, words]
  );
  await db.query(
    `update job set search = lower(job.number || ' ' || customer || ' ' || serial || ' ' || complaint || ' ' || work || ' ' || m.maker || ' ' || m.model) from machine_file m where m.id = job.machine_file_id and job.search = ''`
  );
  await db.query(
    `insert into run (job_id, machine_file_id, plan, p50_seconds, p80_seconds, started_by, signed_by, signed_at)
     select j.id, j.machine_file_id, '{"steps": []}', 1800, 2400, j.created_by, j.created_by, j.closed_at from job j where j.closed_at is not null and not exists (select from run r where r.job_id = j.id)`
  );
  const runs = (await db.query(`select count(*)::int as n from run where plan = '{"steps": []}'`)).rows[0].n;
  const each = Math.ceil(EVENTS / runs);
  await db.query(
    `insert into run_event (month, run_id, seq, id, at, person_id, body)
     select r.month, r.id, e, gen_random_uuid(), r.started_at + make_interval(secs => e), r.started_by, jsonb_build_object('type', 'done', 'step', 'down/' || e)
       from run r, generate_series(1, $1::int) e where r.plan = '{"steps": []}'`,
    [each]
  );
  await db.query('vacuum analyze');
  const [counts] = (
    await db.query('select (select count(*) from job)::int as jobs, (select count(*) from run_event)::int as events')
  ).rows;
  return { ...counts, seconds: (performance.now() - from) / 1000 };
}

const PAGES = [
  ['the list of open jobs', '/jobs'],
  ['one search', '/jobs?q=purser+coffee'],
  ['opening a job: its intake', '/jobs/104/intake'],
  ['opening a job: its report', '/jobs/101/report'],
  ['opening a job: its bench', '/jobs/102/bench'],
  ['opening a job: its fault', '/jobs/109/fault'],
  ['opening a job: its cell', '/jobs/111/cell'],
  ['the machine library', '/machines']
];
try {
  const before = [];
  for (const [, path] of PAGES) before.push(await times(path));
  const { jobs, events, seconds } = await load();
  say('## A hundred thousand jobs');
  say();
  say(`${jobs} jobs and ${events} events, loaded in ${seconds.toFixed(0)} s; page as served, median of ${ROUNDS - 5}.`);
  say();
  say('| page | demo data, ms | loaded, ms | ratio |');
  say('|---|---|---|---|');
  for (const [i, [name, path]] of PAGES.entries()) {
    const loaded = await times(path);
    say(`| ${name} | ${before[i].toFixed(1)} | ${loaded.toFixed(1)} | ${(loaded / before[i]).toFixed(1)} |`);
  }
  const search = await times('/jobs?closed=1&q=flickers+700');
  say(`| search over the closed ones | | ${search.toFixed(1)} | |`);
  say();
} finally {
  await db.end();
  await server.stop();
  await cluster.stop();
}
