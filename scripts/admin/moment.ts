import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { cpSync, existsSync, mkdirSync, readdirSync, writeFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import pg from 'pg';
import type { Model } from '$core/machine';
import { fold, type RunEvent } from '$core/run';
import type { ObjectStore } from '$lib/server/objects/store';
import { Cluster, programs } from '../setup/postgres.mjs';
import { connected, modelsIn, photosOf, reaching, Refusal } from './backup';

const FORMAT = 'eager-wrench/base@1';

/**
 * Copies a whole server as it stands, photos and settings with it: with the log that it archives from then on, every later moment
 * can be had again. Everything goes on meanwhile.
 * @param of the database as its owner, and a login that may copy the server (`replication`)
 */
export async function base(
  of: { url: string; copying: string },
  folder: string,
  from: { photos?: string | undefined; store?: ObjectStore | undefined; settings?: string | undefined }
): Promise<void> {
  if (existsSync(folder) && readdirSync(folder).length > 0)
    throw new Refusal(`${folder} is not empty: a backup has a folder of its own.`);
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const at = new Date().toISOString();
  const { dbname, env } = reaching(of.copying);
  execFileSync(
    join(programs()!, 'pg_basebackup'),
    [
      ...['--pgdata', join(folder, 'data'), '--dbname', dbname, '--wal-method=stream', '--checkpoint=fast'],
      ...['--manifest-checksums=SHA256', '--no-sync']
    ],
    { env, stdio: ['ignore', 'ignore', 'inherit'] }
  );
  execFileSync(join(programs()!, 'pg_verifybackup'), ['--quiet', join(folder, 'data')], { stdio: 'inherit' });
  if (from.settings) cpSync(from.settings, join(folder, basename(from.settings)), { recursive: true });
  if (from.photos && existsSync(from.photos))
    cpSync(from.photos, join(folder, 'photos'), { recursive: true, filter: (path) => !path.endsWith('.part') });
  if (from.store) await photosOf(of.url, from.store, join(folder, 'photos'));
  writeFileSync(join(folder, 'base.json'), `${JSON.stringify({ format: FORMAT, at }, null, 1)}\n`);
}

/** What a drill found. */
export interface Drilled {
  /** Until the server was there, s. */
  restoredIn: number;
  /** Until all was compared, s. */
  comparedIn: number;
  runs: number;
  events: number;
  /** Runs whose events are not the first of those that the server in use has of it, or fold to something else. */
  differing: string[];
  /** What the server in use has and the restored one has not. */
  lostEvents: number;
  lostSeconds: number;
}

/**
 * Restores a server beside the one in use, to a moment or to the end of the archive, and compares: each run's events have to be the
 * first of those that are in use now, and fold to the same.
 * @param url the database in use, as its owner
 */
export async function drillMoment(
  url: string,
  { folder, archive, to }: { folder: string; archive: string; to?: string | undefined }
): Promise<Drilled> {
  if (!existsSync(join(folder, 'base.json'))) throw new Refusal(`${folder} holds no base.json: it is no whole backup.`);
  if (to !== undefined && !/(Z|[+-]\d\d(:?\d\d)?)$/.test(to))
    throw new Refusal(`${to} names no zone: a moment does, as in 2026-11-28T12:00:00Z.`);
  const { username, password, pathname } = new URL(url);
  const from = performance.now();
  const seconds = () => (performance.now() - from) / 1000;
  const server = await Cluster.restored({
    base: join(folder, 'data'),
    archive,
    to,
    login: username,
    password: decodeURIComponent(password)
  });
  try {
    const restoredIn = seconds();
    const compared = await connected(server.url(pathname.slice(1)), (restored) =>
      connected(url, (inUse) => compare(restored, inUse))
    );
    return { restoredIn, comparedIn: seconds(), ...compared };
  } finally {
    await server.stop();
  }
}

/** By the row of the machine file. */
type Models = ReadonlyMap<string, Model>;

interface Folded {
  count: number;
  hash: string;
}

/** A run's first events, all of them without a number, and what they fold to. */
async function folded(db: pg.Client, models: Models, id: string, first?: number): Promise<Folded> {
  const { rows } = await db.query<{ plan: never; file: string; events: RunEvent[] | null }>(
    `select r.plan, r.machine_file_id as file,
            (select jsonb_agg(e.body order by e.seq) from run_event e where e.run_id = r.id and e.month = r.month and e.seq <= coalesce($2, e.seq)) as events
       from run r where r.id = $1`,
    [id, first ?? null]
  );
  if (!rows[0]) return { count: 0, hash: '' };
  const events = rows[0].events ?? [];
  const state = JSON.stringify([events, fold(models.get(rows[0].file)!, rows[0].plan, events)]);
  return { count: events.length, hash: createHash('sha256').update(state).digest('hex') };
}

async function compare(restored: pg.Client, inUse: pg.Client): Promise<Omit<Drilled, 'restoredIn' | 'comparedIn'>> {
  const { rows } = await restored.query<{ id: string }>('select id from run order by id');
  const [modelsThen, modelsNow] = [await modelsIn(restored), await modelsIn(inUse)];
  const differing: string[] = [];
  let events = 0;
  for (const { id } of rows) {
    const then = await folded(restored, modelsThen, id);
    events += then.count;
    if ((await folded(inUse, modelsNow, id, then.count)).hash !== then.hash) differing.push(id);
  }
  const end = async (db: pg.Client) =>
    (await db.query<{ n: number; at: Date | null }>('select count(*)::int as n, max(received_at) as at from run_event'))
      .rows[0]!;
  const [then, now] = [await end(restored), await end(inUse)];
  return {
    runs: rows.length,
    events,
    differing,
    lostEvents: now.n - then.n,
    lostSeconds: Math.max(0, ((now.at?.getTime() ?? 0) - (then.at?.getTime() ?? 0)) / 1000)
  };
}
