import { createHash } from 'node:crypto';
import { execFileSync } from 'node:child_process';
import {
  cpSync,
  createReadStream,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync
} from 'node:fs';
import { join } from 'node:path';
import pg from 'pg';
import { modelOf, type Model } from '$core/machine';
import { fold, type RunEvent } from '$core/run';
import { objectNameOf } from '$lib/server/bench/photo-places';
import type { ObjectStore } from '$lib/server/objects/store';
import { Cluster, programs } from '../setup/postgres.mjs';
import { scratch } from '../setup/system.mjs';

const FORMAT = 'eager-wrench/backup@1';

/** What a backup holds, beside its files: enough to tell whether all of it came back. */
interface Manifest {
  format: typeof FORMAT;
  at: string;
  migrations: string[];
  rows: Record<string, number>;
  /** SHA-256 of what each run's events fold to: a record is whole only when it says the same. */
  runs: Record<string, string>;
  files: Record<string, string>;
}

/** Something that stands in the way, in words. */
export class Refusal extends Error {}

export async function connected<T>(url: string, work: (db: pg.Client) => Promise<T>): Promise<T> {
  const db = new pg.Client({ connectionString: url });
  // A server that ends under it is told by the question that is asked then; by itself it would end this process, with all that it started running on.
  db.on('error', () => {});
  await db.connect();
  try {
    return await work(db);
  } finally {
    await db.end();
  }
}

/** How a program of PostgreSQL reaches a database: the password is no argument, which everybody on the machine could read. */
export function reaching(url: string): { dbname: string; env: NodeJS.ProcessEnv } {
  const address = new URL(url);
  const PGPASSWORD = decodeURIComponent(address.password);
  address.password = '';
  return { dbname: address.href, env: { ...process.env, ...(PGPASSWORD ? { PGPASSWORD } : {}) } };
}

const sha256 = async (path: string): Promise<string> => {
  const hash = createHash('sha256');
  for await (const chunk of createReadStream(path)) hash.update(chunk as Buffer);
  return hash.digest('hex');
};

function filesIn(folder: string, under = ''): string[] {
  return readdirSync(join(folder, under), { withFileTypes: true }).flatMap((e) =>
    e.isDirectory() ? filesIn(folder, join(under, e.name)) : [join(under, e.name)]
  );
}

const RUNS_AT_ONCE = 100;

/** Every machine file by its row. */
export async function modelsIn(db: pg.Client): Promise<ReadonlyMap<string, Model>> {
  const { rows } = await db.query<{ id: string; document: never }>('select id, document from machine_file');
  return new Map(rows.map(({ id, document }) => [id, modelOf(document)]));
}

/**
 * What there is of everything, and what each run's events fold to: two databases that say the same hold the same.
 * @param atOnce runs that are read at once: plans and events of years do not fit into memory
 */
export async function describe(
  db: pg.Client,
  atOnce = RUNS_AT_ONCE
): Promise<Pick<Manifest, 'migrations' | 'rows' | 'runs'>> {
  const tables = (
    await db.query(
      `select relname as name from pg_class where relkind in ('r', 'p') and not relispartition and relnamespace = 'public'::regnamespace order by 1`
    )
  ).rows.map((r) => r.name as string);
  const rows: Record<string, number> = {};
  for (const table of tables)
    rows[table] = (await db.query(`select count(*)::int as n from ${db.escapeIdentifier(table)}`)).rows[0].n;
  const runs: Record<string, string> = {};
  const models = await modelsIn(db);
  for (let after = '00000000-0000-0000-0000-000000000000'; ;) {
    const { rows: some } = await db.query<{ id: string; file: string; plan: never; events: RunEvent[] | null }>(
      `select r.id, r.machine_file_id as file, r.plan,
              (select jsonb_agg(e.body order by e.seq) from run_event e where e.run_id = r.id and e.month = r.month) as events
         from run r where r.id > $1 order by r.id limit $2`,
      [after, atOnce]
    );
    for (const { id, file, plan, events } of some)
      runs[id] = createHash('sha256')
        .update(JSON.stringify(fold(models.get(file)!, plan, events ?? [])))
        .digest('hex');
    if (some.length < atOnce) break;
    after = some.at(-1)!.id;
  }
  return {
    migrations: (await db.query('select name from migration order by id')).rows.map((r) => r.name as string),
    rows,
    runs
  };
}

