/**
 * Forty benches record without pause while parts of the cluster are killed at random moments: `npm run cluster:failover [-- rounds
 * [pooler]]`, behind a pooler that lends connections by the transaction where that is said. Nothing that was answered may be lost or
 * be there twice; ends with 1 otherwise. Prints Markdown.
 */
import { spawnSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { LoopbackCluster } from './cluster/loopback.mjs';
import { Bench, countedIn, runsFor } from './cluster/benches.mjs';
import { say } from './setup/system.mjs';

const ROUNDS = Number(process.argv[2] ?? 20);
/** The others are tried so often. */
const OTHERS = Math.max(1, Math.round(ROUNDS / 5));
const BENCHES = 40;
const EVERY_MS = 1000;
const sleep = (ms) => new Promise((resolve) => setTimeout(resolve, ms));

const cluster = await LoopbackCluster.start({ say, pooler: process.argv[3] === 'pooler' });
const { database } = cluster;

/** Moments of answers, ms. */
let answers = [];
const gapSince = (from) => {
  const moments = [from, ...answers.filter((at) => at >= from)].sort((a, b) => a - b);
  return Math.max(0, ...moments.slice(1).map((at, i) => at - moments[i])) / 1000;
};
/** What every bench recorded after a moment was answered, and hardly anything is left to send. */
const calm = async (after) => {
  for (let quiet = 0; quiet < 10;) {
    await sleep(100);
    quiet = benches.every((b) => b.newest > after && b.outbox.length <= 3) ? quiet + 1 : 0;
  }
};

const KINDS = [
  {
    name: 'the primary’s machine is gone (PostgreSQL and Patroni killed)',
    times: Math.ceil(ROUNDS / 2),
    async hurt() {
      const node = await database.primary();
      await node.kill();
      return () => node.start();
    }
  },
  {
    name: 'the primary’s database is killed, Patroni stays',
    times: Math.floor(ROUNDS / 2),
    async hurt() {
      const node = await database.primary();
      node.killDatabase();
      return () => {};
    }
  },
  {
    name: 'the synchronous standby’s machine is gone',
    times: OTHERS,
    async hurt() {
      const node = await database.synchronous();
      await node.kill();
      return () => node.start();
    }
  },
  {
    name: 'a process of the application is killed',
    times: OTHERS,
    async hurt() {
      const app = cluster.apps[Math.floor(Math.random() * cluster.apps.length)];
      await app.kill();
      return () => app.start();
    }
  },
  {
    name: 'nginx is killed, and started again after 2 s',
    times: OTHERS,
    async hurt() {
      await cluster.front.process.kill();
      await sleep(2000);
      cluster.front.process.start();
      return () => {};
    }
  },
  {
    name: 'the proxy of the databases is killed, and started again after 2 s',
    times: OTHERS,
    async hurt() {
      await database.proxy.kill();
      await sleep(2000);
      database.proxy.start();
      return () => {};
    }
  },
  {
    name: 'the proxy of the databases stands still for 5 s',
    times: OTHERS,
    async hurt() {
      database.proxy.halt(true);
      await sleep(5000);
      database.proxy.halt(false);
      return () => {};
    }
  }
];

/** The disk of the object store is full: photos are taken all the same, wait in the database, and are brought there once there is room. */
async function fullDisk() {
  const { default: sharp } = await import('sharp');
  const picture = await sharp({
    create: {
      width: 900,
      height: 700,
      channels: 3,
      background: '#7a8',
      noise: { type: 'gaussian', mean: 120, sigma: 60 }
    }
  })
    .jpeg()
    .toBuffer();
  const stuff = join(cluster.photos, 'stuff');
  spawnSync('dd', ['if=/dev/zero', `of=${stuff}`, 'bs=1M'], { stdio: 'ignore' });
  answers = [];
  const from = performance.now();
  const sent = await Promise.all(benches.slice(0, 10).map((b) => b.photo(picture)));
  await sleep(5000);
  await calm(performance.now());
  const gap = gapSince(from);
  const stored = async () =>
    (await database.ask('eager_wrench', 'select count(*)::int as n from photo where stored_at is not null'))[0].n;
  const before = await stored();
  rmSync(stuff);
  // The stand-in ends where its disk is full: a service manager starts it again.
  if (!cluster.store.process.isUp) cluster.store.process.start();
  const mended = performance.now();
  while ((await stored()) < before + sent.length) {
    if (performance.now() - mended > 300_000) break;
    await sleep(500);
  }
  return {
    gap,
    full: sent,
    waited: before === 0,
    brought: (await stored()) - before,
    after: (performance.now() - mended) / 1000
  };
}
const counts = (list) =>
  Object.entries(list.reduce((all, x) => ({ ...all, [x]: (all[x] ?? 0) + 1 }), {}))
    .map(([x, n]) => `${n} of ${list.length} ${x}`)
    .join(', ');

const benches = [];
try {
  const cookies = await cluster.crew();
  const runs = await runsFor(database, BENCHES);
  benches.push(
    ...runs.map((run, i) =>
      new Bench(cluster, cookies[i % 2], run, EVERY_MS, () => answers.push(performance.now())).start()
    )
  );
  await sleep(3000);
  const rows = [];
  for (const kind of KINDS) {
    const gaps = [];
    const left = [];
    for (let round = 0; round < kind.times; round++) {
      await database.whole();
      await calm(performance.now());
      answers = [];
      for (const b of benches) b.most = 0;
      await sleep(500 + Math.random() * 3000);
      const from = performance.now();
      const mend = await kind.hurt();
      // Work goes on by itself before anything is mended.
      await calm(Math.max(performance.now(), from + 3000));
      const gap = gapSince(from);
      gaps.push(gap);
      left.push(Math.max(...benches.map((b) => b.most)));
      await mend();
      say(`${kind.name}, ${round + 1} of ${kind.times}: ${gap.toFixed(1)} s without an answer`);
    }
    rows.push({ name: kind.name, gaps: gaps.sort((a, b) => a - b), most: Math.max(...left) });
  }
  await database.whole();
  await calm(performance.now());
  const disk = cluster.hasPhotoDisk ? await fullDisk() : undefined;
  await Promise.all(benches.map((b) => b.finish()));
  const { answered, lost, doubled } = await countedIn(database, benches);
  const refused = benches.flatMap((b) => b.refused);
  const n = (x) => x.toFixed(1);
  process.stdout.write(`
${BENCHES} benches, an event each ${EVERY_MS} ms: ${answered} answered, **${lost} lost, ${doubled} doubled**, ${refused.length} refused.

| what happens | times | s without any answer: least | median | most | most events waiting in one outbox |
|---|---|---|---|---|---|
${rows.map((r) => `| ${r.name} | ${r.gaps.length} | ${n(r.gaps[0])} | ${n(r.gaps[Math.floor(r.gaps.length / 2)])} | ${n(r.gaps.at(-1))} | ${r.most} |`).join('\n')}

${disk ? `Full disk of the object store: photos answered ${counts(disk.full)}; ${n(disk.gap)} s without any answer to events at most; ${disk.brought} of ${disk.full.length} brought into the store ${n(disk.after)} s after there was room.` : 'Full disk of the object store: not tried, since only root may make a small disk.'}
`);
  const isDiskFine = !disk || (disk.full.every((s) => s === 200) && disk.waited && disk.brought === disk.full.length);
  process.exitCode = lost + doubled + refused.length === 0 && isDiskFine ? 0 : 1;
} finally {
  await cluster.stop();
}
