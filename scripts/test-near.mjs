/**
 * What a change touches, in a minute or two: `npm run test:near [-- --seconds 40] [files]`. The unit tests that lead to what changed and
 * the browser tests of the screens that reach it, nearest first; what there is no time for is told by name.
 */
import { execFileSync } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { ensureBuild, ensureChromium, ensurePackages } from './setup/packages.mjs';
import { ensurePostgres } from './setup/postgres.mjs';
import { ROOT, run, say, withLock } from './setup/system.mjs';
import { namedBy, nearTests, reachedFrom } from './tests/graph.mjs';
import { timesOn } from './tests/table.mjs';

const { values, positionals } = parseArgs({
  allowPositionals: true,
  // Of each kind, on each processor.
  options: { seconds: { type: 'string', default: '40' } }
});
const git = (...args) => execFileSync('git', args, { cwd: ROOT, encoding: 'utf8' }).split('\n').filter(Boolean);
const files = git('ls-files', '-co', '--exclude-standard');

/** What is not committed; where all is, what the last commit changed. */
function changes() {
  if (positionals.length > 0) return positionals;
  const open = [...git('diff', '--name-only', 'HEAD'), ...git('ls-files', '-o', '--exclude-standard')];
  return open.length > 0 ? open : git('diff', '--name-only', 'HEAD~1');
}

/** What a file takes that the table does not tell alone, s. */
const BRIEF_S = 0.5;
const known = timesOn(readFileSync(join(ROOT, 'docs', 'tests.md'), 'utf8'));
const text = (file) => readFileSync(join(ROOT, file), 'utf8');

await withLock('setup', async () => {
  await ensurePostgres();
  await ensurePackages();
});
const changed = changes();
const { unit, browser, left } = nearTests(
  { far: reachedFrom(namedBy(ROOT, files), changed), text, seconds: (file) => known.get(file) ?? BRIEF_S },
  files.filter((file) => file.endsWith('.spec.ts') && existsSync(join(ROOT, file))),
  Number(values.seconds) * 2
);
say(`${changed.length} files changed: ${unit.length} files of unit tests, ${browser.length} of browser tests.`);
let status = 0;
if (unit.length > 0) status ||= await run('npx', ['vitest', 'run', ...unit]);
if (browser.length > 0) {
  await withLock('setup', async () => {
    await ensureChromium();
    await ensureBuild();
  });
  status ||= await run('npx', ['playwright', 'test', ...browser]);
}
if (left.length > 0) say(`No time for, so see npm test:\n  ${left.join('\n  ')}`);
process.exitCode = status;
