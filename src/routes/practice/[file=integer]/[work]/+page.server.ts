import { pool } from '$lib/server/database/pool';
import { costsOf, toRehearse } from '$lib/server/practice/rehearsals';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params }) => {
  const found = await toRehearse(pool(), Number(params.file), params.work);
  return { at: `${params.file} ${params.work}`, ...found, ...(await costsOf(pool(), found.machine)) };
};
