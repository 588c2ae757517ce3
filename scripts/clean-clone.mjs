/**
 * The first of the README's two commands as a newcomer gives it: what git would hand out, in an empty folder, without packages, build and
 * data; `npm run demo`; the first page answers; Ctrl-C stops it. Ends with 0 when all of that is so. A checkout that stands as git hands
 * it out is taken itself: what is installed and built in it serves what is tried after.
 */
import { execFileSync, spawn } from 'node:child_process';
import { chmodSync, cpSync, existsSync, mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { isUntouched, ROOT, say, scratch } from './setup/system.mjs';

/** Longer than this a first start must not take, ms: three minutes, and as much again for a machine that others share. */
const PATIENCE_MS = 360_000;

const folder = mkdtempSync(join(scratch, 'eager-wrench-clone-'));
chmodSync(folder, 0o755);
const checkout = isUntouched(ROOT) ? ROOT : join(folder, 'checkout');
const data = join(folder, 'data');

/** What is committed and what is about to be; nothing that git ignores. */
function handOut() {
  const names = execFileSync('git', ['ls-files', '-co', '--exclude-standard', '-z'], { cwd: ROOT, encoding: 'utf8' })
    .split('\0')
    .filter((name) => name && existsSync(join(ROOT, name)));
  for (const name of names) {
    mkdirSync(dirname(join(checkout, name)), { recursive: true });
    cpSync(join(ROOT, name), join(checkout, name));
  }
  if (!isUntouched(checkout)) throw new Error('packages or a build are handed out');
}

let demo;
try {
  if (checkout !== ROOT) handOut();
  const { DATABASE_URL: _url, ...environment } = process.env;
  const began = performance.now();
  demo = spawn('npm', ['run', 'demo'], {
    cwd: checkout,
    env: { ...environment, EAGER_WRENCH_DATA: data, PORT: '0' },
    stdio: ['ignore', 'pipe', 'pipe'],
    detached: true
  });
  // Closed, and not only ended: npm ends before what it started has stopped.
  const gone = new Promise((resolve) => demo.on('close', (code, signal) => resolve(code ?? signal)));
  let said = '';
  const address = await new Promise((resolve, reject) => {
    const late = setTimeout(() => reject(new Error('it was not ready in time')), PATIENCE_MS);
    const hear = (chunk) => {
      process.stderr.write(chunk);
      said += chunk;
      const ready = /Eager Wrench is ready: (http:\/\/\S+)/.exec(said);
      if (!ready) return;
      clearTimeout(late);
      resolve(ready[1]);
    };
    demo.stdout.on('data', hear);
    demo.stderr.on('data', hear);
    void gone.then((status) => reject(new Error(`it ended with ${status} before it was ready`)));
  });
  const first = await fetch(`${address}/signin`);
  if (first.status !== 200 || !(await first.text()).includes('Eager Wrench'))
    throw new Error(`its first page answers ${first.status}`);
  say(`From an empty folder to the first page: ${((performance.now() - began) / 1000).toFixed(0)} s.`);
  // As Ctrl-C does: to all of the group.
  process.kill(-demo.pid, 'SIGINT');
  await gone;
  const stillThere = await fetch(address).then(
    () => true,
    () => false
  );
  if (stillThere) throw new Error('it still answers after Ctrl-C');
} catch (error) {
  say(`A clean clone does not start: ${error.message}`);
  process.exitCode = 1;
} finally {
  if (demo && demo.exitCode === null && demo.signalCode === null) process.kill(-demo.pid, 'SIGKILL');
  rmSync(folder, { recursive: true, force: true });
}
