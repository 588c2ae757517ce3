import { error } from '@sveltejs/kit';
import { pool } from '$lib/server/database/pool';
import { eventsOf, fileOfRun } from '$lib/server/bench/runs';
import { eventStream, positionIn } from '$lib/server/http/events';
import { whilePlaced } from '$lib/server/http/server-sent';
import type { RequestHandler } from './$types';
import { here } from '$lib/server/http/here';

/** Events of a run as they come, server-sent. Begins after `after`, or where a broken stream left off. */
export const GET: RequestHandler = async ({ params: { run }, url, request, cookies, locals }) => {
  const after = positionIn(request.headers.get('last-event-id') ?? url.searchParams.get('after'));
  if (after === undefined) error(400, here().t('server.afterMustBeAWholeNumber'));
  const file = await whilePlaced(locals.person!.id, () => fileOfRun(pool(), run));
  if (file === undefined) error(404, here().t('server.thereIsNoSuchRun'));
  return eventStream(cookies, locals.person!.id, run, after, (seq, limit) => eventsOf(pool(), run, seq, limit));
};
