import { readMachineFile } from '$core/formats';
import type { Fault, Machine } from '$core/machine';
import type { Queryable } from './database';

export interface MachineRow {
  fileId: number;
  hash: string;
  machineId: string;
  maker: string;
  model: string;
  revision: string;
  importedAt: string;
}

const COLUMNS = `id::int as "fileId", content_hash as hash, machine_id as "machineId", maker, model, revision, imported_at as "importedAt"`;
const dated = <T extends { importedAt: Date }>(row: T) => ({ ...row, importedAt: row.importedAt.toISOString() });

export type Imported = { ok: true; row: MachineRow; isNew: boolean; warnings: Fault[] } | { ok: false; faults: Fault[] };

/** Checks a machine file and keeps it as a row of its own; the same content twice is one row. */
export async function importMachine(db: Queryable, text: string, by: string | null): Promise<Imported> {
  const file = readMachineFile(text);
  if (!file.ok) return file;
  const { machine, hash, warnings } = file;
  const { rows } = await db.query(
    `insert into machine_file (content_hash, machine_id, maker, model, revision, document, imported_by)
     values ($1, $2, $3, $4, $5, $6, $7) on conflict (content_hash) do nothing returning ${COLUMNS}`,
    [hash, machine.id, machine.maker, machine.model, machine.revision, JSON.stringify(machine), by]
  );
  if (rows[0]) return { ok: true, row: dated(rows[0]), isNew: true, warnings };
  const known = await db.query(`select ${COLUMNS} from machine_file where content_hash = $1`, [hash]);
  return { ok: true, row: dated(known.rows[0]), isNew: false, warnings };
}

/** The newest file of every machine and revision. */
export async function listMachines(db: Queryable): Promise<MachineRow[]> {
  const { rows } = await db.query(
    `select * from (select distinct on (machine_id, revision) ${COLUMNS} from machine_file order by machine_id, revision, id desc) newest
      order by maker, model, revision desc limit 500`
  );
  return rows.map(dated);
}

export async function machineDocument(db: Queryable, fileId: number): Promise<{ machine: Machine; hash: string } | undefined> {
  const { rows } = await db.query('select document as machine, content_hash as hash from machine_file where id = $1', [fileId]);
  return rows[0];
}
