import type { Machine } from '$core/machine';
import { audit } from '../database/audit';
import type { Queryable } from '../database/pool';
import { checkMachineFile } from '../planning/plans';
import type { Problem, Result } from '$core/result';
import { stand, standingOf, type Standing } from './standing';

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

const COLUMNS = `id::int as "fileId", content_hash as hash, machine_id as "machineId", maker, model, revision, imported_at as "importedAt", ${standingOf('machine_file')} as standing`;
const dated = <T extends { importedAt: Date }>(row: T) => ({ ...row, importedAt: row.importedAt.toISOString() });

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
    await audit(db, by, 'machine imported', `${machine.id} ${machine.revision}`, { hash });
    if (standing) await stand(db, { fileId: rows[0].fileId, standing, by });
    return { row: { ...dated(rows[0]), standing: standing ?? 'in-force' }, isNew: true };
  }
  const known = await db.query(`select ${COLUMNS} from machine_file where content_hash = $1`, [hash]);
  return { row: dated(known.rows[0]), isNew: false };
}

/** The newest file of every machine and revision. */
export async function listMachines(db: Queryable): Promise<MachineRow[]> {
  const { rows } = await db.query(
    `select * from (select distinct on (machine_id, revision) ${COLUMNS} from machine_file order by machine_id, revision, id desc) newest
      order by maker, model, revision desc limit 500`
  );
  return rows.map(dated);
}

/** What a list of the library says of each revision besides: how many files it has, and the jobs that are open on any of them. */
export async function libraryCounts(db: Queryable): Promise<(row: MachineRow) => { files: number; openJobs: number }> {
  const { rows } = await db.query<{ machineId: string; revision: string; files: number; openJobs: number }>(
    `select m.machine_id as "machineId", m.revision, count(distinct m.id)::int as files, count(j.id)::int as "openJobs"
       from machine_file m left join job j on j.machine_file_id = m.id and j.closed_at is null group by m.machine_id, m.revision`
  );
  const counts = new Map(
    rows.map(({ machineId, revision, files, openJobs }) => [`${machineId} ${revision}`, { files, openJobs }])
  );
  return ({ machineId, revision }) => counts.get(`${machineId} ${revision}`) ?? { files: 0, openJobs: 0 };
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

export async function machineDocument(
  db: Queryable,
  fileId: number
): Promise<{ machine: Machine; hash: string } | undefined> {
  const { rows } = await db.query('select document as machine, content_hash as hash from machine_file where id = $1', [
    fileId
  ]);
  return rows[0];
}
