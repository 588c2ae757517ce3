import { fail } from '@sveltejs/kit';
import { z } from 'zod';
import { pool } from '$lib/server/database/pool';
import { Password } from '$lib/server/sign-in/password-form';
import { changeOwnPassword, chooseLanguage } from '$lib/server/sign-in/people';
import { endSession, SESSION_COOKIE, sessionsOf } from '$lib/server/sign-in/sessions';
import type { Actions, PageServerLoad } from './$types';
import { whyNot } from '$core/result';
import { here, wordsIn } from '$lib/server/http/here';
import { Language } from '$core/language';

export const load: PageServerLoad = async ({ locals, cookies }) => ({
  chosen: locals.person!.language,
  sessions: await sessionsOf(pool(), locals.person!.id, cookies.get(SESSION_COOKIE)!)
});

export const actions: Actions = {
  password: async ({ request, locals, cookies }) => {
    const sent = Object.fromEntries(await request.formData());
    const wanted = Password.safeParse(sent.wanted);
    if (!wanted.success)
      return fail(400, { message: here().t('server.theNewPassword', { message: wanted.error.issues[0]!.message }) });
    const own = (await sessionsOf(pool(), locals.person!.id, cookies.get(SESSION_COOKIE)!)).find((s) => s.isThis)!;
    const changed = await changeOwnPassword(
      locals.person!.id,
      String(sent.old ?? '').slice(0, 1000),
      wanted.data,
      own.id
    );
    return changed.ok ? { done: here().t('me.passwordChanged') } : fail(400, { message: whyNot(changed) });
  },
  /** Nothing chosen: the browser's own. */
  language: async ({ request, locals }) => {
    const chosen = z.union([Language, z.literal('')]).safeParse((await request.formData()).get('language'));
    if (!chosen.success) return fail(400, { message: here().t('server.thisCannotBePlanned') });
    await chooseLanguage(pool(), locals.person!.id, chosen.data || null);
    return { done: wordsIn(chosen.data || locals.language).t('me.languageSaved') };
  },
  end: async ({ request, locals }) => {
    const id = z.uuid().safeParse((await request.formData()).get('id'));
    if (!id.success || !(await endSession(pool(), locals.person!.id, id.data)))
      return fail(404, { message: here().t('server.thatSessionHasEndedAlready') });
    return { done: here().t('me.sessionEnded') };
  }
};