/**
 * Writes database and photos into a folder of their own. The database goes on meanwhile: the dump, and what the manifest says of it,
 * are of one moment.
 * @param url the database as its owner, or as who may read all of it
 */
export async function backup(
  url: string,
  folder: string,
  photos: string | undefined,
  store?: ObjectStore
): Promise<Manifest> {
  if (existsSync(folder) && readdirSync(folder).length > 0)
    throw new Refusal(`${folder} is not empty: a backup has a folder of its own.`);
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const { inStore, ...of } = await connected(url, async (db) => {
    await db.query('begin isolation level repeatable read read only');
    const { snapshot } = (await db.query('select pg_export_snapshot() as snapshot')).rows[0];
    const { dbname, env } = reaching(url);
    execFileSync(
      join(programs()!, 'pg_dump'),
      [
        ...['--format=custom', '--no-owner', '--snapshot', snapshot],
        ...['--file', join(folder, 'database.dump'), '--dbname', dbname]
      ],
      { env, stdio: ['ignore', 'ignore', 'inherit'] }
    );
    const { rows } = await db.query<{ id: string }>('select id from photo where stored_at is not null order by id');
    return { ...(await describe(db)), inStore: rows.map((r) => r.id) };
  });
  await photosOutOf(store, inStore, join(folder, 'photos'));
  if (photos && existsSync(photos))
    cpSync(photos, join(folder, 'photos'), { recursive: true, filter: (path) => !path.endsWith('.part') });
  const files: Record<string, string> = {};
  for (const name of filesIn(folder)) files[name] = await sha256(join(folder, name));
  const manifest: Manifest = { format: FORMAT, at: new Date().toISOString(), ...of, files };
  writeFileSync(join(folder, 'manifest.json'), `${JSON.stringify(manifest, null, 1)}\n`);
  return manifest;
}

/** Every picture that lies in the object store by now. */
export async function photosOf(url: string, store: ObjectStore, folder: string): Promise<void> {
  const { rows } = await connected(url, (db) =>
    db.query<{ id: string }>('select id from photo where stored_at is not null order by id')
  );
  await photosOutOf(
    store,
    rows.map((r) => r.id),
    folder
  );
}

async function photosOutOf(store: ObjectStore | undefined, ids: readonly string[], folder: string): Promise<void> {
  if (ids.length === 0) return;
  if (!store) throw new Refusal(`${ids.length} photos lie in an object store: OBJECT_STORE says where it is.`);
  mkdirSync(folder, { recursive: true });
  for (const id of ids) {
    const jpeg = await store.get(objectNameOf(id));
    // A picture that was lost can still be sent again: the backup of all the rest does not wait for it.
    if (jpeg) writeFileSync(join(folder, `${id}.jpg`), jpeg);
  }
}

async function readManifest(folder: string): Promise<Manifest> {
  const path = join(folder, 'manifest.json');
  if (!existsSync(path)) throw new Refusal(`${folder} holds no manifest.json: it is no whole backup.`);
  const manifest = JSON.parse(readFileSync(path, 'utf8')) as Manifest;
  if (manifest.format !== FORMAT)
    throw new Refusal(`${path} is of the format ${String(manifest.format)}; ${FORMAT} is read.`);
  for (const [name, digest] of Object.entries(manifest.files)) {
    if (!existsSync(join(folder, name))) throw new Refusal(`${name} is missing from the backup.`);
    if ((await sha256(join(folder, name))) !== digest)
      throw new Refusal(`${name} is not as it was written: its SHA-256 is another.`);
  }
  return manifest;
}

/**
 * Brings a backup back into a database that is empty, and looks whether all of it is there. Pictures from an object store go into the
 * one that is there now, or into the folder where there is none.
 * @param url the database as its owner
 */
