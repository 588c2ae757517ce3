import { error, json } from '@sveltejs/kit';
import { bytesBody } from '$lib/server/http/body';
import { pool } from '$lib/server/database/pool';
import { PHOTO_MAX_BYTES } from '$lib/photo-limits';
import { keepPhoto, photoOf, type PhotoCode } from '$lib/server/bench/photos';
import { findRun } from '$lib/server/bench/runs';
import type { RequestHandler } from './$types';
import { here } from '$lib/server/http/here';

export const GET: RequestHandler = async ({ params, url }) => {
  const bytes = await photoOf(pool(), params.run, params.photo, url.searchParams.has('small'));
  if (!bytes) error(404, here().t('server.thisPhotoHasNotArrivedOr'));
  return new Response(new Uint8Array(bytes), {
    headers: { 'content-type': 'image/jpeg', 'cache-control': 'private, max-age=600' }
  });
};

const STATUS: Record<PhotoCode, number> = {
  'somebody-else': 403,
  'not-recorded': 409,
  'not-the-picture': 422,
  'no-room': 507
};

/** Takes a photo's bytes; 403, 409, 422 and 507 say why not, and then nothing was stored. */
export const POST: RequestHandler = async ({ params, request, locals }) => {
  const run = await findRun(pool(), params.run);
  if (!run) error(404, here().t('server.thereIsNoSuchRun'));
  const bytes = await bytesBody(request, PHOTO_MAX_BYTES);
  const kept = await keepPhoto(pool(), { id: params.photo, run: run.id, person: locals.person!.id, bytes });
  if (kept.ok) return json({ photo: params.photo });
  const [{ code, message }] = kept.problems as [(typeof kept.problems)[number]];
  return json({ message }, { status: STATUS[code] });
};
