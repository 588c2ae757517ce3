import { redirect } from '@sveltejs/kit';
import { pool } from '$lib/server/database/pool';
import { closeSession, SESSION_COOKIE } from '$lib/server/sign-in/sessions';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = async ({ cookies }) => {
  const token = cookies.get(SESSION_COOKIE);
  if (token) await closeSession(pool(), token);
  cookies.delete(SESSION_COOKIE, { path: '/' });
  redirect(303, '/signin');
};
