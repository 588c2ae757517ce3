import { later } from './queue';
import { objectNameOf, readElsewhere, removeFile } from '../bench/photo-places';
import { transaction, type Queryable } from '../database/pool';
import { objectStore } from '../objects/store';

/** So many pictures from before there was a store are sent on their way at once. */
const AT_ONCE = 500;

/**
 * Brings a picture into the object store and takes it out of where it lay. It is taken out only when the store has given back what it
 * was given; done twice it changes nothing.
 */
export async function storePhoto(db: Queryable, id: string): Promise<void> {
  const store = objectStore();
  if (!store) throw new Error('OBJECT_STORE is not set in this process');
  const { rows } = await db.query<{ bytes: Buffer | null; inStore: boolean }>(
    'select bytes, stored_at is not null as "inStore" from photo where id = $1',
    [id]
  );
  if (rows[0] === undefined || rows[0].inStore) return;
  const jpeg = rows[0].bytes ?? (await readElsewhere({ id, inRow: false, inStore: false }));
  // Lost from its folder: whoever took it may still send it again.
  if (jpeg === undefined) return;
  await store.put(objectNameOf(id), jpeg, 'image/jpeg');
  const there = await store.get(objectNameOf(id));
  if (!there?.equals(jpeg)) throw new Error(`photo ${id} is not in the store as it was put there`);
  await db.query('update photo set bytes = null, stored_at = now() where id = $1 and stored_at is null', [id]);
  await removeFile(id);
}

/** Sends pictures on their way that are not in the store and not in the queue, as all those from before there was one. */
export async function sendWhatIsLeft(): Promise<number> {
  return transaction(async (db) => {
    const { rows } = await db.query<{ id: string }>(
      `select p.id from photo p where p.stored_at is null
        and not exists (select from work.job j where j.name = 'store-photo' and j.singleton_key = p.id::text and j.state in ('created', 'retry', 'active', 'failed'))
        order by p.received_at limit $1`,
      [AT_ONCE]
    );
    for (const { id } of rows) await later(db, 'store-photo', id, { photo: id });
    return rows.length;
  });
}
