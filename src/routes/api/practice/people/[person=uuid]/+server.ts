import { error } from '@sveltejs/kit';
import { pool } from '$lib/server/database/pool';
import { attachment } from '$lib/server/http/attachment';
import { here } from '$lib/server/http/here';
import { resultsOf } from '$lib/server/practice/sets';
import { findPerson } from '$lib/server/sign-in/people';
import type { RequestHandler } from './$types';

/** Somebody's answers and rehearsals, for leads. */
export const GET: RequestHandler = async ({ params }) => {
  const person = await findPerson(pool(), params.person);
  if (!person) error(404, here().t('server.thereIsNoSuchPage'));
  return new Response(`${JSON.stringify(await resultsOf(pool(), person), null, 1)}\n`, {
    headers: {
      'content-type': 'application/json',
      'content-disposition': attachment(`practice-results-${person.signIn}.json`)
    }
  });
};
