import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { homedir, tmpdir, userInfo } from 'node:os';
import { basename, join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** The checkout, wherever the command was called from. */
export const ROOT = fileURLToPath(new URL('../../', import.meta.url)).replace(/\/$/, '');
export const isRoot = process.getuid?.() === 0;

/** What a checkout gets by being used. */
const GROWN = ['node_modules', '.svelte-kit', 'build'];
/** @param {string} checkout its folder. @returns whether it stands as git hands it out */
export const isUntouched = (checkout) => GROWN.every((name) => !existsSync(join(checkout, name)));

/** Short and stable per checkout, so that two checkouts on one machine never share data. */
export const CHECKOUT_KEY = `${basename(ROOT)}-${createHash('sha256').update(ROOT).digest('hex').slice(0, 8)}`;

/** Where this checkout's demo keeps its data: outside the checkout, since the database's own user has to enter it. */
export function dataFolder() {
  if (process.env.EAGER_WRENCH_DATA) return process.env.EAGER_WRENCH_DATA;
  const base = isRoot ? '/var/lib' : (process.env.XDG_DATA_HOME ?? join(homedir(), '.local', 'share'));
  return join(base, 'eager-wrench', CHECKOUT_KEY);
}

/** A folder for throw-away data; as root one that the database's user can enter whatever TMPDIR says. */
export const scratch = isRoot ? '/tmp' : tmpdir();

export function say(text) {
  process.stderr.write(`${text}\n`);
}

/** Runs a command to its end with its output shown; resolves to its exit status. */
export function run(command, args, options = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { cwd: ROOT, stdio: ['ignore', 'inherit', 'inherit'], ...options });
    child.on('error', reject);
    child.on('exit', (code, signal) => resolve(signal ? 128 : (code ?? 1)));
  });
}

export async function must(command, args, options) {
  const status = await run(command, args, options);
  if (status !== 0) throw new Error(`${command} ${args.join(' ')} ended with status ${status}`);
}

/** Installs Debian packages, as root or through sudo. */
export async function installDebian(packages) {
  if (!existsSync('/usr/bin/apt-get'))
    throw new Error(`please install ${packages.join(' and ')}: this machine has no apt-get`);
  say(`Installing from Debian: ${packages.join(', ')}`);
  const sudo = isRoot ? [] : ['sudo'];
  if (!isRoot && spawnSync('sudo', ['-V']).status !== 0)
    throw new Error(`please install ${packages.join(' and ')} as root: there is no sudo`);
  const apt = [...sudo, 'env', 'DEBIAN_FRONTEND=noninteractive', 'apt-get', '-q', '-o', 'DPkg::Lock::Timeout=600'];
  const call = (...args) => must(apt[0], [...apt.slice(1), ...args], { stdio: ['inherit', 'ignore', 'inherit'] });
  await call('update');
  await call('install', '-y', '--no-install-recommends', ...packages);
}

export function freePort() {
  return new Promise((resolve, reject) => {
    const probe = createServer();
    probe.on('error', reject);
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address();
      probe.close(() => resolve(port));
    });
  });
}

export function isAlive(pid) {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return error.code === 'EPERM';
  }
}

/** A guard older than this was left by a process that was killed while it held it, ms: it is held for a few instructions. */
const GUARD_LEFT_MS = 10_000;

/** Takes a dead owner's lock away, and never one that somebody else has taken meanwhile: looking and taking away are one under a guard. */
function takeAway(path, owner) {
  const guard = `${path}.guard`;
  try {
    writeFileSync(guard, '', { flag: 'wx', mode: 0o600 });
  } catch (error) {
    if (error.code !== 'EEXIST') throw error;
    const since = statSync(guard, { throwIfNoEntry: false })?.mtimeMs;
    if (since !== undefined && Date.now() - since > GUARD_LEFT_MS) rmSync(guard, { force: true });
    return;
  }
  try {
    if (readFileSync(path, 'utf8') === String(owner)) rmSync(path, { force: true });
  } catch (error) {
    if (error.code !== 'ENOENT') throw error;
  } finally {
    rmSync(guard, { force: true });
  }
}

/** One process at a time, across processes: the others wait. A lock whose owner has died is taken over. */
export async function withLock(name, work) {
  const path = join(scratch, `eager-wrench-${userInfo().uid}-${CHECKOUT_KEY}-${name}.lock`);
  for (let told = false; ;) {
    try {
      writeFileSync(path, String(process.pid), { flag: 'wx', mode: 0o600 });
      break;
    } catch (error) {
      if (error.code !== 'EEXIST') throw error;
    }
    let owner = 0;
    try {
      owner = Number(readFileSync(path, 'utf8'));
    } catch {
      continue;
    }
    if (owner && !isAlive(owner)) {
      takeAway(path, owner);
      continue;
    }
    if (!told) say('Waiting for another set-up of this checkout to finish ...');
    told = true;
    await new Promise((r) => setTimeout(r, 500));
  }
  try {
    return await work();
  } finally {
    rmSync(path, { force: true });
  }
}

export function ensureFolder(path, mode = 0o755) {
  mkdirSync(path, { recursive: true, mode });
}
