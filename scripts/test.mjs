/**
 * Everything that has to hold, from a fresh machine; ends with one line over all runners and a true exit status.
 * With --times it also writes where its time went into docs/tests.md.
 */
import { closeSync, existsSync, mkdtempSync, openSync, readFileSync, rmSync } from 'node:fs';
import { cpus } from 'node:os';
import { join } from 'node:path';
import { ensureBuild, ensureChromium, ensurePackages } from './setup/packages.mjs';
import { ensurePostgres } from './setup/postgres.mjs';
import { isUntouched, ROOT, run, say, scratch, withLock } from './setup/system.mjs';
import { busySeconds, childrenSeconds } from './tests/clock.mjs';
import { browserTests, unitTests } from './tests/reports.mjs';
import { remember } from './tests/second-tries.mjs';
import { putInto, timesTable } from './tests/table.mjs';

let passed = 0;
let failed = 0;
/** What failed, told once more at the end: the end of a log is what one sees first. */
const failures = [];
/** @type {import('./tests/reports.mjs').Test[]} */
const tests = [];
/** @type {{ name: string, wall: number, busy?: number }[]} */
const stages = [];
/** How long each file took, s. */
const took = { unit: new Map(), browser: new Map() };
const results = mkdtempSync(join(scratch, 'eager-wrench-results-'));

const began = Date.now();
let counted = childrenSeconds();

/** What comes next, and how long it all took so far: where time goes is seen from the outside. */
function title(text) {
  const minutes = ((Date.now() - began) / 60_000).toFixed(1);
  process.stdout.write(`\n== ${text} (${minutes} min)\n`);
}

/** Measures what is done alone. @param {() => Promise<void>} work */
async function stage(name, work) {
  const [from, busy] = [Date.now(), busySeconds()];
  await work();
  stages.push({ name, wall: (Date.now() - from) / 1000, busy: busySeconds() - busy });
}

/** A check that passes or fails as a whole; what it says is shown when it has ended, since others go on beside it. */
async function check(name, command, args) {
  const path = join(results, `${name.replaceAll(/\W+/g, '-')}.txt`);
  const said = openSync(path, 'w');
  const from = Date.now();
  const status = await run(command, args, { stdio: ['ignore', said, said] }).catch((error) => (say(error.message), 1));
  // A process is counted when it ends: of those that run side by side this one has just done so.
  const ended = childrenSeconds();
  closeSync(said);
  stages.push({ name, wall: (Date.now() - from) / 1000, busy: ended - counted });
  counted = ended;
  title(name);
  const text = readFileSync(path, 'utf8');
  process.stdout.write(text);
  // What is installed and built on the way is told apart.
  for (const [, what, seconds] of text.matchAll(/^(\w.*): ([\d.]+) s\.$/gm))
    stages.push({ name: `${name}: ${what.toLowerCase()}`, wall: Number(seconds), busy: undefined });
  if (status === 0) passed++;
  else {
    failed++;
    failures.push(name);
  }
  process.stdout.write(`${name}: ${status === 0 ? 'passed' : 'FAILED'}\n`);
}
async function oneByOne(checks) {
  for (const [name, command, args] of checks) await check(name, command, args);
}

/**
 * A runner that counts its tests itself; one that ends badly without a failed test counts as a failure.
 * @param {(report: object) => { tests: import('./tests/reports.mjs').Test[], files: Map<string, number> }} read
 */
async function runner(name, command, args, env, file, read) {
  title(name);
  const status = await run(command, args, { env: { ...process.env, ...env } }).catch(
    (error) => (say(error.message), 1)
  );
  const found = existsSync(file) ? read(JSON.parse(readFileSync(file, 'utf8'))) : { tests: [], files: new Map() };
  const bad = found.tests.filter((t) => t.outcome === 'failed');
  const good = found.tests.filter((t) => t.outcome === 'passed' || t.outcome === 'second-try');
  passed += good.length;
  failed += bad.length;
  failures.push(...bad.map((t) => `${t.file}: ${t.name}\n${t.why ?? ''}`));
  if (bad.length === 0 && (status !== 0 || good.length === 0)) {
    failed++;
    failures.push(name);
  }
  tests.push(...found.tests);
  return found.files;
}

