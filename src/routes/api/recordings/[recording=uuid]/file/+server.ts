import { RECORDING_FORMAT, type Recording } from '$core/recording';
import { pool } from '$lib/server/database/pool';
import { attachment } from '$lib/server/http/attachment';
import { eventsOfRecording, recordingOfPage } from '$lib/server/recordings/recordings';
import type { RequestHandler } from './$types';

/** The record in its open format. */
export const GET: RequestHandler = async ({ params }) => {
  const { id } = await recordingOfPage(params);
  const { events } = await eventsOfRecording(pool(), id);
  const recording: Recording = { format: RECORDING_FORMAT, id, events };
  return new Response(`${JSON.stringify(recording, null, 1)}\n`, {
    headers: {
      'content-type': 'application/json',
      'content-disposition': attachment(`recording-${id.slice(0, 8)}.json`)
    }
  });
};
