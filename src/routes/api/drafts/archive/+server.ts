import { json } from '@sveltejs/kit';
import { ARCHIVE_MAX } from '$core/formats';
import { whyNot } from '$core/result';
import { pool } from '$lib/server/database/pool';
import { onceFrom } from '$lib/server/database/once';
import { draftFromArchive } from '$lib/server/drafts/archive';
import { bytesBody } from '$lib/server/http/body';
import { here } from '$lib/server/http/here';
import type { RequestHandler } from './$types';

/** Begins a draft with an archive sent as the body; 422 names what is wrong with it, by the file within it. */
export const POST: RequestHandler = async ({ request, locals }) => {
  const bytes = await bytesBody(request, ARCHIVE_MAX.packedBytes);
  const begun = await draftFromArchive(pool(), bytes, {
    by: locals.person!.id,
    once: onceFrom(request.headers.get('x-once'))
  });
  if (begun.ok) return json({ draft: begun.draft }, { status: 201 });
  const { told } = here();
  return json(
    {
      message: told(whyNot(begun)),
      problems: begun.problems.map((p) => ({
        place: p.place,
        message: told(p.message),
        severity: p.severity,
        code: p.code
      }))
    },
    { status: 422 }
  );
};
