import { error, json } from '@sveltejs/kit';
import { z } from 'zod';
import { Answered } from '$core/practice';
import { parsed, textBody } from '$lib/server/http/body';
import { here } from '$lib/server/http/here';
import { transaction } from '$lib/server/database/pool';
import { keepAnswers } from '$lib/server/practice/practice';
import type { RequestHandler } from './$types';

const MAX_BYTES = 1_000_000;
const Body = z.strictObject({ answers: z.array(Answered).min(1).max(50) });

/** Takes what somebody answered in practice, each answer once for its id. */
export const POST: RequestHandler = async ({ request, locals }) => {
  const body = Body.safeParse(parsed(await textBody(request, MAX_BYTES)));
  if (!body.success) {
    const issue = body.error.issues[0]!;
    error(
      422,
      here().t('server.thisCannotBeSaved', { place: issue.path.join('/') || 'answers', message: issue.message })
    );
  }
  const strange = await transaction((db) => keepAnswers(db, locals.person!.id, body.data.answers));
  if (strange) {
    const message = here().t(strange.why === 'machine' ? 'practice.noSuchMachine' : 'practice.notOfThisMachine');
    error(422, here().t('server.thisCannotBeSaved', { place: `answers/${strange.at}`, message }));
  }
  return json({ kept: body.data.answers.map((a) => a.id) });
};
