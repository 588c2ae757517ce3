import { manual } from '$lib/server/manual/manual';
import type { PageServerLoad } from './$types';

/** The whole manual on one page: it opens, and is searched, without the server as well. */
export const load: PageServerLoad = ({ locals }) => ({ sections: manual(locals.language) });
