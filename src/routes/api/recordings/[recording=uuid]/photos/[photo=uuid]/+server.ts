import { photoAnswer, takePhoto } from '$lib/server/http/photos';
import { recordingOfPage } from '$lib/server/recordings/recordings';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params, url }) => photoAnswer({ recording: params.recording }, params.photo, url);

export const POST: RequestHandler = async ({ params, request, locals }) => {
  const { id } = await recordingOfPage(params);
  return takePhoto({ recording: id }, params.photo, request, locals.person!.id);
};
