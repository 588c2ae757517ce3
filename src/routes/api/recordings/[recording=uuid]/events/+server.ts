import { error, json } from '@sveltejs/kit';
import { RecordingEvent } from '$core/recording';
import { pool } from '$lib/server/database/pool';
import { answerTo, batchOf, positionIn } from '$lib/server/http/events';
import { here } from '$lib/server/http/here';
import { appendRecorded, eventsOfRecording, recordingOfPage } from '$lib/server/recordings/recordings';
import type { RequestHandler } from './$types';

/** One answer holds no more events than this; who asks goes on from the position reached. */
const PAGE = 1000;

/** Events after a position, and the position reached; `more` when that is not the end yet. */
export const GET: RequestHandler = async ({ params, url }) => {
  const after = positionIn(url.searchParams.get('after'));
  if (after === undefined) error(400, here().t('server.afterMustBeAWholeNumber'));
  const { id } = await recordingOfPage(params);
  const page = await eventsOfRecording(pool(), id, after, PAGE);
  return json({ ...page, more: page.events.length === PAGE });
};

/** Takes events, each once; 409 and 422 name each one that is refused, and then none of the batch was taken. */
export const POST: RequestHandler = async ({ params, request, locals }) => {
  const batch = await batchOf(request, RecordingEvent);
  if ('refused' in batch) return batch.refused;
  const { id } = await recordingOfPage(params);
  return answerTo(await appendRecorded(id, batch.events, locals.person!.id));
};
