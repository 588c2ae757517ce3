import pg from 'pg';
import { log } from '../http/log';
import { settings } from '../settings/environment';
import { TimedClient } from '../metrics/spent';

export type Queryable = Pick<pg.PoolClient, 'query'>;

let shared: pg.Pool | undefined;

/**
 * How long anything may take, ms. The server ends what takes too long; where it is silent (a cable drawn, a machine asleep) the query
 * is given up here, with its connection.
 */
export const LIMITS = {
  connectionTimeoutMillis: 5000,
  statement_timeout: 15_000,
  lock_timeout: 10_000,
  idle_in_transaction_session_timeout: 20_000,
  query_timeout: 20_000,
  keepAlive: true,
  keepAliveInitialDelayMillis: 10_000
};

/** The process's pool. Connections that break while idle are replaced; the next query opens a new one. */
export function pool(): pg.Pool {
  if (!shared) {
    shared = new pg.Pool({
      connectionString: settings.databaseUrl,
      max: settings.poolSize,
      application_name: 'eager-wrench',
      Client: TimedClient,
      ...LIMITS
    });
    // The error carries the whole client with it: only what it says is logged.
    shared.on('error', ({ message, code }: Error & { code?: string }) =>
      log.warn({ err: { message, code } }, 'an idle database connection broke')
    );
  }
  return shared;
}

/** Connections by what they do, and requests that wait for one. */
export const poolState = (): Record<'busy' | 'idle' | 'waiting', number> => ({
  busy: (shared?.totalCount ?? 0) - (shared?.idleCount ?? 0),
  idle: shared?.idleCount ?? 0,
  waiting: shared?.waitingCount ?? 0
});

const closed = new Set<() => void>();
/** Hears when the pool is closed: what was kept of its database is of no other. */
export const whenClosed = (listener: () => void): void => void closed.add(listener);

export async function closePool(): Promise<void> {
  const closing = shared;
  shared = undefined;
  for (const listener of closed) listener();
  await closing?.end();
}

/** All or nothing: what `work` does is committed together, or not at all. */
export async function transaction<T>(work: (client: Queryable) => Promise<T>): Promise<T> {
  const client = await pool().connect();
  let broken: Error | undefined;
  // Nobody else listens to a connection that is lent out: unheard, its breaking would end the process.
  const lost = (error: Error) => (broken = error);
  client.on('error', lost);
  try {
    await client.query('begin');
    const result = await work(client);
    await client.query('commit');
    return result;
  } catch (error) {
    // A connection whose query was given up still waits for its answer, and one to a standby is no use: neither is lent out again.
    const { message, code } = error as Error & { code?: string };
    if (/Query read timeout/.test(message) || code === '25006') broken = error as Error;
    else await client.query('rollback').catch((e: Error) => (broken = e));
    throw error;
  } finally {
    client.off('error', lost);
    client.release(broken);
  }
}

const OUT_OF_REACH = new Set([
  'EHOSTUNREACH',
  'ENETUNREACH',
  '57014',
  // A standby, which takes no writes: the proxy has not found out yet who is primary.
  '25006',
  '55P03',
  '25P03',
  'ECONNREFUSED',
  'ECONNRESET',
  'ENOTFOUND',
  'ETIMEDOUT',
  'EPIPE',
  '57P01',
  '57P02',
  '57P03',
  '08000',
  '08003',
  '08006',
  '53300'
]);

/** Whether the database could not be asked at all, as against a question that it refused. */
export function isOutOfReach(error: unknown): boolean {
  const { code, message } = error as { code?: string; message?: string };
  return (
    OUT_OF_REACH.has(code ?? '') ||
    /timeout exceeded when trying to connect|Connection terminated|Query read timeout|Client has encountered a connection error/.test(
      message ?? ''
    )
  );
}

/** Whether the database could not take a value as it is: a zero character, half a character, a number or a day out of its reach. */
export const isUnfit = (error: unknown): boolean => /^22/.test((error as { code?: string }).code ?? '');

/** Whether the database could not take more: its disk is full, or a limit was reached. */
export const isFull = (error: unknown): boolean =>
  ['53100', '53200', '53400'].includes((error as { code?: string }).code ?? '');