export async function restore(
  url: string,
  folder: string,
  photos: string | undefined,
  store?: ObjectStore
): Promise<Manifest> {
  const manifest = await readManifest(folder);
  await connected(url, async (db) => {
    const { rows } = await db.query(
      `select count(*)::int as n from pg_class where relkind = 'r' and relnamespace = 'public'::regnamespace`
    );
    if (rows[0].n > 0)
      throw new Refusal(
        'The database is not empty: nothing is ever written over. Make a new one, and restore into that.'
      );
    // The dump grants to the application's group, which belongs to the server and not to the database.
    if ((await db.query(`select 1 from pg_roles where rolname = 'eager_wrench_app'`)).rowCount === 0)
      await db.query('create role eager_wrench_app nologin');
  });
  const hasPhotos = existsSync(join(folder, 'photos'));
  if (hasPhotos && !photos && !store)
    throw new Refusal('The backup holds photos: PHOTO_FOLDER or OBJECT_STORE says where they go.');
  const { dbname, env } = reaching(url);
  execFileSync(
    join(programs()!, 'pg_restore'),
    ['--no-owner', '--exit-on-error', '--single-transaction', '--dbname', dbname, join(folder, 'database.dump')],
    { env, stdio: ['ignore', 'ignore', 'inherit'] }
  );
  if (hasPhotos) await photosBack(url, join(folder, 'photos'), photos, store);
  // Records are copies of what has come back: the store that the shop has now is given them anew.
  await connected(url, (db) => db.query('update run set record_stored_at = null where record_stored_at is not null'));
  const now = await connected(url, (db) => describe(db));
  for (const [what, then, is] of [
    ['rows', manifest.rows, now.rows],
    ['runs', manifest.runs, now.runs]
  ] as const) {
    for (const key of new Set([...Object.keys(then), ...Object.keys(is)]))
      if ((then as Record<string, unknown>)[key] !== (is as Record<string, unknown>)[key])
        throw new Refusal(`After restoring, the ${what} of ${key} differ from the backup's.`);
  }
  return manifest;
}

async function photosBack(
  url: string,
  from: string,
  folder: string | undefined,
  store: ObjectStore | undefined
): Promise<void> {
  const { rows } = await connected(url, (db) =>
    db.query<{ id: string }>('select id from photo where stored_at is not null')
  );
  const inStore = new Set(rows.map(({ id }) => `${id}.jpg`));
  for (const name of filesIn(from))
    if (store && inStore.has(name))
      await store.put(objectNameOf(name.replace(/\.jpg$/, '')), readFileSync(join(from, name)), 'image/jpeg');
    else if (folder) cpSync(join(from, name), join(folder, name));
    else throw new Refusal(`${name} of the backup lay in a folder: PHOTO_FOLDER says where it goes.`);
}

/** Backs up, restores into a throw-away server, compares, and takes it away again: a backup that was never restored is none. */
export async function drill(url: string, photos: string | undefined, store?: ObjectStore): Promise<Manifest> {
  const folder = mkdtempSync(join(scratch, 'eager-wrench-drill-'));
  const cluster = await Cluster.throwAway().start();
  try {
    await backup(url, join(folder, 'backup'), photos, store);
    // Never into the store that is in use.
    return await restore(await cluster.createDatabase('drill'), join(folder, 'backup'), join(folder, 'photos'));
  } finally {
    await cluster.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}

/** How much a backup holds, as it is written down. */
export const muchOf = ({ files, rows }: Manifest): { files: number; rows: number } => ({
  files: Object.keys(files).length,
  rows: Object.values(rows).reduce((a, b) => a + b, 0)
});

/** Writes down that a backup or a drill was done to its end: leads see how old the last ones are. */
export async function noteDone(url: string, what: 'backup' | 'drill', much: Record<string, number>): Promise<void> {
  await connected(url, (db) => db.query('insert into backup (what, detail) values ($1, $2)', [what, much]));
}
