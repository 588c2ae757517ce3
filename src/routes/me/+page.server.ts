import { fail } from '@sveltejs/kit';
import { z } from 'zod';
import { pool } from '$lib/server/database/pool';
import { Password } from '$lib/server/sign-in/password-form';
import { changeOwnPassword } from '$lib/server/sign-in/people';
import { endSession, SESSION_COOKIE, sessionsOf } from '$lib/server/sign-in/sessions';
import type { Actions, PageServerLoad } from './$types';
import { whyNot } from '$core/result';

export const load: PageServerLoad = async ({ locals, cookies }) => ({
  sessions: await sessionsOf(pool(), locals.person!.id, cookies.get(SESSION_COOKIE)!)
});

export const actions: Actions = {
  password: async ({ request, locals, cookies }) => {
    const sent = Object.fromEntries(await request.formData());
    const wanted = Password.safeParse(sent.wanted);
    if (!wanted.success) return fail(400, { message: `The new password ${wanted.error.issues[0]!.message}.` });
    const here = (await sessionsOf(pool(), locals.person!.id, cookies.get(SESSION_COOKIE)!)).find((s) => s.isThis)!;
    const changed = await changeOwnPassword(
      locals.person!.id,
      String(sent.old ?? '').slice(0, 1000),
      wanted.data,
      here.id
    );
    return changed.ok
      ? { done: 'The password is changed; everywhere else you are signed out.' }
      : fail(400, { message: whyNot(changed) });
  },
  end: async ({ request, locals }) => {
    const id = z.uuid().safeParse((await request.formData()).get('id'));
    if (!id.success || !(await endSession(pool(), locals.person!.id, id.data)))
      return fail(404, { message: 'That session is over already.' });
    return { done: 'That session is ended.' };
  }
};
