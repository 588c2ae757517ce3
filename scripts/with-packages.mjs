/** Runs a program of the packages, installed first where they are not: `node scripts/with-packages.mjs tsx scripts/bench.ts`. */
import { join } from 'node:path';
import { ensurePackages } from './setup/packages.mjs';
import { ROOT, run, say, withLock } from './setup/system.mjs';

const [program, ...args] = process.argv.slice(2);
try {
  await withLock('setup', ensurePackages);
  const path = program === 'node' ? process.execPath : join(ROOT, 'node_modules', '.bin', program);
  process.exitCode = await run(path, args, { stdio: 'inherit', cwd: process.cwd() });
} catch (error) {
  say(error.message);
  process.exitCode = 1;
}
