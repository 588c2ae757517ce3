import { json } from '@sveltejs/kit';
import { draftOfPage, keepDraft } from '$lib/server/drafts/drafts';
import { here } from '$lib/server/http/here';
import type { RequestHandler } from './$types';

/** Keeps a draft as a file of the library; 422 names every problem. */
export const POST: RequestHandler = async ({ params, locals }) => {
  const { id } = await draftOfPage(params);
  const kept = await keepDraft(id, locals.person!.id);
  return kept.ok
    ? json({ fileId: kept.row.fileId }, { status: 201 })
    : json(
        { message: here().t('server.fileHasErrors', { n: kept.problems.length }), problems: kept.problems },
        { status: 422 }
      );
};
