import { later } from '../background/queue';
import type { Queryable } from '../database/pool';
import { objectStore } from '../objects/store';

/** What the record of a run is called in the object store. */
export const recordNameOf = (run: string): string => `records/${run}.json`;

/** A signed run was added to, in this transaction: its record is laid into the store anew, where there is one. */
export async function recordChanged(db: Queryable, run: string): Promise<void> {
  await db.query('update run set record_stored_at = null where id = $1 and record_stored_at is not null', [run]);
  if (objectStore()) await later(db, 'store-record', run, { run });
}
