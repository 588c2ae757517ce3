import { dayOf } from '$core/calendar';
import { pool } from '$lib/server/database/pool';
import { practiceOf } from '$lib/server/practice/practice';
import { wholeJobs } from '$lib/server/practice/rehearsals';
import { shopSettings } from '$lib/server/settings/shop';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => {
  const { place } = await shopSettings(pool());
  const { id } = locals.person!;
  const day = await practiceOf(pool(), id, Date.now(), (at) => dayOf(new Date(at).toISOString(), place));
  return { ...day, whole: await wholeJobs(pool(), id) };
};
