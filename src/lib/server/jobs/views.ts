import type { Queryable } from '../database/pool';

/** A person's own names for ways to look at the list of jobs. */
export interface SavedView {
  name: string;
  query: string;
}

export async function savedViews(db: Queryable, personId: string): Promise<SavedView[]> {
  return (await db.query('select name, query from saved_view where person_id = $1 order by name', [personId])).rows;
}

export async function saveView(db: Queryable, personId: string, { name, query }: SavedView): Promise<void> {
  await db.query(
    'insert into saved_view (person_id, name, query) values ($1, $2, $3) on conflict (person_id, name) do update set query = excluded.query',
    [personId, name, query]
  );
}

export async function dropView(db: Queryable, personId: string, name: string): Promise<void> {
  await db.query('delete from saved_view where person_id = $1 and name = $2', [personId, name]);
}
