/** Everything that has to hold, from a fresh machine; ends with one line over all runners and a true exit status. */
import { closeSync, existsSync, mkdtempSync, openSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBuild, ensureChromium, ensurePackages } from './setup/packages.mjs';
import { ensurePostgres } from './setup/postgres.mjs';
import { isUntouched, ROOT, run, say, scratch, withLock } from './setup/system.mjs';

let passed = 0;
let failed = 0;
/** Every test with its time, s. */
const times = [];
/** What failed, told once more at the end: the end of a log is what one sees first. */
const failures = [];
const results = mkdtempSync(join(scratch, 'eager-wrench-results-'));

const began = Date.now();

/** What comes next, and how long it all took so far: where time goes is seen from the outside. */
function title(text) {
  const minutes = ((Date.now() - began) / 60_000).toFixed(1);
  process.stdout.write(`\n== ${text} (${minutes} min)\n`);
}

/** A check that passes or fails as a whole; what it says is shown when it has ended, since others go on beside it. */
async function check(name, command, args) {
  const path = join(results, `${name.replaceAll(/\W+/g, '-')}.txt`);
  const said = openSync(path, 'w');
  const status = await run(command, args, { stdio: ['ignore', said, said] }).catch((error) => (say(error.message), 1));
  closeSync(said);
  title(name);
  process.stdout.write(readFileSync(path));
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

/** A runner that counts its tests itself; one that ends badly without a failed test counts as a failure. */
async function runner(name, command, args, env, file, count) {
  title(name);
  const status = await run(command, args, { env: { ...process.env, ...env } }).catch(
    (error) => (say(error.message), 1)
  );
  let counted = { passed: 0, failed: 0 };
  if (existsSync(file)) counted = count(JSON.parse(readFileSync(file, 'utf8')));
  if (status !== 0 && counted.failed === 0) counted.failed = 1;
  if (status === 0 && counted.passed === 0) counted.failed = 1;
  if (status !== 0) failures.push(name);
  passed += counted.passed;
  failed += counted.failed;
}

async function main() {
  const cleanClone = ['A clean clone starts', 'node', ['scripts/clean-clone.mjs']];
  // In place it comes first, since it takes what nothing has touched.
  const inPlace = isUntouched(ROOT);
  if (inPlace) await check(...cleanClone);
  title('Set-up');
  await withLock('setup', async () => {
    await ensurePostgres();
    await ensureChromium();
    await ensurePackages();
    await ensureBuild();
  });
  passed++;

  // Two rows side by side, on two processors; nothing of one waits for the other.
  await Promise.all([
    oneByOne([
      ...(inPlace ? [] : [cleanClone]),
      ['Licences of others are listed', 'node', ['scripts/licences.mjs', '--check']],
      ['Line width and layout', 'npx', ['prettier', '--check', '--log-level', 'warn', '.']],
      ['Lint', 'npx', ['eslint', '.']]
    ]),
    oneByOne([
      [
        'Types: application',
        'npx',
        ['svelte-check', '--tsconfig', './tsconfig.json', '--output', 'human', '--threshold', 'warning']
      ],
      ['Types: core', 'npx', ['tsc', '-p', 'src/core/tsconfig.json']],
      ['Types: scripts and tests', 'npx', ['tsc', '-p', 'scripts/tsconfig.json']],
      ['Dependency rule', 'npx', ['depcruise', '--config', '.dependency-cruiser.cjs', 'src', 'scripts', 'demo', 'db']]
    ])
  ]);

  const unit = join(results, 'unit.json');
  await runner(
    'Unit tests',
    'npx',
    ['vitest', 'run', '--reporter=default', '--reporter=json', `--outputFile.json=${unit}`],
    {},
    unit,
    (r) => {
      for (const file of r.testResults)
        for (const t of file.assertionResults) {
          times.push([(t.duration ?? 0) / 1000, t.fullName]);
          if (t.status === 'failed') failures.push(`${file.name}: ${t.fullName}`);
        }
      return { passed: r.numPassedTests, failed: r.numFailedTests };
    }
  );
  const browser = join(results, 'browser.json');
  await runner('Browser tests', 'npx', ['playwright', 'test'], { PLAYWRIGHT_JSON: browser }, browser, (r) => {
    const within = (suite) => {
      for (const spec of suite.specs ?? []) {
        if (!spec.ok) failures.push(`${spec.file}: ${spec.title}`);
        for (const t of spec.tests)
          for (const result of t.results) times.push([result.duration / 1000, `${spec.file}: ${spec.title}`]);
      }
      for (const inner of suite.suites ?? []) within(inner);
    };
    r.suites.forEach(within);
    return { passed: r.stats.expected + r.stats.flaky, failed: r.stats.unexpected };
  });
  title('The ten slowest tests');
  for (const [seconds, name] of times.sort((a, b) => b[0] - a[0]).slice(0, 10))
    process.stdout.write(`${seconds.toFixed(1).padStart(7)} s  ${name}\n`);
}

try {
  await main();
} catch (error) {
  say(error.stack ?? String(error));
  failed++;
}
rmSync(results, { recursive: true, force: true });
for (const name of failures) process.stdout.write(`\nFAILED: ${name}`);
process.stdout.write(`\n${passed} passed, ${failed} failed\n`);
process.exit(failed === 0 ? 0 : 1);
