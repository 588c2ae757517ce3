import { here } from '$lib/server/http/here';
import { json } from '@sveltejs/kit';
import { PHOTO_MAX_BYTES } from '$lib/photo-limits';
import { whyNot } from '$core/result';
import { pool } from '$lib/server/database/pool';
import { cameraFrom, takePicture } from '$lib/server/bench/camera';
import { bytesBody } from '$lib/server/http/body';
import type { RequestHandler } from './$types';

/** A picture of the step in hand, from a phone beside the bench; 410 when its code is over, 422 when it is not taken. */
export const POST: RequestHandler = async ({ request, cookies }) => {
  const camera = await cameraFrom(pool(), cookies);
  const taken = await takePicture(pool(), camera, await bytesBody(request, PHOTO_MAX_BYTES));
  return taken.ok ? json({ photo: taken.photo }) : json({ message: here().told(whyNot(taken)) }, { status: 422 });
};
