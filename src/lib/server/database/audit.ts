import type { Logged, LogRow } from '$lib/audit/kinds';
import type { Queryable } from './pool';

/** Writes down who changed what, signed in or took something away, and from which address where that matters, in the transaction of the change where there is one. */
export async function audit<What extends keyof Logged>(
  db: Queryable,
  by: string | null,
  what: What,
  about: string,
  detail: Logged[What],
  address = ''
): Promise<void> {
  await db.query('insert into audit (person_id, what, about, detail, address) values ($1, $2, $3, $4, $5)', [
    by,
    // In the table their words stand apart.
    what.replaceAll('_', ' '),
    about,
    JSON.stringify(detail),
    address.slice(0, 100)
  ]);
}

/** The newest first. Mostly the last two months hold enough of them: then no table before them is read. */
export async function auditLog(db: Queryable, limit = 200): Promise<LogRow[]> {
  const newest = (since: string) =>
    db.query(
      `select a.at, p.display_name as by, a.what, a.about, a.detail, a.address,
              case a.what when 'machine standing' then (select model || ' ' || revision from machine_file where id = a.about::bigint)
                          when 'trainee let on' then (select display_name from person where id = (a.detail ->> 'person')::uuid) end as named
         from audit a left join person p on p.id = a.person_id
        where a.at > ${since} order by a.at desc, a.id desc limit $1`,
      [limit]
    );
  let { rows } = await newest(`now() - interval '62 days'`);
  if (rows.length < limit) ({ rows } = await newest(`'-infinity'`));
  return rows.map((r: LogRow & { at: Date }) => ({ ...r, what: r.what.replaceAll(' ', '_'), at: r.at.toISOString() }));
}
