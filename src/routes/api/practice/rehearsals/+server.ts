import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { RehearsedWork } from '$core/practice';
import { transaction } from '$lib/server/database/pool';
import { practiceBody, unlessStrange } from '$lib/server/practice/incoming';
import { keepRehearsals } from '$lib/server/practice/rehearsals';
import type { RequestHandler } from './$types';

const Body = z.strictObject({ rehearsals: z.array(RehearsedWork).min(1).max(50) });

/** Takes what somebody rehearsed, each rehearsal once for its id. */
export const POST: RequestHandler = async ({ request, locals }) => {
  const { rehearsals } = await practiceBody(request, Body);
  unlessStrange('rehearsals', await transaction((db) => keepRehearsals(db, locals.person!.id, rehearsals)));
  return json({ kept: rehearsals.map((r) => r.id) });
};
