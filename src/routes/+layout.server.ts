import { STANDARD_PLACE } from '$core/calendar';
import { pool } from '$lib/server/database/pool';
import { shopSettings } from '$lib/server/settings/shop';
import type { LayoutServerLoad } from './$types';

export const load: LayoutServerLoad = async ({ locals }) => ({
  /** Days, times and amounts are written as the shop has it, on the server and in the browser. */
  place: locals.person ? (await shopSettings(pool())).place : STANDARD_PLACE,
  person: locals.person ? { id: locals.person.id, name: locals.person.name, role: locals.person.role } : null,
  language: locals.language,
  theme: locals.theme
});
