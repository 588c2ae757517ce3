import { error, fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { removalSet } from '$core/plan';
import { idFrom, parsed } from '$lib/server/http/body';
import { searchFrom } from '$lib/server/database/lists';
import { pool } from '$lib/server/database/pool';
import { replanJob } from '$lib/server/jobs/facts';
import { addJob, findJob, TO_FIND } from '$lib/server/jobs/jobs';
import { machinesToChoose } from '$lib/server/library/choice';
import { machineDocument } from '$lib/server/library/machines';
import { shopTimes } from '$lib/server/planning/times';
import { planBasis } from '$core/job';
import { accessFor } from '$lib/server/planning/derived';
import type { Actions, PageServerLoad } from './$types';
import { Goal, PlanningError } from '$core/goals';
import { jobWords } from '$core/words';
import { formOf } from '$lib/server/http/form';
import { JOB_FIELD_NAMES, JOB_FIELDS } from '$lib/server/jobs/form';
import { whyNot } from '$core/result';
import { here } from '$lib/server/http/here';

export const load: PageServerLoad = async ({ url: { searchParams } }) => {
  const asked = idFrom(searchParams.get('machine'));
  const kept = idFrom(searchParams.get('kept'));
  const choice = await machinesToChoose(pool(), {
    search: searchFrom(searchParams),
    also: [asked, kept].filter((id) => id !== undefined),
    named: searchParams.get('named')?.slice(0, 300) ?? ''
  });
  // A search that finds nothing takes no machine away.
  const [first] = choice.machines.length > 0 ? choice.machines : (await machinesToChoose(pool(), {})).machines;
  const wanted = asked ?? first?.fileId;
  const file = wanted === undefined ? undefined : await machineDocument(pool(), wanted);
  if (wanted !== undefined && !file) error(404, here().t('server.thereIsNoSuchMachineFile'));
  return {
    choice,
    fileId: wanted ?? null,
    machine: file?.machine ?? null,
    hash: file?.hash ?? null,
    basis: planBasis(undefined, await shopTimes(pool()))
  };
};

const Form = z.object({ fileId: z.coerce.number().int().positive(), ...JOB_FIELDS, goals: z.string().max(10_000) });

const FIELD = { fileId: 'server.fieldMachine', ...JOB_FIELD_NAMES, goals: 'server.fieldGoals' } as const;

export const actions: Actions = {
  default: async ({ request, locals }) => {
    const form = await formOf(request, Form, FIELD);
    if (!form.ok) return fail(400, { message: whyNot(form) });
    // Nothing chosen: the fault is still to be found.
    const goals = z.array(Goal).max(60).safeParse(parsed(form.value.goals));
    if (!goals.success) return fail(400, { message: here().t('server.whatToDoCannotBeRead') });
    const file = await machineDocument(pool(), form.value.fileId);
    if (!file) return fail(400, { message: here().t('server.thatMachineFileIsNoLonger') });
    const access = accessFor(file);
    try {
      if (goals.data.length > 0) removalSet(access, goals.data);
    } catch (problem) {
      if (problem instanceof PlanningError) return fail(400, { message: problem.said });
      throw problem;
    }
    const { once, ...rest } = form.value;
    const number = await addJob(
      { ...rest, goals: goals.data, work: goals.data.length > 0 ? jobWords(access.model, goals.data) : TO_FIND },
      { by: locals.person!.id, once }
    );
    await replanJob((await findJob(pool(), number))!.id);
    redirect(303, `/jobs/${number}/intake`);
  }
};
