import type { Standing } from '$core/library';
import { audit } from '../database/audit';
import type { Queryable } from '../database/pool';

/** SQL for the standing of a row of machine_file: what nothing is said of is in force. @param table its alias */
export const standingOf = (table: string): string =>
  `coalesce((select s.standing from machine_standing s where s.machine_file_id = ${table}.id order by s.id desc limit 1), 'in-force')`;

/** Says how far a file can be relied on from now on. */
export async function stand(
  db: Queryable,
  file: { fileId: number; standing: Standing; by: string | null; run?: string }
): Promise<void> {
  await db.query(
    'insert into machine_standing (machine_file_id, standing, person_id, run_id) values ($1, $2, $3, $4)',
    [file.fileId, file.standing, file.by, file.run ?? null]
  );
  await audit(db, file.by, 'machine_standing', String(file.fileId), { standing: file.standing });
}

export interface StandingWord {
  standing: Standing;
  by: string | null;
  at: string;
  run: string | null;
}

/** All that was said of a file's standing, oldest first. */
export async function standingsOf(db: Queryable, fileId: number): Promise<StandingWord[]> {
  const { rows } = await db.query(
    `select s.standing, p.display_name as by, s.at, s.run_id as run
       from machine_standing s left join person p on p.id = s.person_id where s.machine_file_id = $1 order by s.id`,
    [fileId]
  );
  return rows.map((r: Omit<StandingWord, 'at'> & { at: Date }) => ({ ...r, at: r.at.toISOString() }));
}

/** Who drew a file: the first to say anything of it, or who imported it. */
export async function drawnBy(db: Queryable, fileId: number): Promise<string | null> {
  const { rows } = await db.query(
    `select coalesce((select s.person_id from machine_standing s where s.machine_file_id = m.id order by s.id limit 1), m.imported_by) as by
       from machine_file m where m.id = $1`,
    [fileId]
  );
  return rows[0]?.by ?? null;
}
