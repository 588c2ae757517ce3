import { error, json } from '@sveltejs/kit';
import { PHOTO_MAX_BYTES } from '$lib/photo-limits';
import { keepPhoto, photoOf, type Album, type PhotoCode } from '../bench/photos';
import { pool } from '../database/pool';
import { bytesBody } from './body';
import { here } from './here';

/** A picture of an album. @throws 404 when it has not arrived */
export async function photoAnswer(album: Album, photo: string, url: URL): Promise<Response> {
  const bytes = await photoOf(pool(), album, photo, url.searchParams.has('small'));
  if (!bytes) error(404, here().t('server.thisPhotoHasNotArrivedOr'));
  return new Response(new Uint8Array(bytes), {
    headers: { 'content-type': 'image/jpeg', 'cache-control': 'private, max-age=600' }
  });
}

const STATUS: Record<PhotoCode, number> = {
  'somebody-else': 403,
  'not-recorded': 409,
  'not-the-picture': 422,
  'no-room': 507
};

/** Takes a picture's bytes; 403, 409, 422 and 507 say why not, and then nothing was stored. */
export async function takePhoto(album: Album, photo: string, request: Request, person: string): Promise<Response> {
  const bytes = await bytesBody(request, PHOTO_MAX_BYTES);
  const kept = await keepPhoto(pool(), { id: photo, album, person, bytes });
  if (kept.ok) return json({ photo });
  const [{ code, message }] = kept.problems as [(typeof kept.problems)[number]];
  return json({ message }, { status: STATUS[code] });
}
