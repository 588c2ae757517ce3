import { json } from '@sveltejs/kit';
import { underWay } from '$lib/server/planning/threads';
import type { RequestHandler } from './$types';

/** What the server is working out for this person: asked while one waits for a page. */
export const GET: RequestHandler = ({ locals }) =>
  json(underWay(locals.person!.id), { headers: { 'cache-control': 'no-store' } });
