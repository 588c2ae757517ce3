import { pool } from '../database/pool';
import { log } from '../http/log';
import { objectStore } from '../objects/store';

/** How often the store is asked at most, ms: a proxy asks for this many times a second. */
const ASK_MS = 10_000;
let asked: { at: number; photos: Promise<'up' | 'down'> } | undefined;

export type Health = { process: 'up'; database: 'up' | 'down'; photos?: 'up' | 'down' };

async function photos(): Promise<Pick<Health, 'photos'>> {
  const store = objectStore();
  if (!store) return {};
  if (asked === undefined || Date.now() - asked.at > ASK_MS)
    asked = { at: Date.now(), photos: store.answers().then((does) => (does ? 'up' : 'down')) };
  return { photos: await asked.photos };
}

/**
 * Whether this process serves and reaches its database. A store of photos that is away is told, too, and is no reason to ask another
 * process: everything but the photos in it goes on.
 */
export async function health(): Promise<Health> {
  try {
    await pool().query('select 1');
  } catch (error) {
    log.warn({ err: error }, 'the database does not answer');
    return { process: 'up', database: 'down' };
  }
  return { process: 'up', database: 'up', ...(await photos()) };
}
