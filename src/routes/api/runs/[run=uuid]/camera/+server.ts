import { error, json } from '@sveltejs/kit';
import { pool } from '$lib/server/database/pool';
import { openCamera } from '$lib/server/bench/camera';
import { findRun } from '$lib/server/bench/runs';
import type { RequestHandler } from './$types';

/** A key for a phone that takes pictures of this run for a while. */
export const POST: RequestHandler = async ({ params, locals }) => {
  const run = await findRun(pool(), params.run);
  if (!run) error(404, 'There is no such run.');
  if (run.signedAt !== null) error(409, 'The run is signed: no picture is added to it any more.');
  return json(await openCamera(pool(), run.id, locals.person!.id));
};
