import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { runner } from 'node-pg-migrate';
import { seed } from '../demo/scenario';
import { closePool, pool } from '../src/lib/server/database';

/** `db.ts migrate`, `db.ts seed` or both, on the database that DATABASE_URL names. */
const here = (path: string) => fileURLToPath(new URL(path, import.meta.url));

export async function migrate(databaseUrl: string): Promise<void> {
  const quiet = () => {};
  const run = () =>
    runner({
      databaseUrl,
      dir: here('../db/migrations'),
      direction: 'up',
      migrationsTable: 'migration',
      checkOrder: true,
      singleTransaction: true,
      logger: { debug: quiet, info: quiet, warn: quiet, error: quiet }
    });
  // Another process may be migrating the same database: then there is nothing left to do once it has finished.
  for (let attempt = 1; ; attempt++) {
    try {
      await run();
      return;
    } catch (error) {
      if (!/already running/.test((error as Error).message) || attempt === 60) throw error;
      await new Promise((r) => setTimeout(r, 500));
    }
  }
}

async function main(verbs: string[]): Promise<void> {
  const databaseUrl = process.env.DATABASE_URL;
  if (!databaseUrl) throw new Error('DATABASE_URL is not set');
  if (verbs.includes('migrate')) await migrate(databaseUrl);
  if (verbs.includes('seed')) {
    try {
      await seed(pool(), JSON.parse(readFileSync(here('../demo/people.json'), 'utf8')));
    } finally {
      await closePool();
    }
  }
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  main(process.argv.slice(2)).catch((error: Error) => {
    process.stderr.write(`${error.message}\n`);
    process.exitCode = 1;
  });
}
