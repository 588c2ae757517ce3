import { holdsWords, inWords } from '../database/lists';
import type { Queryable } from '../database/pool';
import { COLUMNS, dated, type MachineRow } from './machines';
import { standingOf } from './standing';

/** Machines to choose from at most; the others are searched for. */
export const CHOICE_MOST = 50;

export interface Choice {
  /** By name, the newest revision first. */
  machines: MachineRow[];
  /** How many more than these there are. */
  more: number;
}

const NEWEST = 'select distinct on (machine_id, revision) id from machine_file order by machine_id, revision, id desc';
const NAME = `lower(m.maker || ' ' || m.model || ' ' || m.revision || ' ' || m.machine_id)`;

/**
 * The newest file of every machine and revision that can be worked by: the latest of the library, as far as they go.
 * @param search words that all occur @param also files that are there besides, whether they are the newest or not
 * @param named what a machine calls itself, maker and model somewhere in it: whichever is called so is there besides
 */
export async function machinesToChoose(
  db: Queryable,
  { search = '', also = [], named = '' }: { search?: string; also?: readonly number[]; named?: string }
): Promise<Choice> {
  const values: unknown[] = [also, named.toLowerCase()];
  const words = ['true', ...holdsWords(NAME, search, values)].join(' and ');
  const { rows } = await db.query<Omit<MachineRow, 'importedAt'> & { importedAt: Date; found: number }>(
    `with besides as (select id from machine_file where id = any($1) or (position(lower(maker) in $2) > 0 and position(lower(model) in $2) > 0)),
          found as (select m.id, count(*) over ()::int as found from machine_file m
                     where m.id = any($1) or (m.id in (${NEWEST}) and ${standingOf('m')} <> 'begun' and (${words} or m.id in (select id from besides)))
                     order by m.id in (select id from besides) desc, m.id desc limit ${CHOICE_MOST})
     select ${COLUMNS}, found from found join machine_file using (id)
      order by ${inWords(`maker || ' ' || model`)}, ${inWords('revision')} desc`,
    values
  );
  return {
    machines: rows.map(({ found: _, ...row }) => dated(row)),
    more: Math.max(0, (rows[0]?.found ?? 0) - rows.length)
  };
}

/** The machines whose files came last, at most so many, each with the newest file of every revision. */
export async function latestMachines(db: Queryable, most: number): Promise<MachineRow[]> {
  const { rows } = await db.query(
    `select ${COLUMNS} from machine_file
      where id in (${NEWEST}) and machine_id in (select machine_id from machine_file group by machine_id order by max(id) desc limit $1)
      order by ${inWords(`maker || ' ' || model`)}, ${inWords('revision')} desc`,
    [most]
  );
  return rows.map(dated);
}
