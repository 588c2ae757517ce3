import { packed } from '$lib/packed';
import { jointOpenedAt } from '$core/ids';
import { contentHash, powerGap, type Machine, type PartKind, type PowerGap, type Powered } from '$core/machine';
import { audit } from '../database/audit';
import { kept } from '../database/kept';
import { holdsWords, inWords, type ListQuery } from '../database/lists';
import { transaction, type Queryable } from '../database/pool';
import { checkMachineFile } from '../planning/plans';
import type { Problem, Result } from '$core/result';
import { knowledgeOf, type Standing } from '$core/library';
import { stand, standingOf } from './standing';

export interface MachineRow {
  fileId: number;
  hash: string;
  machineId: string;
  maker: string;
  model: string;
  revision: string;
  importedAt: string;
  standing: Standing;
}

/** A machine's row without its document. */
export const COLUMNS = `id::int as "fileId", content_hash as hash, machine_id as "machineId", maker, model, revision, imported_at as "importedAt", ${standingOf('machine_file')} as standing`;
export const dated = <T extends { importedAt: Date }>(row: T) => ({ ...row, importedAt: row.importedAt.toISOString() });

export type Imported = Result<{ row: MachineRow; isNew: boolean; warnings: readonly Problem[] }>;

/** Checks a machine file and keeps it as a row of its own; the same content twice is one row. */
export async function importMachine(db: Queryable, text: string, by: string | null): Promise<Imported> {
  const file = await checkMachineFile(text);
  if (!file.ok) return file;
  const { machine, hash, warnings } = file;
  return { ok: true, ...(await keepFile(db, { machine, hash }, by)), warnings };
}

/** Keeps a file that is known to be sound; the same content twice is one row. @param standing in force where nothing is said */
export async function keepFile(
  db: Queryable,
  { machine, hash }: { machine: Machine; hash: string },
  by: string | null,
  standing?: Standing
): Promise<{ row: MachineRow; isNew: boolean }> {
  const { rows } = await db.query(
    `insert into machine_file (content_hash, machine_id, maker, model, revision, document, imported_by)
     values ($1, $2, $3, $4, $5, $6, $7) on conflict (content_hash) do nothing returning ${COLUMNS}`,
    [hash, machine.id, machine.maker, machine.model, machine.revision, JSON.stringify(machine), by]
  );
  if (rows[0]) {
    await audit(db, by, 'machine_imported', `${machine.id} ${machine.revision}`, { hash });
    if (standing) await stand(db, { fileId: rows[0].fileId, standing, by });
    return { row: { ...dated(rows[0]), standing: standing ?? 'in-force' }, isNew: true };
  }
  return { row: (await fileOf(db, hash))!, isNew: false };
}

/** The file with this content; undefined where there is none. */
export async function fileOf(db: Queryable, hash: string): Promise<MachineRow | undefined> {
  const { rows } = await db.query(`select ${COLUMNS} from machine_file where content_hash = $1`, [hash]);
  return rows[0] && dated(rows[0]);
}

/**
 * Puts a checked file in force. Where another file of the same name is in force already it becomes the next revision, in a row of its own.
 * @returns the file that is in force now
 */
export async function putInForce(fileId: number, by: string): Promise<MachineRow> {
  return transaction(async (db) => {
    const { machine, hash } = (await machineDocument(db, fileId))!;
    // One after the other, for each machine: two leads do not give the same revision to different files.
    await db.query('select pg_advisory_xact_lock(hashtext($1))', [machine.id]);
    const { rows } = await db.query<{ revision: string; hash: string }>(
      `select revision, content_hash as hash from machine_file m where machine_id = $1 and ${standingOf('m')} = 'in-force'`,
      [machine.id]
    );
    // Said once more, by two leads at once or on the page of the draft: it is in force already, under its revision.
    const same = rows.find((r) => r.hash === contentHash({ ...machine, revision: r.revision }));
    if (same) return (await fileOf(db, same.hash))!;
    if (rows.every((r) => r.revision !== machine.revision)) {
      await stand(db, { fileId, standing: 'in-force', by });
      return (await fileOf(db, hash))!;
    }
    const next = { ...machine, revision: await nextRevision(db, machine.id) };
    return (await keepFile(db, { machine: next, hash: contentHash(next) }, by, 'in-force')).row;
  });
}

