/** The jobs list, a search and opening a job with a hundred thousand jobs and five million events, against the demo's data. Prints Markdown. */
import { prepareDatabase } from './setup/database.mjs';
import { ensureBuild, ensurePackages } from './setup/packages.mjs';
import { Cluster, ensurePostgres } from './setup/postgres.mjs';
import { startServer } from './setup/server.mjs';
import { signIn } from './setup/sign-in.mjs';
import { withLock } from './setup/system.mjs';
import { fill } from './setup/full-shop.mjs';

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
await prepareDatabase(DATABASE_URL, ['migrate', 'seed']);
const server = await startServer({ DATABASE_URL, LOG_LEVEL: 'warn' });
const db = new pg.Client({ connectionString: DATABASE_URL });
await db.connect();

const cookie = await signIn(server.address, 'ines');

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
  const { jobs, events, seconds } = await fill(db, { jobs: JOBS, open: OPEN, events: EVENTS });
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
