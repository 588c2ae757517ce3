/** Requests that nobody means well, over all routes and forms: `npm run fuzz [-- how many [seed]]`. Ends with 1 if any was answered with 5xx. */
import { readFileSync } from 'node:fs';
import { prepareDatabase } from './setup/database.mjs';
import { ensureBuild } from './setup/packages.mjs';
import { Cluster, ensurePostgres } from './setup/postgres.mjs';
import { startServer } from './setup/server.mjs';
import { say, withLock } from './setup/system.mjs';
import { fuzz, knownOf } from './fuzz/run';

const [count = 100_000, seed = 1] = process.argv.slice(2).map(Number);
const { password } = JSON.parse(readFileSync(new URL('../demo/people.json', import.meta.url), 'utf8'));

await withLock('setup', async () => {
  await ensurePostgres();
  await ensureBuild();
});
const cluster = await Cluster.throwAway().start();
const owner = await cluster.createDatabase('fuzz');
await prepareDatabase(owner, ['migrate', 'seed']);
const server = await startServer(
  { DATABASE_URL: await cluster.appUrl('fuzz', 'fuzz'), LOG_LEVEL: 'error' },
  (line: string) => line.includes('"level":"error"') && say(line.slice(0, 600))
);
try {
  const cookies = [''];
  for (const name of ['tam', 'ines']) {
    const answer = await fetch(`${server.address}/signin`, {
      method: 'POST',
      redirect: 'manual',
      headers: { origin: server.address, 'content-type': 'application/x-www-form-urlencoded' },
      body: new URLSearchParams({ name, password }).toString()
    });
    cookies.push(
      answer.headers
        .getSetCookie()
        .find((c) => c.startsWith('eager_wrench_session='))!
        .split(';')[0]!
    );
  }
  const began = performance.now();
  const found = await fuzz(server.address, await knownOf(owner), cookies, count, seed);
  for (const f of found.failures)
    say(
      `${f.status} ${f.sent.method} ${f.sent.path.slice(0, 200)} ${JSON.stringify(f.sent.headers)} ${String(f.sent.body).slice(0, 300)}\n  ${f.text.slice(0, 200)}`
    );
  process.stdout.write(
    `${found.total} requests (seed ${seed}) in ${((performance.now() - began) / 1000).toFixed(0)} s: ${Object.entries(
      found.byStatus
    )
      .map(([s, n]) => `${s}: ${n}`)
      .join(', ')}. Answered with 5xx or not at all: ${found.failed}.\n`
  );
  process.exitCode = found.failed === 0 ? 0 : 1;
} finally {
  await server.stop();
  await cluster.stop();
}
