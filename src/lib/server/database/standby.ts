import type { Cookies, RequestEvent } from '@sveltejs/kit';
import pg from 'pg';
import { log } from '../http/log';
import { standbyRead } from '../metrics/metrics';
import { TimedClient } from '../metrics/spent';
import { settings } from '../settings/environment';
import { isOutOfReach, LIMITS, pool, type Queryable } from './pool';

/**
 * Reads that may be a moment old go to the standbys, where there are any. Nobody misses what they did themselves: after each request
 * that changes something the browser keeps how far the primary's log had come, and a standby that has not come so far is not asked.
 */
const POSITION_COOKIE = 'eager_wrench_position';
/** A position in PostgreSQL's write-ahead log, as it writes it. */
const POSITION = /^[0-9A-F]{1,8}\/[0-9A-F]{1,8}$/;
/** A standby that has not come so far within this is no use to anybody; s. */
const KEPT_S = 600;

let shared: pg.Pool | undefined;

function standbys(url: string): pg.Pool {
  if (!shared) {
    shared = new pg.Pool({
      connectionString: url,
      max: settings.poolSize,
      application_name: 'eager-wrench reading',
      Client: TimedClient,
      ...LIMITS,
      // The primary can be asked instead.
      connectionTimeoutMillis: 1000
    });
    shared.on('error', ({ message, code }: Error & { code?: string }) =>
      log.warn({ err: { message, code } }, 'an idle connection to a standby broke')
    );
  }
  return shared;
}

export async function closeStandbys(): Promise<void> {
  const closing = shared;
  shared = undefined;
  await closing?.end();
}

/** A standby takes a question back when the primary has cleared away what it needs. */
const isConflict = (error: unknown): boolean => ['40001'].includes((error as { code?: string }).code ?? '');

/**
 * Something that only reads, and may be a moment old: asked of a standby that has all that this browser did, else of the primary.
 * All of it is asked on one connection, in the state of one server; where that fails it is asked again of the primary.
 */
export async function reading<T>(
  { request, cookies }: Pick<RequestEvent, 'request' | 'cookies'>,
  work: (db: Queryable) => Promise<T>
): Promise<T> {
  const url = settings.databaseReadUrl;
  // What is shown in answer to a change shows the change.
  if (url === undefined || request.method !== 'GET') return work(pool());
  try {
    const client = await standbys(url).connect();
    let broken: Error | undefined;
    const lost = (error: Error) => (broken = error);
    client.on('error', lost);
    try {
      if (await hasCome(client, positionIn(cookies))) {
        const found = await work(client);
        standbyRead('standby');
        return found;
      }
      standbyRead('behind');
    } catch (error) {
      if (isOutOfReach(error)) broken = error as Error;
      throw error;
    } finally {
      client.off('error', lost);
      client.release(broken);
    }
  } catch (error) {
    if (!isOutOfReach(error) && !isConflict(error)) throw error;
    standbyRead('failed');
    log.warn({ err: { message: (error as Error).message } }, 'a standby could not be asked');
  }
  return work(pool());
}

function positionIn(cookies: Cookies): string | undefined {
  const position = cookies.get(POSITION_COOKIE);
  return position !== undefined && POSITION.test(position) ? position : undefined;
}

/** Whether this server has come so far, or is no standby. */
async function hasCome(db: Queryable, position: string | undefined): Promise<boolean> {
  if (position === undefined) return true;
  const { rows } = await db.query(
    'select not pg_is_in_recovery() or pg_last_wal_replay_lsn() >= $1::pg_lsn as "hasCome"',
    [position]
  );
  return rows[0].hasCome;
}

/** After a request that changed something: the answer tells the browser how far the log has come. What was done stays done without it. */
export async function keepPosition({ request, url }: RequestEvent, response: Response): Promise<void> {
  if (settings.databaseReadUrl === undefined || request.method === 'GET' || response.status >= 400) return;
  const { rows } = await pool()
    .query('select pg_current_wal_insert_lsn()::text as position')
    .catch((err: Error) => {
      log.warn({ err: { message: err.message } }, 'how far the log has come could not be asked');
      return { rows: [] };
    });
  if (!rows[0]) return;
  response.headers.append(
    'set-cookie',
    `${POSITION_COOKIE}=${rows[0].position}; Path=/; Max-Age=${KEPT_S}; HttpOnly; SameSite=Lax${url.protocol === 'https:' ? '; Secure' : ''}`
  );
}
