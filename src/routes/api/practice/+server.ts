import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { Answered } from '$core/practice';
import { transaction } from '$lib/server/database/pool';
import { practiceBody, unlessStrange } from '$lib/server/practice/incoming';
import { keepAnswers } from '$lib/server/practice/practice';
import type { RequestHandler } from './$types';

const Body = z.strictObject({ answers: z.array(Answered).min(1).max(50) });

/** Takes what somebody answered in practice, each answer once for its id. */
export const POST: RequestHandler = async ({ request, locals }) => {
  const { answers } = await practiceBody(request, Body);
  unlessStrange('answers', await transaction((db) => keepAnswers(db, locals.person!.id, answers)));
  return json({ kept: answers.map((a) => a.id) });
};
