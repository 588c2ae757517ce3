import { placeFor, STANDARD_PLACE } from '$core/calendar';
import { pool } from '$lib/server/database/pool';
import { settings } from '$lib/server/settings/environment';
import { shopSettings } from '$lib/server/settings/shop';
import type { LayoutServerLoad } from './$types';

export const load: LayoutServerLoad = async ({ locals }) => ({
  /** Days and times are the shop's, on the server and in the browser; they are written in the language that is read. */
  place: placeFor(locals.person ? (await shopSettings(pool())).place : STANDARD_PLACE, locals.language),
  person: locals.person ? { id: locals.person.id, name: locals.person.name, role: locals.person.role } : null,
  language: locals.language,
  trial: settings.trial,
  theme: locals.theme
});
