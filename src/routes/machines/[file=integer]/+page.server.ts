import { error } from '@sveltejs/kit';
import { diffMachines, type Change } from '$core/formats';
import { pool } from '$lib/server/database/pool';
import { jobsOnMachine, machineDocument, revisionsOf } from '$lib/server/library/machines';
import { foundOnMachine } from '$lib/server/bench/runs';
import { modelOf } from '$core/machine';
import { proposedNote } from '$core/run';
import type { PageServerLoad } from './$types';
import { checkMachine } from '$core/validate';
import { here } from '$lib/server/http/here';

/** Files whose differences are worked out; older ones are listed. */
const DIFFED = 20;

export const load: PageServerLoad = async ({ params }) => {
  const fileId = Number(params.file);
  const found = await machineDocument(pool(), fileId);
  if (!found) error(404, here().t('server.thereIsNoMachineFile', { file: params.file }));
  const { machine, hash } = found;
  const [files, jobs] = await Promise.all([revisionsOf(pool(), machine.id), jobsOnMachine(pool(), machine.id)]);
  // What each file changed against the one that was imported before it.
  const history = await Promise.all(
    files.map(async (row, i): Promise<(typeof files)[number] & { changes: Change[] | null }> => {
      const before = files[i + 1];
      if (!before || i >= DIFFED) return { ...row, changes: null };
      const [a, b] = await Promise.all([machineDocument(pool(), before.fileId), machineDocument(pool(), row.fileId)]);
      return { ...row, changes: diffMachines(a!.machine, b!.machine) };
    })
  );
  const model = modelOf(machine);
  const proposals = (await foundOnMachine(pool(), machine.id)).flatMap((found) => proposedNote(model, found) ?? []);
  const checked = checkMachine(machine);
  return {
    fileId,
    machine,
    hash,
    history,
    jobs,
    proposals,
    warnings: checked.ok ? checked.warnings : checked.problems
  };
};
