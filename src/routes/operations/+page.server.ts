import { version } from '$app/environment';
import { pool } from '$lib/server/database/pool';
import { concernsOf } from '$lib/server/operations/concerns';
import { backupState, databaseState } from '$lib/server/operations/databases';
import { processes } from '$lib/server/operations/processes';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async () => {
  const [all, database, backups] = await Promise.all([processes(pool()), databaseState(pool()), backupState(pool())]);
  return {
    processes: all,
    database,
    backups,
    version,
    concerns: concernsOf(all, database, backups, version, Date.now())
  };
};
