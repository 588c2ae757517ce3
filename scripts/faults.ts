/**
 * Work goes on while everything under it breaks: `npm run faults [-- seconds]`. Two processes of the application over one database;
 * people record events, say facts and move stock, each thing sent again until it is answered; meanwhile processes are killed, the
 * database is restarted, its connections are cut and fall silent. At the end every thing must be there once. Ends with 1 otherwise.
 */
import { randomUUID } from 'node:crypto';
import { chmodSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import pg from 'pg';
import { prepareDatabase } from './setup/database.mjs';
import { ensureBuild } from './setup/packages.mjs';
import { Cluster, ensurePostgres } from './setup/postgres.mjs';
import { startServer } from './setup/server.mjs';
import { say, scratch, withLock } from './setup/system.mjs';
import { Cable } from './faults/cable';

const SECONDS = Number(process.argv[2] ?? 120);
const { password } = JSON.parse(readFileSync(new URL('../demo/people.json', import.meta.url), 'utf8'));
const sleep = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

await withLock('setup', async () => {
  await ensurePostgres();
  await ensureBuild();
});
const folder = mkdtempSync(join(scratch, 'eager-wrench-faults-'));
chmodSync(folder, 0o755);
const cluster = await new Cluster(folder).start();
const owner = () => cluster.createDatabase('shop');
await prepareDatabase(await owner(), ['migrate', 'seed']);
const cable = await Cable.to(await cluster.appUrl('shop', 'faults'));
const env = { DATABASE_URL: cable.url, LOG_LEVEL: 'fatal' };
const servers = [await startServer(env), await startServer(env)];
const ports = servers.map((s) => new URL(s.address).port);
const address = () => `http://127.0.0.1:${ports[Math.floor(Math.random() * 2)]}`;

/** Sends until it is answered by anything but a fault of ours. */
async function insist(path: string, init: RequestInit, cookie: string): Promise<number> {
  for (;;) {
    const at = address();
    const response = await fetch(`${at}${path}`, {
      ...init,
      redirect: 'manual',
      signal: AbortSignal.timeout(30_000),
      headers: { ...(init.headers as Record<string, string>), origin: at, cookie }
    }).catch(() => undefined);
    await response?.arrayBuffer().catch(() => undefined);
    if (response && response.status < 500 && response.status !== 429) return response.status;
    await sleep(100 + Math.random() * 200);
  }
}

async function signIn(name: string): Promise<string> {
  for (;;) {
    const at = address();
    const response = await fetch(`${at}/signin`, {
      method: 'POST',
      redirect: 'manual',
      headers: { origin: at, 'content-type': 'application/x-www-form-urlencoded' },
      body: new URLSearchParams({ name, password }).toString()
    }).catch(() => undefined);
    const cookie = response?.headers.getSetCookie().find((c) => c.startsWith('eager_wrench_session='));
    if (cookie) return cookie.split(';')[0]!;
    await sleep(300);
  }
}

const counted: Record<string, number> = {
  'process killed': 0,
  'database restarted': 0,
  'connections cut': 0,
  'database silent': 0
};
const refused: number[] = [];
let isOver = false;

/** One person at work: each round an event of a run, a fact of a job and a move of stock. */
async function work(
  sent: { events: string[]; facts: string[]; moves: number },
  cookie: string,
  run: string,
  number: string
): Promise<void> {
  while (!isOver) {
    const id = randomUUID();
    sent.events.push(id);
    const event = await insist(
      `/api/runs/${run}/events`,
      {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ events: [{ id, at: new Date().toISOString(), type: 'note', text: id }] })
      },
      cookie
    );
    const said = randomUUID();
    sent.facts.push(said);
    const fact = await insist(
      '/api/jobs/105/facts',
      {
        method: 'POST',
        headers: { 'content-type': 'application/json', 'idempotency-key': said },
        body: JSON.stringify({ is: 'note', text: said })
      },
      cookie
    );
    sent.moves++;
    const move = await insist(
      '/spares?/move',
      {
        method: 'POST',
        headers: { 'content-type': 'application/x-www-form-urlencoded', 'x-sveltekit-action': 'true' },
        body: new URLSearchParams({
          number,
          place: 'Faults',
          change: '1',
          why: 'bought',
          once: randomUUID()
        }).toString()
      },
      cookie
    );
    refused.push(...[event, fact, move].filter((status) => status !== 200));
  }
}

try {
  const cookies = [await signIn('tam'), await signIn('ines')];
  const client = new pg.Client({ connectionString: await owner() });
  await client.connect();
  const [{ run, number }] = (
    await client.query(
      `select (select r.id from run r join job j on j.id = r.job_id where j.number = 102) as run, (select number from spare order by number limit 1) as number`
    )
  ).rows;
  await client.end();
  const sent = { events: [] as string[], facts: [] as string[], moves: 0 };
  const workers = Array.from({ length: 6 }, (_, i) => work(sent, cookies[i % 2]!, run, number));
  const until = Date.now() + SECONDS * 1000;
  for (let i = 0; Date.now() < until; i++) {
    await sleep(1500 + Math.random() * 1500);
    const kind = Object.keys(counted)[i % 4]!;
    counted[kind]!++;
    if (kind === 'process killed') {
      const which = Math.floor(Math.random() * 2);
      await servers[which]!.stop('SIGKILL');
      servers[which] = await startServer({ ...env, PORT: ports[which]! });
    } else if (kind === 'database restarted') {
      await cluster.stop();
      await cluster.start();
      cable.leadTo(await cluster.appUrl('shop', 'faults'));
    } else if (kind === 'connections cut') cable.cut();
    else {
      cable.isDrawn = true;
      await sleep(3000);
      cable.isDrawn = false;
      cable.cut();
    }
  }
  isOver = true;
  await Promise.all(workers);
  const db = new pg.Client({ connectionString: await owner() });
  await db.connect();
  const of = async (sql: string, ids: string[]) => {
    const { rows } = await db.query(sql);
    const times = new Map<string, number>();
    for (const { text } of rows) times.set(text, (times.get(text) ?? 0) + 1);
    return {
      lost: ids.filter((id) => !times.has(id)).length,
      doubled: ids.filter((id) => (times.get(id) ?? 0) > 1).length
    };
  };
  const events = await of(`select body ->> 'text' as text from run_event where body ->> 'type' = 'note'`, sent.events);
  const facts = await of(`select body ->> 'text' as text from job_event where body ->> 'is' = 'note'`, sent.facts);
  const {
    rows: [stock]
  } = await db.query(`select coalesce(sum(quantity), 0)::int as n from stock where place = 'Faults'`);
  await db.end();
  const faults = Object.entries(counted)
    .map(([kind, n]) => `${kind} ${n} times`)
    .join(', ');
  process.stdout.write(
    `${SECONDS} s, two processes: ${faults}.\n| | sent | lost | doubled |\n|---|---|---|---|\n| events of a run | ${sent.events.length} | ${events.lost} | ${events.doubled} |\n| facts of a job | ${sent.facts.length} | ${facts.lost} | ${facts.doubled} |\n| moves of stock | ${sent.moves} | ${Math.max(0, sent.moves - stock.n)} | ${Math.max(0, stock.n - sent.moves)} |\n`
  );
  if (refused.length > 0) say(`Refused: ${refused.join(', ')}`);
  process.exitCode =
    events.lost + events.doubled + facts.lost + facts.doubled + Math.abs(stock.n - sent.moves) + refused.length === 0
      ? 0
      : 1;
} finally {
  for (const server of servers) await server.stop('SIGKILL');
  cable.close();
  await cluster.stop();
  rmSync(folder, { recursive: true, force: true });
}
