import pg from 'pg';
import { LIMITS } from '../database/pool';
import { log } from '../http/log';
import { settings } from '../settings/environment';
import { Again } from '../../again';

/** The channel on which a process tells all others that a run has grown: the payload is the run's id. */
export const RUN_CHANNEL = 'run_events';
const AGAIN_MS = [200, 500, 1000, 2000, 5000];

/**
 * Hears of new events of runs from every process of the shop, over one connection of its own.
 * While that is down nobody is told anything; once it is up again everybody is told to look.
 */
export class RunFeed {
  private readonly watchers = new Map<string, Set<() => void>>();
  private client: pg.Client | undefined;
  private readonly again = new Again(AGAIN_MS);
  private isClosed = false;

  constructor(private readonly databaseUrl: string) {}

  /** Calls `look` whenever the run may have grown. @returns what ends it */
  watch(run: string, look: () => void): () => void {
    const all = this.watchers.get(run) ?? new Set();
    this.watchers.set(run, all.add(look));
    if (!this.client && !this.again.isDue) this.connect();
    return () => {
      all.delete(look);
      if (all.size === 0) this.watchers.delete(run);
    };
  }

  async close(): Promise<void> {
    this.isClosed = true;
    this.again.stop();
    this.watchers.clear();
    await this.client?.end().catch(() => {});
    this.client = undefined;
  }

  private connect(): void {
    this.again.stop();
    const client = new pg.Client({
      connectionString: this.databaseUrl,
      application_name: 'eager-wrench feed',
      connectionTimeoutMillis: LIMITS.connectionTimeoutMillis,
      keepAlive: true,
      keepAliveInitialDelayMillis: LIMITS.keepAliveInitialDelayMillis
    });
    this.client = client;
    client.on('notification', ({ payload }) => this.watchers.get(payload ?? '')?.forEach((look) => look()));
    client.on('error', (err) => this.lost(client, err));
    client.on('end', () => this.lost(client));
    client
      .connect()
      .then(() => client.query(`listen ${RUN_CHANNEL}`))
      .then(() => {
        this.again.afresh();
        for (const all of this.watchers.values()) all.forEach((look) => look());
      })
      .catch((err: Error) => this.lost(client, err));
  }

  private lost(client: pg.Client, err?: Error): void {
    if (this.client !== client) return;
    this.client = undefined;
    client.end().catch(() => {});
    if (this.isClosed) return;
    if (err) log.warn({ err: { message: err.message } }, 'the feed of runs lost its connection');
    this.again.later(() => this.connect());
  }
}

let shared: RunFeed | undefined;
const open = new Set<() => void>();

export function runFeed(): RunFeed {
  shared ??= new RunFeed(settings.databaseListenUrl);
  return shared;
}

/** Ends with the process: a stream is never idle, and would hold the server open. */
export function endWithProcess(end: () => void): () => void {
  open.add(end);
  return () => open.delete(end);
}

export async function closeFeed(): Promise<void> {
  for (const end of open) end();
  open.clear();
  const closing = shared;
  shared = undefined;
  await closing?.close();
}
