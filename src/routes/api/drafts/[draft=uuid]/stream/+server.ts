import { error } from '@sveltejs/kit';
import { pool } from '$lib/server/database/pool';
import { draftOfPage, eventsOfDraft } from '$lib/server/drafts/drafts';
import { eventStream, positionIn } from '$lib/server/http/events';
import { whilePlaced } from '$lib/server/http/server-sent';
import { here } from '$lib/server/http/here';
import type { RequestHandler } from './$types';

/** Edits of a draft as they come, server-sent. Begins after `after`, or where a broken stream left off. */
export const GET: RequestHandler = async ({ params, url, request, cookies, locals }) => {
  const after = positionIn(request.headers.get('last-event-id') ?? url.searchParams.get('after'));
  if (after === undefined) error(400, here().t('server.afterMustBeAWholeNumber'));
  const { id } = await whilePlaced(locals.person!.id, () => draftOfPage(params));
  return eventStream(cookies, locals.person!.id, id, after, (seq, limit) => eventsOfDraft(pool(), id, seq, limit));
};