/** What the next file of a machine is called: one more than the last. */
export async function nextRevision(db: Queryable, machineId: string): Promise<string> {
  const { rows } = await db.query<{ revision: string }>(
    `select revision from machine_file m where machine_id = $1 and ${standingOf('m')} <> 'begun'`,
    [machineId]
  );
  const numbers = rows.flatMap(({ revision }) => /^r(\d{1,6})$/.exec(revision)?.[1] ?? []).map(Number);
  return `r${Math.max(0, ...numbers) + 1}`;
}

/** How many signed runs on any file of a machine opened each joint as their plan says; the table counts as runs are signed. */
export async function followedJoints(db: Queryable, machineId: string): Promise<Record<string, number>> {
  const { rows } = await db.query<{ step: string; runs: number }>(
    'select step, runs from followed_step where machine_id = $1',
    [machineId]
  );
  return Object.fromEntries(
    rows.flatMap(({ step, runs }) => {
      const joint = jointOpenedAt(step);
      return joint === undefined ? [] : [[joint, runs]];
    })
  );
}

/** What the library is sorted by, as the database has it. */
export const LIBRARY_ORDERS = {
  machine: inWords(`m.maker || ' ' || m.model`),
  revision: inWords('m.revision'),
  files: 'c.files',
  jobs: 'c.jobs',
  newest: 'm.imported_at'
} as const;
export type LibraryOrder = keyof typeof LIBRARY_ORDERS;

/** One page of the library. */
export const LIBRARY_PAGE = 60;

export interface LibraryRow extends MachineRow {
  /** Of the revision. */
  files: number;
  /** Open jobs on any of them. */
  openJobs: number;
  /** The share of its joints that is more than guessed. */
  known: number;
  /** Nothing is planned on it: nobody has said how its power is taken away. */
  gap: PowerGap | null;
}

/** A page of the machines of the library, the newest file of each revision, and how many revisions there are. */
export async function libraryPage(
  db: Queryable,
  { search, sort, page }: ListQuery<LibraryOrder>
): Promise<{ machines: LibraryRow[]; found: number }> {
  const values: unknown[] = [];
  const words = holdsWords(
    `lower(m.maker || ' ' || m.model || ' ' || m.revision || ' ' || m.machine_id)`,
    search,
    values
  );
  const order = `${sort ? `${LIBRARY_ORDERS[sort.by]}${sort.desc ? ' desc' : ''}, ` : ''}${LIBRARY_ORDERS.machine}, ${LIBRARY_ORDERS.revision} desc`;
  const { rows } = await db.query<
    Omit<LibraryRow, 'importedAt' | 'known' | 'gap'> & { importedAt: Date; found: number }
  >(
    `with newest as (select distinct on (machine_id, revision) id from machine_file order by machine_id, revision, id desc),
          counts as (select f.machine_id, f.revision, count(distinct f.id)::int as files, count(j.id)::int as jobs
                       from machine_file f left join job j on j.machine_file_id = f.id and j.closed_at is null group by f.machine_id, f.revision)
     select m.id::int as "fileId", m.content_hash as hash, m.machine_id as "machineId", m.maker, m.model, m.revision, m.imported_at as "importedAt",
            ${standingOf('m')} as standing, c.files, c.jobs as "openJobs", count(*) over ()::int as found
       from newest join machine_file m on m.id = newest.id join counts c on c.machine_id = m.machine_id and c.revision = m.revision
      where ${[`${standingOf('m')} <> 'begun'`, ...words].join(' and ')}
      order by ${order} limit $${values.length + 1} offset $${values.length + 2}`,
    [...values, LIBRARY_PAGE, (page - 1) * LIBRARY_PAGE]
  );
  const summary = await summariesOf(
    db,
    rows.map((r) => r.fileId)
  );
  return {
    found: rows[0]?.found ?? 0,
    machines: rows.map(({ found: _, ...row }) => {
      const of = summary(row.fileId);
      const known = knowledgeOf(of);
      const all = Object.values(known).reduce((sum, n) => sum + n, 0);
      return { ...dated(row), known: all === 0 ? 0 : (all - known.guessed) / all, gap: powerGap(of) ?? null };
    })
  };
}

