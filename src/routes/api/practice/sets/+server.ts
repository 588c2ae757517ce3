import { json } from '@sveltejs/kit';
import { ExerciseSet } from '$core/practice';
import { pool } from '$lib/server/database/pool';
import { practiceBody, unlessStrange } from '$lib/server/practice/incoming';
import { machinesOfSet } from '$lib/server/practice/sets';
import type { RequestHandler } from './$types';

/** Looks through a set that came from elsewhere, and gives the machines that it is asked on. */
export const POST: RequestHandler = async ({ request }) => {
  const set = await practiceBody(request, ExerciseSet);
  const found = await machinesOfSet(pool(), set);
  if ('why' in found) {
    unlessStrange('exercises', found);
    throw new Error('a strange set is refused');
  }
  return json(found);
};
