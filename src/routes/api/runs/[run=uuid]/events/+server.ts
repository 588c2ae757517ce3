import { error, json } from '@sveltejs/kit';
import { RunEvent } from '$core/run';
import { pool } from '$lib/server/database/pool';
import { answerTo, batchOf, positionIn } from '$lib/server/http/events';
import { machineDocument } from '$lib/server/library/machines';
import { maySign } from '$lib/server/practice/at-bench';
import { appendEvents, eventsOf, fileOfRun } from '$lib/server/bench/runs';
import type { RequestHandler } from './$types';
import { here } from '$lib/server/http/here';

/** One answer holds no more events than this; who asks goes on from the position reached. */
const PAGE = 1000;

/** Events after a position, and the position reached; `more` when that is not the end yet. */
export const GET: RequestHandler = async ({ params, url }) => {
  const after = positionIn(url.searchParams.get('after'));
  if (after === undefined) error(400, here().t('server.afterMustBeAWholeNumber'));
  if ((await fileOfRun(pool(), params.run)) === undefined) error(404, here().t('server.thereIsNoSuchRun'));
  const page = await eventsOf(pool(), params.run, after, PAGE);
  return json({ ...page, more: page.events.length === PAGE });
};

/** Takes events, each once; 409 and 422 name each one that is refused, and then none of the batch was taken. */
export const POST: RequestHandler = async ({ params, request, locals }) => {
  const batch = await batchOf(request, RunEvent);
  if ('refused' in batch) return batch.refused;
  const fileId = await fileOfRun(pool(), params.run);
  if (fileId === undefined) error(404, here().t('server.thereIsNoSuchRun'));
  const file = await machineDocument(pool(), fileId);
  return answerTo(
    await appendEvents(params.run, file!.machine, file!.hash, batch.events, locals.person!.id, maySign(locals.person!))
  );
};
