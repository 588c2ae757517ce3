import { pool } from '$lib/server/database/pool';
import { attachment } from '$lib/server/http/attachment';
import { resultsOf } from '$lib/server/practice/sets';
import type { RequestHandler } from './$types';

/** One's own answers and rehearsals, as open JSON. */
export const GET: RequestHandler = async ({ locals }) => {
  const results = await resultsOf(pool(), locals.person!);
  return new Response(`${JSON.stringify(results, null, 1)}\n`, {
    headers: { 'content-type': 'application/json', 'content-disposition': attachment('practice-results.json') }
  });
};