/** What passed only when it was tried again is told by its name, and fails when it did so before. */
function secondTries() {
  const tried = tests.filter((t) => t.outcome === 'second-try');
  const now = tried.map((t) => `${t.file}: ${t.name}`);
  const { often, of } = remember(now);
  for (const name of often) {
    failed++;
    failures.push(`only at a second try, and not for the first time in ${of} runs: ${name}`);
  }
  return tried.map((t, i) => `${now[i]}\n${t.why ?? ''}`);
}

async function main() {
  const cleanClone = ['A clean clone starts', 'node', ['scripts/clean-clone.mjs']];
  // In place it comes first, since it takes what nothing has touched.
  const inPlace = isUntouched(ROOT);
  if (inPlace) await check(...cleanClone);
  title('Set-up');
  await stage('Set-up', () =>
    withLock('setup', async () => {
      await ensurePostgres();
      await ensureChromium();
      await ensurePackages();
      await ensureBuild();
    })
  );
  passed++;

  // What it kept of a component that has gone would be checked still.
  rmSync(join(ROOT, '.svelte-kit/.svelte-check'), { recursive: true, force: true });

  // Two rows side by side, on two processors; nothing of one waits for the other.
  await Promise.all([
    oneByOne([
      ...(inPlace ? [] : [cleanClone]),
      ['Licences of others are listed', 'node', ['scripts/licences.mjs', '--check']],
      ['Lint', 'npx', ['eslint', '.']],
      ['Dependency rule', 'npx', ['depcruise', '--config', '.dependency-cruiser.cjs', 'src', 'scripts', 'demo', 'db']]
    ]),
    oneByOne([
      ['Types: core', 'node', ['node_modules/@typescript/native/bin/tsc', '-p', 'src/core/tsconfig.json']],
      [
        'Types: application, scripts and tests',
        'npx',
        ['svelte-check', '--tsgo', '--tsconfig', './tsconfig.json', '--output', 'human', '--threshold', 'warning']
      ],
      ['Line width and layout', 'npx', ['prettier', '--check', '--log-level', 'warn', '.']]
    ])
  ]);

  const unit = join(results, 'unit.json');
  await stage('Unit tests', async () => {
    took.unit = await runner(
      'Unit tests',
      'npx',
      ['vitest', 'run', '--reporter=default', '--reporter=json', `--outputFile.json=${unit}`],
      {},
      unit,
      (report) => unitTests(report, ROOT)
    );
  });
  const browser = join(results, 'browser.json');
  await stage('Browser tests', async () => {
    took.browser = await runner(
      'Browser tests',
      'npx',
      ['playwright', 'test'],
      { PLAYWRIGHT_JSON: browser },
      browser,
      browserTests
    );
  });
}

try {
  await stage('All', main);
} catch (error) {
  say(error.stack ?? String(error));
  failed++;
}
const tried = secondTries();
const slowest = tests.toSorted((a, b) => b.seconds - a.seconds).slice(0, 20);
title('The slowest twenty tests');
for (const { seconds, file, name } of slowest)
  process.stdout.write(`${seconds.toFixed(1).padStart(7)} s  ${file}: ${name}\n`);
if (process.argv.includes('--times')) {
  const machine = `${cpus().length} processors (${cpus()[0]?.model.trim()})`;
  putInto(
    join(ROOT, 'docs', 'tests.md'),
    timesTable({ stages, unit: took.unit, browser: took.browser, slowest, machine, passed })
  );
}
rmSync(results, { recursive: true, force: true });
for (const name of failures) process.stdout.write(`\nFAILED: ${name}`);
for (const name of tried) process.stdout.write(`\nOnly at a second try: ${name}`);
process.stdout.write(`\n${tried.length} at a second try\n${passed} passed, ${failed} failed\n`);
process.exit(failed === 0 ? 0 : 1);
