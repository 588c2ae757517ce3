import { pool } from '$lib/server/database/pool';
import { libraryCounts, listMachines } from '$lib/server/library/machines';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => {
  const [machines, counts] = await Promise.all([listMachines(pool()), libraryCounts(pool())]);
  return { machines: machines.map((m) => ({ ...m, ...counts(m) })), mayImport: locals.person!.role === 'lead' };
};
