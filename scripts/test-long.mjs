/** What npm test gives a budget, in its long form: `npm run test:long [-- files]`. */
import { execFileSync } from 'node:child_process';
import { ensureBuild, ensureChromium, ensurePackages } from './setup/packages.mjs';
import { ensurePostgres } from './setup/postgres.mjs';
import { ROOT, run, withLock } from './setup/system.mjs';

const asked = process.argv.slice(2);
/** Those that ask how much effort there is. */
const budgeted = (...where) =>
  execFileSync('git', ['grep', '-lE', "from '.*testing/(effort|facts)'", '--', ...where], {
    cwd: ROOT,
    encoding: 'utf8'
  })
    .split('\n')
    .filter((file) => file && (asked.length === 0 || asked.some((part) => file.includes(part))));
await withLock('setup', async () => {
  await ensurePostgres();
  await ensureChromium();
  await ensurePackages();
  await ensureBuild();
});
const env = { ...process.env, THOROUGH: '1' };
let status = 0;
for (const [runner, ...files] of [
  ['vitest run', ...budgeted('*.test.ts')],
  ['playwright test', ...budgeted('*.spec.ts')]
])
  if (files.length > 0) status ||= await run('npx', [...runner.split(' '), ...files], { env });
process.exitCode = status;
