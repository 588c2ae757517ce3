import { reading } from '$lib/server/database/standby';
import { knowledgeOf } from '$core/library';
import { beingRecorded, jointsOf, libraryCounts, listMachines } from '$lib/server/library/machines';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async (event) => {
  const [machines, counts, recorded, joints] = await reading(event, (db) =>
    Promise.all([listMachines(db), libraryCounts(db), beingRecorded(db), jointsOf(db)])
  );
  return {
    machines: machines
      .filter((m) => m.standing !== 'begun')
      .map((m) => {
        const known = knowledgeOf(joints(m.fileId));
        const all = Object.values(known).reduce((sum, n) => sum + n, 0);
        return { ...m, ...counts(m), known: all === 0 ? 0 : (all - known.guessed) / all };
      }),
    recorded,
    mayImport: event.locals.person!.role === 'lead'
  };
};
