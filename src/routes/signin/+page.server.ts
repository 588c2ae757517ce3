import { fail, redirect } from '@sveltejs/kit';
import { ownPath } from '$lib/own-path';
import { pool } from '$lib/server/database/pool';
import { log } from '$lib/server/http/log';
import { closeSession, openSession, SESSION_COOKIE } from '$lib/server/sign-in/sessions';
import { DEVICE_COOKIE, signIn, type NotSignedIn } from '$lib/server/sign-in/sign-in';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, url }) => {
  if (locals.person) redirect(303, destination(url));
};

const destination = (url: URL): string => ownPath(url.searchParams.get('to'), url.origin);

export const actions: Actions = {
  default: async ({ request, cookies, url, getClientAddress, locals }) => {
    const form = await request.formData();
    const name = String(form.get('name') ?? '').slice(0, 100);
    const answer = await signIn(
      name,
      String(form.get('password') ?? ''),
      getClientAddress(),
      cookies.get(DEVICE_COOKIE)
    );
    if (!answer.ok) {
      const [{ message, waitSeconds }] = answer.problems as [NotSignedIn];
      log.warn({ request: locals.requestId, limited: waitSeconds !== undefined }, 'sign-in refused');
      return fail(waitSeconds === undefined ? 400 : 429, { name, message });
    }
    // Signing in anew ends the session that was there.
    const before = cookies.get(SESSION_COOKIE);
    if (before) await closeSession(pool(), before);
    const token = await openSession(pool(), answer.person.id, request.headers.get('user-agent') ?? '');
    cookies.set(SESSION_COOKIE, token, {
      path: '/',
      httpOnly: true,
      sameSite: 'lax',
      secure: url.protocol === 'https:',
      maxAge: 14 * 86_400
    });
    cookies.set(DEVICE_COOKIE, answer.device, {
      path: '/signin',
      httpOnly: true,
      sameSite: 'strict',
      secure: url.protocol === 'https:',
      maxAge: 180 * 86_400
    });
    redirect(303, destination(url));
  }
};
