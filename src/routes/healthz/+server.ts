import { json } from '@sveltejs/kit';
import { health } from '$lib/server/operations/health';
import type { RequestHandler } from './$types';

/** For proxies and whoever watches: 200, or 503 where the database does not answer. */
export const GET: RequestHandler = async () => {
  const is = await health();
  return json(is, { status: is.database === 'up' ? 200 : 503 });
};
