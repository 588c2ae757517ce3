import { error, json } from '@sveltejs/kit';
import { Id } from '$core/machine';
import { Scale } from '$core/recording';
import { whyNot } from '$core/result';
import { PHOTO_MAX_BYTES } from '$lib/photo-limits';
import { pool } from '$lib/server/database/pool';
import { draftOfPage } from '$lib/server/drafts/drafts';
import { draftPhoto, keepDraftPhoto, scaleDraftPhoto } from '$lib/server/drafts/photos';
import { bytesBody, parsed } from '$lib/server/http/body';
import { here } from '$lib/server/http/here';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ params }) => {
  const bytes = await draftPhoto(pool(), params.draft, params.photo);
  if (!bytes) error(404, here().t('server.thisPhotoHasNotArrivedOr'));
  return new Response(new Uint8Array(bytes), {
    headers: { 'content-type': 'image/jpeg', 'cache-control': 'private, max-age=600' }
  });
};

/** Takes a picture of a face (`?face=`), or another scale for one that is there (`?scale=`, without a body). */
export const POST: RequestHandler = async ({ params, url, request, locals }) => {
  const { id: draft } = await draftOfPage(params);
  const asked = url.searchParams.get('scale');
  if (asked !== null) {
    const scale = Scale.safeParse(parsed(asked));
    if (!scale.success || !(await scaleDraftPhoto(pool(), draft, params.photo, scale.data)))
      error(422, here().t('server.scaleUnreadable'));
    return json({ photo: params.photo });
  }
  const face = url.searchParams.get('face') ?? '';
  if (!Id.safeParse(face).success) error(422, here().t('server.noPictureOf'));
  const bytes = await bytesBody(request, PHOTO_MAX_BYTES);
  const kept = await keepDraftPhoto(pool(), {
    draft,
    photo: params.photo,
    face,
    scale: null,
    bytes,
    by: locals.person!.id
  });
  return kept.ok ? json({ photo: params.photo }, { status: 201 }) : json({ message: whyNot(kept) }, { status: 422 });
};
