import { version } from '$app/environment';
import { tasksState, tryAgain } from '$lib/server/background/queue';
import { pool } from '$lib/server/database/pool';
import { objectStore } from '$lib/server/objects/store';
import { concernsOf } from '$lib/server/operations/concerns';
import { backupState, databaseState } from '$lib/server/operations/databases';
import { processes } from '$lib/server/operations/processes';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async () => {
  const [all, database, backups, tasks, storeAnswers] = await Promise.all([
    processes(pool()),
    databaseState(pool()),
    backupState(pool()),
    tasksState(pool()),
    objectStore()?.answers()
  ]);
  return {
    processes: all,
    database,
    backups,
    tasks,
    hasStore: storeAnswers !== undefined,
    version,
    concerns: concernsOf(all, database, backups, { tasks, storeAnswers }, version, Date.now())
  };
};

export const actions: Actions = { again: async () => void (await tryAgain()) };
