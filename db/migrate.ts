import { fileURLToPath } from 'node:url';
import { runner } from 'node-pg-migrate';

/** Brings a database to the newest form. Any number of processes may ask at once; each migration runs once. */
export async function migrate(databaseUrl: string): Promise<void> {
  const quiet = () => {};
  const run = () =>
    runner({
      databaseUrl,
      dir: fileURLToPath(new URL('migrations', import.meta.url)),
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
