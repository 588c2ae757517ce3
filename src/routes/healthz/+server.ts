import { json } from '@sveltejs/kit';
import { pool } from '$lib/server/database/pool';
import { objectStore } from '$lib/server/objects/store';
import { log } from '$lib/server/http/log';
import type { RequestHandler } from './$types';

/** How often the store is asked at most, ms: a proxy asks for this many times a second. */
const ASK_MS = 10_000;
let asked: { at: number; photos: Promise<'up' | 'down'> } | undefined;

async function photos(): Promise<{ photos?: 'up' | 'down' }> {
  const store = objectStore();
  if (!store) return {};
  if (asked === undefined || Date.now() - asked.at > ASK_MS)
    asked = { at: Date.now(), photos: store.answers().then((does) => (does ? 'up' : 'down')) };
  return { photos: await asked.photos };
}

/**
 * Whether this process serves and reaches its database: 200, or 503. A store of photos that is away is told, too, and is no reason to
 * ask another process: everything but the photos in it goes on.
 */
export const GET: RequestHandler = async () => {
  try {
    await pool().query('select 1');
    return json({ process: 'up', database: 'up', ...(await photos()) });
  } catch (error) {
    log.warn({ err: error }, 'the database does not answer');
    return json({ process: 'up', database: 'down' }, { status: 503 });
  }
};
