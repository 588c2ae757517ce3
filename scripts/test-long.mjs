/** The suites that npm test gives a budget, in their long form: `npm run test:long [-- files]`. */
import { execFileSync } from 'node:child_process';
import { ensurePackages } from './setup/packages.mjs';
import { ensurePostgres } from './setup/postgres.mjs';
import { ROOT, run, withLock } from './setup/system.mjs';

const asked = process.argv.slice(2);
await withLock('setup', async () => {
  await ensurePostgres();
  await ensurePackages();
});
/** Those that ask how much effort there is. */
const budgeted = () =>
  execFileSync('git', ['grep', '-lE', "from '.*testing/(effort|facts)'", '--', '*.test.ts'], {
    cwd: ROOT,
    encoding: 'utf8'
  })
    .split('\n')
    .filter(Boolean);
process.exitCode = await run('npx', ['vitest', 'run', ...(asked.length > 0 ? asked : budgeted())], {
  env: { ...process.env, THOROUGH: '1' }
});
