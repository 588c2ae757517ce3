import { join } from 'node:path';
import { must, ROOT } from './system.mjs';

/**
 * Migrates a database, and fills it with the demo's shop where that is asked for, by what is built.
 * @param {string} url the database as its owner reaches it
 * @param {('migrate' | 'seed')[]} verbs
 * @param {{ shown?: boolean }} options whether what is said on the way is shown
 */
export const prepareDatabase = (url, verbs, { shown = false } = {}) =>
  must(process.execPath, [join(ROOT, 'build/scripts/db.js'), ...verbs], {
    env: { ...process.env, DATABASE_URL: url, PLAN_THREAD: join(ROOT, 'build/threads/plan-thread.js') },
    stdio: ['ignore', shown ? 'inherit' : 'ignore', 'inherit']
  });
