import PgBoss from 'pg-boss';
import { log } from '../http/log';
import { pool, transaction, type Queryable } from '../database/pool';

/** Where the queue's tables lie (db/migrations). */
const SCHEMA = 'work';

/** What is done in the background, and what each piece of work is told. */
export interface Tasks {
  'store-photo': { photo: string };
  'store-record': { run: string };
}
export type Task = keyof Tasks;
export const TASKS: readonly Task[] = ['store-photo', 'store-record'];

const through = (db: Queryable): PgBoss.Db => ({ executeSql: (text, values) => db.query(text, values) });

/** The queue as the package keeps it, on the process's own connections: no schema is made here, and no clock is kept. */
const onPool = (supervise: boolean) =>
  new PgBoss({
    db: through({ query: ((text: string, values?: unknown[]) => pool().query(text, values)) as Queryable['query'] }),
    schema: SCHEMA,
    migrate: false,
    schedule: false,
    supervise,
    // What was given up stays until a lead has seen to it.
    archiveFailedAfterSeconds: 10 * 365 * 86_400
  });

/** For those who only put work in. */
let sender: PgBoss | undefined;

/** Puts a piece of work into the queue, in the transaction of what it follows from: both are there, or neither. */
export async function later<T extends Task>(db: Queryable, task: T, about: string, data: Tasks[T]): Promise<void> {
  sender ??= onPool(false);
  await sender.send(task, data, { singletonKey: about, db: through(db) });
}

/**
 * Takes work out of the queue, one piece at a time, until it is stopped. Work that throws is tried again later, as its queue says;
 * it may come twice, and has to bear that.
 * @returns how to stop; what is under way is waited for
 */
export async function work(
  tasks: { [T in Task]?: (data: Tasks[T]) => Promise<void> },
  pollSeconds = 2
): Promise<() => Promise<void>> {
  const boss = onPool(true);
  boss.on('error', (error) => log.warn({ err: { message: error.message } }, 'work in the background'));
  await boss.start();
  for (const [task, does] of Object.entries(tasks) as [Task, (data: Tasks[Task]) => Promise<void>][]) {
    const worker = await boss.work<Tasks[Task]>(task, { pollingIntervalSeconds: pollSeconds }, async ([job]) => {
      // Where there was one there may be more: the next is asked for at once.
      boss.notifyWorker(worker);
      await does(job!.data);
    });
  }
  return () => boss.stop({ graceful: true, wait: true, timeout: 20_000 });
}

/** How far a queue is. */
export interface TaskState {
  task: Task;
  /** Wait, those that are to be tried again among them; are under way; were given up. */
  waiting: number;
  active: number;
  failed: number;
  /** What the newest failure said. */
  lastError: string | null;
}

export async function tasksState(db: Queryable): Promise<TaskState[]> {
  const { rows } = await db.query<TaskState>(
    `select q.name as task,
            count(j.*) filter (where j.state in ('created', 'retry'))::int as waiting,
            count(j.*) filter (where j.state = 'active')::int as active,
            count(j.*) filter (where j.state = 'failed')::int as failed,
            (select left(coalesce(e.output ->> 'message', e.output ->> 'value'), 200) from work.job e
              where e.name = q.name and e.state in ('retry', 'failed') and e.output is not null order by e.completed_on desc nulls last, e.start_after desc limit 1) as "lastError"
       from work.queue q left join work.job j on j.name = q.name where q.name = any($1) group by q.name order by q.name`,
    [TASKS]
  );
  return rows;
}

/** What was given up is tried again from the beginning. */
export const tryAgain = (): Promise<number> =>
  transaction(async (db) => {
    const { rowCount } = await db.query(
      `update work.job set state = 'retry', retry_count = 0, start_after = now(), completed_on = null where state = 'failed' and name = any($1)`,
      [TASKS]
    );
    return rowCount ?? 0;
  });
