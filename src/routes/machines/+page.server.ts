import { idFrom } from '$lib/server/body';
import { pool } from '$lib/server/database';
import { listMachines, machineDocument } from '$lib/server/machines';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ url, locals }) => {
  const machines = await listMachines(pool());
  const wanted = idFrom(url.searchParams.get('file')) ?? machines[0]?.fileId;
  const shown = wanted === undefined ? undefined : await machineDocument(pool(), wanted);
  return { machines, shownId: wanted ?? null, machine: shown?.machine ?? null, mayImport: locals.person!.role === 'lead' };
};
