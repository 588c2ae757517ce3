/**
 * Forty benches record without pause while a new version takes the place of the one before: `npm run cluster:upgrade [-- commit]`.
 * The version before is the commit that is named, the last one before the newest migration without it. The tables are migrated while
 * it serves, its processes are exchanged one after the other, and what it could not bear is finished. Nothing that was answered may be
 * lost, and nobody may have to wait; ends with 1 otherwise. Prints Markdown.
 */
import { execFileSync, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { Bench, countedIn, runsFor } from './cluster/benches.mjs';
import { LoopbackCluster } from './cluster/loopback.mjs';
import { must, ROOT, say, scratch } from './setup/system.mjs';

const BENCHES = 40;
const EVERY_MS = 500;
const PHASE_MS = 8000;
const sleep = (ms) => new Promise((resolve) => setTimeout(resolve, ms));
const git = (...args) => execFileSync('git', args, { cwd: ROOT, encoding: 'utf8' }).trim();

const commit = process.argv[2] ?? `${git('log', '-1', '--format=%H', '--', 'db/migrations')}~1`;
const before = mkdtempSync(join(scratch, 'eager-wrench-before-'));
execFileSync('chmod', ['755', before]);
say(`The version before: ${git('log', '-1', '--format=%h %s', commit)} ...`);
git('worktree', 'add', '--detach', '--force', before, commit);
let cluster;
try {
  const ready = `import('${join(before, 'scripts/setup/packages.mjs')}').then(async (m) => (await m.ensurePackages(), await m.ensureBuild()))`;
  await must('node', ['-e', ready], { cwd: before, stdio: ['ignore', 'ignore', 'inherit'] });

  cluster = await LoopbackCluster.start({ say, root: before });
  const { database } = cluster;
  let answers = [];
  const cookies = await cluster.crew();
  const runs = await runsFor(database, BENCHES);
  const benches = runs.map((run, i) =>
    new Bench(cluster, cookies[i % 2], run, EVERY_MS, () => answers.push(performance.now())).start()
  );
  await sleep(3000);

  const rows = [];
  const phase = async (name, work) => {
    say(`${name} ...`);
    answers = [];
    const from = performance.now();
    await work();
    const took = (performance.now() - from) / 1000;
    await sleep(PHASE_MS);
    const moments = [from, ...answers, performance.now()].sort((a, b) => a - b);
    rows.push({ name, took, gap: Math.max(...moments.slice(1).map((at, i) => at - moments[i])) / 1000 });
  };
  /** Beside this process, which records meanwhile. @returns what was said */
  const work = async (command) => {
    const child = spawn(command[0], command.slice(1), {
      cwd: ROOT,
      env: { ...process.env, DATABASE_URL: database.url() },
      stdio: ['ignore', 'pipe', 'inherit']
    });
    let said = '';
    child.stdout.on('data', (data) => (said += data));
    const status = await new Promise((resolve) => child.on('exit', resolve));
    if (status !== 0) throw new Error(`${command.join(' ')} ended with ${status}: ${said}`);
    return said;
  };
  const MIGRATE = ['npx', 'tsx', '--tsconfig', 'scripts/tsconfig.json', 'scripts/db.ts', 'migrate'];

  await phase('the version before serves', () => Promise.resolve());
  let left = '';
  await phase('the tables are migrated, the version before goes on', async () => (left = await work(MIGRATE)));
  for (const [i, app] of cluster.apps.entries())
    await phase(`process ${i + 1} of ${cluster.apps.length} is exchanged`, async () => {
      await app.stop();
      app.root = ROOT;
      await app.start();
    });
  let leftNow = '';
  await phase('what the version before could not bear is finished', async () => (leftNow = await work(MIGRATE)));
  await Promise.all(benches.map((b) => b.finish()));
  const { answered, lost, doubled } = await countedIn(database, benches);
  const refused = benches.flatMap((b) => b.refused).length;
  process.stdout.write(`
From ${git('log', '-1', '--format=%h', commit)} to ${git('rev-parse', '--short', 'HEAD')}; ${BENCHES} benches, an event each ${EVERY_MS} ms: ${answered} answered, **${lost} lost, ${doubled} doubled**, ${refused} refused.

| what happens | s it took | longest time without any answer, s |
|---|---|---|
${rows.map((r) => `| ${r.name} | ${r.took.toFixed(1)} | ${r.gap.toFixed(2)} |`).join('\n')}

Said after the first part: ${left.trim() || 'nothing is left'}. After the second: ${leftNow.trim() || 'nothing is left'}.
`);
  process.exitCode = lost + doubled + refused === 0 && leftNow.trim() === '' ? 0 : 1;
} finally {
  await cluster?.stop();
  git('worktree', 'remove', '--force', before);
  rmSync(before, { recursive: true, force: true });
}
