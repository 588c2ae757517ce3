import { pool } from '$lib/server/database/pool';
import { draftOfPage, eventsOfDraft } from '$lib/server/drafts/drafts';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, locals }) => {
  const { id, first } = await draftOfPage(params);
  const { events, seq } = await eventsOfDraft(pool(), id);
  return { draft: id, first, events, seq, mayDraw: locals.person!.role !== 'trainee' };
};
