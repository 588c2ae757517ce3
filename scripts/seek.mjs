/** Property tests with ever other seeds, as thoroughly as they can be: `npm run seek [-- minutes [files]]`. Ends with 1 at the first seed that finds something. */
import { randomInt } from 'node:crypto';
import { execFileSync } from 'node:child_process';
import { ensurePackages } from './setup/packages.mjs';
import { ROOT, run, say } from './setup/system.mjs';

const [minutes = 30, ...asked] = process.argv.slice(2);
await ensurePackages();
const files =
  asked.length > 0
    ? asked
    : execFileSync('git', ['grep', '-l', "from 'fast-check'", '--', 'src/core/**/*.test.ts', 'demo/**/*.test.ts'], {
        cwd: ROOT,
        encoding: 'utf8'
      })
        .trim()
        .split('\n');
const until = performance.now() + Number(minutes) * 60_000;
let tried = 0;
do {
  const seed = randomInt(1, 2 ** 31);
  const status = await run('npx', ['vitest', 'run', '--config', 'scripts/seek.config.ts', '--reporter=dot', ...files], {
    cwd: ROOT,
    env: { ...process.env, SEED: String(seed), THOROUGH: '1' }
  });
  tried++;
  if (status !== 0) {
    say(`Found with seed ${seed}, after ${tried} seeds: SEED=${seed} npm run unit -- <file>`);
    process.exit(1);
  }
} while (performance.now() < until);
say(`${tried} seeds over ${files.length} files: nothing found.`);
