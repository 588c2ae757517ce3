import { dayOf } from '$core/calendar';
import { pool } from '$lib/server/database/pool';
import { practiceOf } from '$lib/server/practice/practice';
import { shopSettings } from '$lib/server/settings/shop';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => {
  const { place } = await shopSettings(pool());
  return practiceOf(pool(), locals.person!.id, Date.now(), (at) => dayOf(new Date(at).toISOString(), place));
};
