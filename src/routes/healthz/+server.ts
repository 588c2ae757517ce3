import { json } from '@sveltejs/kit';
import { pool } from '$lib/server/database/pool';
import { log } from '$lib/server/http/log';
import type { RequestHandler } from './$types';

/** Whether this process serves and reaches its database: 200, or 503. */
export const GET: RequestHandler = async () => {
  try {
    await pool().query('select 1');
    return json({ process: 'up', database: 'up' });
  } catch (error) {
    log.warn({ err: error }, 'the database does not answer');
    return json({ process: 'up', database: 'down' }, { status: 503 });
  }
};
