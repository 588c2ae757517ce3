import { audit } from '../database/audit';
import type { Queryable } from '../database/pool';

/**
 * How far a machine file can be relied on. `begun`: it is being recorded, and holds no more than the body; `draft`: somebody drew it;
 * `checked`: a second person, or a run that followed it without a finding, stands by it; `in-force`: a lead has put it in force.
 */
export const STANDINGS = ['begun', 'draft', 'checked', 'in-force'] as const;
export type Standing = (typeof STANDINGS)[number];

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
  await audit(db, file.by, 'machine standing', String(file.fileId), { standing: file.standing });
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
