import { error } from '@sveltejs/kit';
import { pool } from '$lib/server/database/pool';
import { fileOfRun } from '$lib/server/bench/runs';
import { here } from '$lib/server/http/here';
import { photoAnswer, takePhoto } from '$lib/server/http/photos';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params, url }) => photoAnswer({ run: params.run }, params.photo, url);

export const POST: RequestHandler = async ({ params, request, locals }) => {
  if ((await fileOfRun(pool(), params.run)) === undefined) error(404, here().t('server.thereIsNoSuchRun'));
  return takePhoto({ run: params.run }, params.photo, request, locals.person!.id);
};
