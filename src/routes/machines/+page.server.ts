import { pool } from '$lib/server/database/pool';
import { knowledgeOf } from '$core/library';
import { beingRecorded, jointsOf, libraryCounts, listMachines } from '$lib/server/library/machines';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => {
  const [machines, counts, recorded, joints] = await Promise.all([
    listMachines(pool()),
    libraryCounts(pool()),
    beingRecorded(pool()),
    jointsOf(pool())
  ]);
  return {
    machines: machines
      .filter((m) => m.standing !== 'begun')
      .map((m) => {
        const known = knowledgeOf(joints(m.fileId));
        const all = Object.values(known).reduce((sum, n) => sum + n, 0);
        return { ...m, ...counts(m), known: all === 0 ? 0 : (all - known.guessed) / all };
      }),
    recorded,
    mayImport: locals.person!.role === 'lead'
  };
};
