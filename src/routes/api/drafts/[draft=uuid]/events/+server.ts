import { error, json } from '@sveltejs/kit';
import { DraftEvent } from '$core/drafting';
import { pool } from '$lib/server/database/pool';
import { appendEdits, draftOfPage, eventsOfDraft } from '$lib/server/drafts/drafts';
import { answerTo, batchOf, positionIn } from '$lib/server/http/events';
import { here } from '$lib/server/http/here';
import type { RequestHandler } from './$types';

/** One answer holds no more edits than this; who asks goes on from the position reached. */
const PAGE = 1000;

/** Edits after a position, and the position reached; `more` when that is not the end yet. */
export const GET: RequestHandler = async ({ params, url }) => {
  const after = positionIn(url.searchParams.get('after'));
  if (after === undefined) error(400, here().t('server.afterMustBeAWholeNumber'));
  const { id } = await draftOfPage(params);
  const page = await eventsOfDraft(pool(), id, after, PAGE);
  return json({ ...page, more: page.events.length === PAGE });
};

/** Takes edits, each once; 409 and 422 name each one that is refused, and then none of the batch was taken. */
export const POST: RequestHandler = async ({ params, request, locals }) => {
  const batch = await batchOf(request, DraftEvent);
  if ('refused' in batch) return batch.refused;
  const { id } = await draftOfPage(params);
  return answerTo(await appendEdits(id, batch.events, locals.person!.id));
};
