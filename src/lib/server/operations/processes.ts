import { randomUUID } from 'node:crypto';
import { hostname } from 'node:os';
import { monitorEventLoopDelay } from 'node:perf_hooks';
import { version } from '$app/environment';
import { poolState, pool, type Queryable } from '../database/pool';
import { log } from '../http/log';
import { openStreams } from '../http/server-sent';
import { underWay } from '../planning/threads';

/** How often a process says that it is there, ms. */
export const BEAT_MS = 15_000;
/** One that was not heard of for so long is away, ms: three beats, and a moment. */
export const AWAY_MS = 50_000;
/** How often the months to come are looked after, ms: two of them lie ahead. */
const MONTHS_MS = 6 * 3_600_000;
/** It stays in the table for so long. */
const KEPT = '1 day';

/** How much a process has to do. */
export interface Load {
  /** Memory in use, bytes. */
  memory: number;
  /** How long other work was kept waiting since the last beat, the longest but for one in a hundred, ms. */
  waitedMs: number;
  streams: number;
  /** Plans, checks and drawings in threads or before them. */
  threadWork: number;
  /** Requests that wait for a connection to the database. */
  waiting: number;
}

const id = randomUUID();
const startedAt = new Date();
const delay = monitorEventLoopDelay({ resolution: 20 });

/** Says that this process is there. */
export async function beat(db: Queryable): Promise<void> {
  const load: Load = {
    memory: process.memoryUsage().rss,
    waitedMs: Math.max(0, Math.round(delay.percentile(99) / 1e6) - 20),
    streams: openStreams(),
    threadWork: underWay().length,
    waiting: poolState().waiting
  };
  delay.reset();
  await db.query(
    `insert into process (id, host, port, version, started_at, state) values ($1, $2, $3, $4, $5, $6)
     on conflict (id) do update set seen_at = now(), state = excluded.state`,
    [id, hostname().slice(0, 200), Number(process.env.PORT) || 0, version, startedAt, JSON.stringify(load)]
  );
  await db.query(`delete from process where seen_at < now() - interval '${KEPT}'`);
}

/** Makes the tables of the months to come, where they are not there yet: whichever process asks first. */
export const makeMonths = (db: Queryable): Promise<unknown> => db.query('select make_months()');

/** Says so again and again until the process ends. A database that does not answer is told of elsewhere. */
export function beginBeating(): void {
  delay.enable();
  const say = () => beat(pool()).catch((err: Error) => log.debug({ err: { message: err.message } }, 'not heard'));
  void say();
  setInterval(say, BEAT_MS).unref();
  const ahead = () => makeMonths(pool()).catch((err: Error) => log.warn({ err: { message: err.message } }, 'months'));
  void ahead();
  setInterval(ahead, MONTHS_MS).unref();
}

/** A process that stops in order says so. */
export const sayGoodbye = (db: Queryable): Promise<unknown> =>
  db.query('delete from process where id = $1', [id]).catch(() => {});

export interface ProcessRow extends Load {
  id: string;
  host: string;
  port: number;
  version: string;
  startedAt: string;
  seenAt: string;
  isAway: boolean;
}

/** By host and port; of those on the same port the newest first. */
export async function processes(db: Queryable): Promise<ProcessRow[]> {
  const { rows } = await db.query(
    `select id, host, port, version, started_at as "startedAt", seen_at as "seenAt", state,
            seen_at < now() - make_interval(secs => $1) as "isAway"
       from process order by host, port, started_at desc`,
    [AWAY_MS / 1000]
  );
  return rows.map(({ state, startedAt, seenAt, ...row }) => ({
    ...row,
    ...state,
    startedAt: startedAt.toISOString(),
    seenAt: seenAt.toISOString()
  }));
}
