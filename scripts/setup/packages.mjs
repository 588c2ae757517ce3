import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { installDebian, must, ROOT, say } from './system.mjs';

/**
 * The browser that tests, pictures and measurements drive unless another one is named: Debian's own in the build that has no windows,
 * which takes three quarters of the processors' time of the other one.
 */
export const CHROMIUM = process.env.CHROMIUM ?? '/usr/bin/chromium-headless-shell';

export async function ensureChromium() {
  if (!existsSync(CHROMIUM)) await installDebian(['chromium-headless-shell']);
}

function hashOf(paths) {
  const hash = createHash('sha256').update(process.version);
  const add = (path) => {
    const full = join(ROOT, path);
    if (!existsSync(full)) return;
    if (statSync(full).isDirectory()) for (const name of readdirSync(full).sort()) add(join(path, name));
    else hash.update(path).update('\0').update(readFileSync(full)).update('\0');
  };
  for (const path of paths) add(path);
  return hash.digest('hex');
}

function isFresh(stamp, hash) {
  return existsSync(stamp) && readFileSync(stamp, 'utf8') === hash;
}

/** What takes a newcomer's minutes is told as it begins, and how long it took. */
async function timed(what, work) {
  say(`${what} ...`);
  const from = performance.now();
  await work();
  say(`${what}: ${((performance.now() - from) / 1000).toFixed(1)} s.`);
}

/** npm packages exactly as the lock file says; nothing is done when they are already so. */
export async function ensurePackages() {
  const stamp = join(ROOT, 'node_modules', '.eager-wrench-stamp');
  const hash = hashOf(['package-lock.json']);
  if (isFresh(stamp, hash)) return;
  await timed('Installing npm packages', () =>
    must('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], { stdio: ['ignore', 'ignore', 'inherit'] })
  );
  writeFileSync(stamp, hash);
}

const APPLICATION = [
  'src',
  'static',
  'package-lock.json',
  'svelte.config.js',
  'vite.config.ts',
  'vite.threads.config.ts',
  'tsconfig.json'
];
const SCRIPTS = ['src', 'db', 'demo', 'package-lock.json', 'scripts/db.ts', 'vite.scripts.config.ts'];

/** Builds into a folder; again only when its sources have changed. */
async function built(folder, sources, work) {
  const stamp = join(ROOT, folder, '.eager-wrench-stamp');
  const hash = hashOf(sources);
  if (isFresh(stamp, hash)) return;
  await work();
  writeFileSync(stamp, hash);
}

/** The application as it is served, and what makes its database ready. */
export async function ensureBuild() {
  const vite = (...args) => must('npx', ['vite', 'build', '--logLevel', 'warn', ...args]);
  await built('build', APPLICATION, () =>
    timed('Building the application', async () => {
      await vite();
      await vite('--config', 'vite.threads.config.ts');
    })
  );
  // Apart: a demo machine that is drawn anew changes nothing of the application.
  await built('build/scripts', SCRIPTS, () => vite('--config', 'vite.scripts.config.ts'));
}
