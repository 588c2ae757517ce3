import { pool } from '$lib/server/database/pool';
import { draftOfPage, eventsOfDraft } from '$lib/server/drafts/drafts';
import { photosOfDraft } from '$lib/server/drafts/photos';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, locals }) => {
  const { id, first } = await draftOfPage(params);
  const { events, seq } = await eventsOfDraft(pool(), id);
  return {
    draft: id,
    first,
    events,
    seq,
    photos: await photosOfDraft(pool(), id),
    mayDraw: locals.person!.role !== 'trainee'
  };
};
