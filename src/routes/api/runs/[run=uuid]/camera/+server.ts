import { error, json } from '@sveltejs/kit';
import { pool } from '$lib/server/database/pool';
import { openCamera } from '$lib/server/bench/camera';
import { findRun } from '$lib/server/bench/runs';
import type { RequestHandler } from './$types';
import { here } from '$lib/server/http/here';

/** A key for a phone that takes pictures of this run for a while. */
export const POST: RequestHandler = async ({ params, locals }) => {
  const run = await findRun(pool(), params.run);
  if (!run) error(404, here().t('server.thereIsNoSuchRun'));
  if (run.signedAt !== null) error(409, here().t('server.theRunIsSignedNoPhotos'));
  return json(await openCamera(pool(), run.id, locals.person!.id));
};
