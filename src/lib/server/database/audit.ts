import type { Queryable } from './pool';

/** Writes down who changed what, signed in or took something away, and from which address where that matters, in the transaction of the change where there is one. */
export async function audit(
  db: Queryable,
  by: string | null,
  what: string,
  about: string,
  detail: object = {},
  address = ''
): Promise<void> {
  await db.query('insert into audit (person_id, what, about, detail, address) values ($1, $2, $3, $4, $5)', [
    by,
    what,
    about,
    JSON.stringify(detail),
    address.slice(0, 100)
  ]);
}

export interface AuditRow {
  at: string;
  by: string | null;
  what: string;
  about: string;
  detail: Record<string, unknown>;
  address: string;
}

/** The newest first. Mostly the last two months hold enough of them: then no table before them is read. */
export async function auditLog(db: Queryable, limit = 200): Promise<AuditRow[]> {
  const newest = (since: string) =>
    db.query(
      `select a.at, p.display_name as by, a.what, a.about, a.detail, a.address from audit a left join person p on p.id = a.person_id
        where a.at > ${since} order by a.at desc, a.id desc limit $1`,
      [limit]
    );
  let { rows } = await newest(`now() - interval '62 days'`);
  if (rows.length < limit) ({ rows } = await newest(`'-infinity'`));
  return rows.map((r: AuditRow & { at: Date }) => ({ ...r, at: r.at.toISOString() }));
}
