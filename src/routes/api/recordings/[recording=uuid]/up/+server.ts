import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { PlanningError } from '$core/goals';
import { Id, parseDocument } from '$core/machine';
import { whyNot } from '$core/result';
import { textBody } from '$lib/server/http/body';
import { here } from '$lib/server/http/here';
import { goBackUp } from '$lib/server/recordings/back-up';
import { recordingOfPage } from '$lib/server/recordings/recordings';
import type { RequestHandler } from './$types';

const MAX_BYTES = 20_000;
const Wish = z.strictObject({ replaced: z.array(Id).max(60) });

/** Begins the way back up; 409 says why it cannot begin yet, 422 what of the request cannot be read. */
export const POST: RequestHandler = async ({ params, request, locals }) => {
  const wish = parseDocument(await textBody(request, MAX_BYTES), Wish, MAX_BYTES);
  if (!wish.ok) return json({ message: whyNot(wish) }, { status: 422 });
  const { id } = await recordingOfPage(params);
  try {
    const begun = await goBackUp(id, wish.value.replaced, locals.person!.id);
    return begun.ok ? json({ run: begun.run }) : json({ message: whyNot(begun) }, { status: 409 });
  } catch (problem) {
    if (problem instanceof PlanningError) return json({ message: here().told(problem.said) }, { status: 409 });
    throw problem;
  }
};
