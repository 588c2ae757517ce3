import type { Queryable } from './database';

/** Whether a run is closed only once a second person has signed it. */
export async function wantsSecondSignature(db: Queryable): Promise<boolean> {
  return (await db.query('select second_signature as second from shop')).rows[0].second;
}

export async function setSecondSignature(db: Queryable, wanted: boolean): Promise<void> {
  await db.query('update shop set second_signature = $1', [wanted]);
}
