import { screenCatalogue } from '$lib/words';
import type { LayoutLoad } from './$types';

/** The words of the reader's language, and of no other. */
export const load: LayoutLoad = async ({ data }) => ({
  ...data,
  catalogue: await screenCatalogue(data.language, data.trial)
});
