import { join } from 'node:path';
import { must, ROOT } from './system.mjs';

/**
 * Migrates a database, and fills it with the demo's shop where that is asked for, by what is built.
 * @param {string} url the database as its owner reaches it
 * @param {('migrate' | 'seed')[]} verbs
 * @param {{ root?: string, shown?: boolean }} options where the built application lies; whether what is said on the way is shown
 */
export const prepareDatabase = (url, verbs, { root = ROOT, shown = false } = {}) =>
  must(process.execPath, [join(root, 'build/scripts/db.js'), ...verbs], {
    cwd: root,
    env: { ...process.env, DATABASE_URL: url, PLAN_THREAD: join(root, 'build/threads/plan-thread.js') },
    stdio: ['ignore', shown ? 'inherit' : 'ignore', 'inherit']
  });
