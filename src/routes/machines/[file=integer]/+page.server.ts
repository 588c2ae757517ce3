import { error, fail, redirect } from '@sveltejs/kit';
import type { Change } from '$core/formats';
import { pool } from '$lib/server/database/pool';
import { mayBecome, proposedChanges, type Proposal } from '$core/library';
import { followedJoints, jobsOnMachine, machineDocument, putInForce, revisionsOf } from '$lib/server/library/machines';
import { drawnBy, stand, standingsOf } from '$lib/server/library/standing';
import { differedOnMachine, foundOnMachine } from '$lib/server/bench/runs';
import { modelOf, powerGap } from '$core/machine';
import { POWER_GAPS } from '$core/words';
import { proposedNote } from '$core/run';
import type { Actions, PageServerLoad } from './$types';
import { changesFrom, findingsIn } from '$lib/server/planning/derived';
import { here } from '$lib/server/http/here';

/** Files whose differences are worked out; older ones are listed. */
const DIFFED = 20;

export const load: PageServerLoad = async ({ params, locals }) => {
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
      return { ...row, changes: changesFrom(a!, b!) };
    })
  );
  const model = modelOf(machine);
  const differed = await Promise.all(
    (await differedOnMachine(pool(), machine.id)).map(async (found) => ({
      ...found,
      machine: found.fileId === fileId ? machine : (await machineDocument(pool(), found.fileId))!.machine
    }))
  );
  const proposals: Proposal[] = [
    ...(await foundOnMachine(pool(), machine.id)).flatMap((found): Proposal[] => {
      const words = proposedNote(model, found);
      return words === undefined ? [] : [{ words, thing: { part: found.part } }];
    }),
    ...proposedChanges(model, differed)
  ];
  const standing = files.find((f) => f.fileId === fileId)!.standing;
  const inForce = files.find((f) => f.standing === 'in-force' && f.fileId !== fileId);
  return {
    standing,
    said: await standingsOf(pool(), fileId),
    next:
      mayBecome({ standing, drawnBy: await drawnBy(pool(), fileId), gap: powerGap(machine) }, locals.person!) ?? null,
    /** Why nothing is planned on it, in force or not. */
    gap: powerGap(machine) ?? null,
    runs: await followedJoints(pool(), machine.id),
    /** What this file would change against the one in force. */
    against:
      standing === 'in-force' || !inForce
        ? null
        : { revision: inForce.revision, changes: changesFrom((await machineDocument(pool(), inForce.fileId))!, found) },
    fileId,
    machine,
    hash,
    history,
    jobs,
    proposals,
    mayDraw: locals.person!.role !== 'trainee',
    warnings: findingsIn(found)
  };
};

export const actions: Actions = {
  /** Says of a file what may be said of it next: that it is checked, or that it is in force. */
  say: async ({ params, locals }) => {
    const fileId = Number(params.file);
    const file = await machineDocument(pool(), fileId);
    if (!file) error(404, here().t('server.thereIsNoMachineFile', { file: params.file }));
    const person = locals.person!;
    const files = await revisionsOf(pool(), file.machine.id);
    const standing = files.find((f) => f.fileId === fileId)!.standing;
    const gap = powerGap(file.machine);
    if (gap) return fail(409, { message: POWER_GAPS[gap] });
    const next = mayBecome({ standing, drawnBy: await drawnBy(pool(), fileId) }, person);
    if (!next) return fail(409, { message: here().t('server.notToBeSaidOfThisFile') });
    if (next === 'checked') {
      await stand(pool(), { fileId, standing: 'checked', by: person.id });
      redirect(303, `/machines/${fileId}`);
    }
    const { fileId: inForce } = await putInForce(fileId, person.id);
    redirect(303, `/machines/${inForce}`);
  }
};
