import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { homedir } from 'node:os';
import { dirname, join } from 'node:path';
import { isRoot } from '../setup/system.mjs';

/** So many runs are looked back on, this one among them. */
const RUNS = 10;
/** A test that needed its second try in so many of them is a failure. */
const TOO_OFTEN = 2;

/** What this machine remembers of its runs, whatever checkout they were of; EAGER_WRENCH_TESTS_KEPT names another file. */
export const KEPT =
  process.env.EAGER_WRENCH_TESTS_KEPT ??
  join(
    isRoot ? '/var/lib' : (process.env.XDG_STATE_HOME ?? join(homedir(), '.local', 'state')),
    'eager-wrench',
    'second-tries.json'
  );

/**
 * @param {readonly (readonly string[])[]} earlier of each earlier run which tests passed only at their second try, the oldest first
 * @param {readonly string[]} now those of this run
 * @returns {{ runs: string[][], often: string[] }} what is remembered from now on, and which of this run's have done so before
 */
export function lookBack(earlier, now) {
  const runs = [...earlier.map((names) => [...names]), [...now]].slice(-RUNS);
  const often = now.filter((name) => runs.filter((names) => names.includes(name)).length >= TOO_OFTEN);
  return { runs, often };
}

/**
 * Remembers this run. What cannot be read is begun anew: a machine that forgets is no reason to fail.
 * @param {readonly string[]} now which tests passed only at their second try
 * @returns {{ often: string[], of: number }} those that did so before, and how many runs were looked back on
 */
export function remember(now, path = KEPT) {
  let earlier = [];
  try {
    const kept = existsSync(path) ? JSON.parse(readFileSync(path, 'utf8')) : [];
    if (Array.isArray(kept) && kept.every((run) => Array.isArray(run))) earlier = kept;
  } catch {
    // Begun anew.
  }
  const { runs, often } = lookBack(earlier, now);
  try {
    mkdirSync(dirname(path), { recursive: true });
    writeFileSync(`${path}.new`, JSON.stringify(runs, undefined, 1));
    renameSync(`${path}.new`, path);
  } catch (error) {
    process.stderr.write(`Second tries are not remembered: ${error.message}\n`);
  }
  return { often, of: runs.length };
}
