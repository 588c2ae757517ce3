/**
 * Restores the loopback cluster's database to a chosen second, while forty benches go on recording: `npm run cluster:drill [-- events]`.
 * What comes back has to be what was there in that second, row for row and fold for fold; ends with 1 otherwise. Prints Markdown.
 */
import { mkdtempSync, readdirSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { connected, describe } from './admin/backup';
import { base, drillMoment } from './admin/moment';
import { Bench, runsFor } from './cluster/benches.mjs';
import { LoopbackCluster } from './cluster/loopback.mjs';
import { Cluster } from './setup/postgres.mjs';
import { fill } from './setup/full-shop.mjs';
import { say, scratch } from './setup/system.mjs';

const EVENTS = Number(process.argv[2] ?? 100_000);
const BENCHES = 40;
const sleep = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
const since = (from: number) => ((performance.now() - from) / 1000).toFixed(1);
const sizeOf = (folder: string): number =>
  readdirSync(folder, { withFileTypes: true }).reduce(
    (sum, e) => sum + (e.isDirectory() ? sizeOf(join(folder, e.name)) : statSync(join(folder, e.name)).size),
    0
  );
const gigabytes = (bytes: number) => (bytes / 1e9).toFixed(2);

const cluster = await LoopbackCluster.start({ say });
const folder = mkdtempSync(join(scratch, 'eager-wrench-drill-'));
try {
  const { database } = cluster;
  const url = database.url();
  say(`${EVENTS} events of years past ...`);
  const filled = await connected(url, (db) =>
    fill(db, { jobs: Math.ceil(EVENTS / 120) + 300, open: 300, events: EVENTS })
  );
  await database.whole(600);
  const copied = performance.now();
  await base({ url, copying: database.url('primary', 'replicator') }, folder, {});
  const copiedIn = since(copied);

  const cookies = await cluster.crew();
  const runs: string[] = await runsFor(database, BENCHES);
  const benches = runs.map((run, i) => new Bench(cluster, cookies[i % 2], run, 500).start());
  await sleep(20_000);
  for (const b of benches) b.rests = true;
  while (benches.some((b) => b.outbox.length > 0)) await sleep(50);
  await sleep(1000);
  const then = await connected(url, (db) => describe(db));
  const [{ moment }] = await database.ask('eager_wrench', 'select now()::text as moment');
  await sleep(1000);
  for (const b of benches) b.rests = false;
  await sleep(20_000);
  for (const b of benches) b.rests = true;
  while (benches.some((b) => b.outbox.length > 0)) await sleep(50);

  // To the end of the archive as it is now: what would be lost if all servers burnt.
  say('To the end of the archive ...');
  const end = await drillMoment(url, { folder, archive: database.archive });
  // What was recorded after the chosen second is archived, too: only then is it shown that it is left out.
  await database.ask('postgres', 'select pg_switch_wal()', 'postgres');
  await sleep(5000);
  say(`To ${moment} ...`);
  const from = performance.now();
  const restored = await Cluster.restored({
    base: join(folder, 'data'),
    archive: database.archive,
    to: moment,
    login: 'eager_wrench',
    password: new URL(url).password
  });
  const restoredIn = since(from);
  let now: Awaited<ReturnType<typeof describe>>;
  try {
    now = await connected(restored.url(new URL(url).pathname.slice(1)), (db) => describe(db));
  } finally {
    await restored.stop();
  }
  // Processes say that they are there every 15 s: that is no part of the shop's record.
  const differs = (a: Record<string, unknown>, b: Record<string, unknown>) =>
    [...new Set([...Object.keys(a), ...Object.keys(b)])].filter((key) => key !== 'process' && a[key] !== b[key]);
  const rows = differs(then.rows, now.rows);
  const folds = differs(then.runs, now.runs);
  const [{ n: events }] = await database.ask('eager_wrench', 'select count(*)::int as n from run_event');
  const after = events - then.rows.run_event!;
  process.stdout.write(`
| | |
|---|---|
| events, runs | ${then.rows.run_event}, ${Object.keys(then.runs).length} |
| filled in (with two standbys), s | ${filled.seconds.toFixed(0)} |
| base backup: size, GB; time, s | ${gigabytes(sizeOf(join(folder, 'data')))}; ${copiedIn} |
| archive, GB | ${gigabytes(sizeOf(database.archive))} |
| restored to ${moment}, s | ${restoredIn} |
| tables with other counts than in that second | ${rows.length}${rows.length > 0 ? ` (${rows.join(', ')})` : ''} |
| runs that fold to something else | ${folds.length} |
| events recorded after it, and rightly left out | ${after} |
| restored to the end of the archive, s; compared, s | ${end.restoredIn.toFixed(1)}; ${(end.comparedIn - end.restoredIn).toFixed(1)} |
| runs there that are not the beginning of those in use | ${end.differing.length} |
| would have been lost | ${end.lostEvents} events, the last ${end.lostSeconds.toFixed(1)} s |
`);
  await Promise.all(benches.map((b) => b.finish()));
  process.exitCode = rows.length + folds.length + end.differing.length === 0 && after > 0 ? 0 : 1;
} finally {
  await cluster.stop();
  rmSync(folder, { recursive: true, force: true });
}