/** Machines that are being recorded now, the newest first. */
export async function beingRecorded(
  db: Queryable
): Promise<{ job: number; maker: string; model: string; by: string; events: number }[]> {
  const { rows } = await db.query(
    `select j.number::int as job, m.maker, m.model, p.display_name as by,
            (select count(*)::int from recording_event e where e.recording_id = c.id) as events
       from recording c join job j on j.id = c.job_id join machine_file m on m.id = j.machine_file_id join person p on p.id = c.started_by
      where c.closed_at is null and j.closed_at is null order by c.started_at desc limit 50`
  );
  return rows;
}

/** What lists tell of these files: how their joints are known, and how their power is taken away. Nothing else of them is read. */
async function summariesOf(
  db: Queryable,
  files: readonly number[]
): Promise<(fileId: number) => Pick<Machine, 'origins' | 'joints'> & Powered> {
  const { rows } = await db.query<{
    id: number;
    origins: Machine['origins'] | null;
    joints: string[] | null;
    isolation: Machine['isolation'];
    kinds: PartKind[];
  }>(
    `select id::int as id, document -> 'origins' as origins, document -> 'isolation' as isolation,
            jsonb_path_query_array(document, '$.parts[*].kind') as kinds,
            case when document ? 'origins' then jsonb_path_query_array(document, '$.joints[*].id') end as joints
       from machine_file where id = any($1)`,
    [files]
  );
  const known = new Map(
    rows.map(({ id, origins, joints, isolation, kinds }) => [
      id,
      {
        origins: origins ?? undefined,
        // A file without origins was written by hand, all of it.
        joints: (joints ?? ['all']).map((joint) => ({ id: joint })) as Machine['joints'],
        isolation,
        parts: kinds.map((kind) => ({ kind }))
      }
    ])
  );
  return (fileId) => known.get(fileId)!;
}

/** Jobs on any file of a machine, open ones first. */
export async function jobsOnMachine(
  db: Queryable,
  machineId: string
): Promise<{ number: number; work: string; customer: string; fileId: number; isClosed: boolean }[]> {
  const { rows } = await db.query(
    `select j.number::int as number, j.work, j.customer, j.machine_file_id::int as "fileId", j.closed_at is not null as "isClosed"
       from job j join machine_file m on m.id = j.machine_file_id where m.machine_id = $1 order by j.closed_at desc nulls first, j.number desc limit 200`,
    [machineId]
  );
  return rows;
}

/** Every file of a machine, the newest first: its history. */
export async function revisionsOf(
  db: Queryable,
  machineId: string
): Promise<(MachineRow & { importedBy: string | null })[]> {
  const { rows } = await db.query(
    `select m.id::int as "fileId", content_hash as hash, machine_id as "machineId", maker, model, revision, imported_at as "importedAt", ${standingOf('m')} as standing, p.display_name as "importedBy"
       from machine_file m left join person p on p.id = m.imported_by where machine_id = $1 order by m.id desc limit 100`,
    [machineId]
  );
  return rows.map(dated);
}

export interface MachineDocument {
  machine: Machine;
  hash: string;
}

export async function machineDocument(db: Queryable, fileId: number): Promise<MachineDocument | undefined> {
  return documents(fileId, db);
}

/** A file never changes: each is read from the database, and from its text, once. */
const documents = kept(30, async (fileId: number, db: Queryable): Promise<MachineDocument | undefined> => {
  const { rows } = await db.query('select document as machine, content_hash as hash from machine_file where id = $1', [
    fileId
  ]);
  return rows[0] && { ...rows[0], machine: packed(rows[0].machine) };
});
