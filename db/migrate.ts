import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { runner } from 'node-pg-migrate';
import pg from 'pg';
import { ROOT } from './root';

const folder = (name: string) => join(ROOT, 'db', name);
const wait = (ms: number) => new Promise((r) => setTimeout(r, ms));

/** Nobody who works waits for longer than this behind a migration that waits for its turn, ms. */
const LOCK_MS = 3000;
/** A process was heard of within this time: it may still serve. */
const HEARD_OF = '1 minute';

/**
 * Brings a database to the newest form while the version before goes on serving, in two parts. `migrations` adds only, and takes
 * nothing away that the version before needs. `finishing` does what it could not bear, once none of its processes is left.
 * Any number of processes may ask at once; each migration runs once.
 * @param version of the application that is there now: processes of another keep the second part waiting
 * @returns what is left to be finished
 */
export async function migrate(databaseUrl: string, version?: string): Promise<string[]> {
  await once(databaseUrl, 'migrations', 'migration');
  const left = await leftToFinish(databaseUrl, version);
  if (left.length === 0) await once(databaseUrl, 'finishing', 'finished');
  return left;
}

async function once(databaseUrl: string, dir: string, migrationsTable: string): Promise<void> {
  const quiet = () => {};
  const run = () =>
    runner({
      databaseUrl: { connectionString: databaseUrl, lock_timeout: LOCK_MS },
      dir: folder(dir),
      direction: 'up',
      migrationsTable,
      checkOrder: true,
      singleTransaction: true,
      logger: { debug: quiet, info: quiet, warn: quiet, error: quiet }
    });
  // Another process may be migrating the same database, and then nothing is left to do; or somebody holds a lock for long.
  for (let attempt = 1; ; attempt++) {
    try {
      await run();
      return;
    } catch (error) {
      if (!/already running|lock timeout/.test((error as Error).message) || attempt === 60) throw error;
      await wait(500);
    }
  }
}

/** What is still to be finished, while processes of another version may be serving. */
async function leftToFinish(databaseUrl: string, version: string | undefined): Promise<string[]> {
  const db = new pg.Client({ connectionString: databaseUrl });
  await db.connect();
  try {
    const others = await db.query(
      `select 1 from process where seen_at > now() - interval '${HEARD_OF}' and version is distinct from $1`,
      [version ?? null]
    );
    if (others.rowCount === 0) return [];
    const known = (await db.query(`select to_regclass('finished') is not null as "is"`)).rows[0].is
      ? (await db.query<{ name: string }>('select name from finished')).rows.map((r) => r.name)
      : [];
    return readdirSync(folder('finishing'))
      .map((file) => file.replace(/\.sql$/, ''))
      .filter((name) => !known.includes(name));
  } finally {
    await db.end();
  }
}
