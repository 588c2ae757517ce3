import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { migrate } from '../db/migrate';
import { ROOT } from '../db/root';
import { seed } from '../demo/scenario';
import { closePool, pool } from '$lib/server/database/pool';
import { withSecrets } from '$lib/server/settings/secrets';
import { closePlanner } from '$lib/server/planning/plans';

/** `db.ts migrate`, `db.ts seed` or both, on the database that DATABASE_URL names. */
async function main(verbs: string[]): Promise<void> {
  const { env, faults } = withSecrets(process.env);
  if (faults.length > 0) throw new Error(faults.join('; '));
  const databaseUrl = env.DATABASE_URL;
  if (!databaseUrl) throw new Error('DATABASE_URL is not set');
  if (verbs.includes('migrate')) {
    const left = await migrate(databaseUrl, builtVersion());
    if (left.length > 0)
      process.stdout.write(
        `Processes of another version are serving. To be finished when they are gone, by running this again: ${left.join(', ')}\n`
      );
  }
  if (verbs.includes('seed')) {
    try {
      await seed(pool(), JSON.parse(readFileSync(join(ROOT, 'demo/people.json'), 'utf8')));
    } finally {
      await Promise.all([closePool(), closePlanner()]);
    }
  }
}

/** The version of the application that is built here, as its processes say it. */
function builtVersion(): string | undefined {
  const file = join(ROOT, 'build/client/_app/version.json');
  return existsSync(file) ? (JSON.parse(readFileSync(file, 'utf8')) as { version: string }).version : undefined;
}

main(process.argv.slice(2)).catch((error: Error) => {
  process.stderr.write(`${error.message}\n`);
  process.exitCode = 1;
});
