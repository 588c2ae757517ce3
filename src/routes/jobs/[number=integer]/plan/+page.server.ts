import { fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { planRequest } from '$core/plan';
import { type Weighting } from '$core/solve';
import { modelOf } from '$core/machine';
import { parsed } from '$lib/server/http/body';
import { pool } from '$lib/server/database/pool';
import { basisOf, replanJob, startProblem } from '$lib/server/jobs/facts';
import { jobOfPage } from '$lib/server/jobs/of-page';
import { keepPlan } from '$lib/server/jobs/jobs';
import { firstPlanOrProblem, requestOfJob } from '$lib/server/planning/of-job';
import { planFor } from '$lib/server/planning/plans';
import { soon } from '$lib/server/http/soon';
import { PlanChanged, PlanDoubted, startRun } from '$lib/server/bench/runs';
import { atBench } from '$lib/server/practice/at-bench';
import type { Actions, PageServerLoad } from './$types';
import { Goals, PlanningError } from '$core/goals';
import { jobWords } from '$core/words';
import { here } from '$lib/server/http/here';

/** A plan that cannot be met is shown with the means to change it; what is left of a plan is worked out in the browser, which shows how it goes. */
export const load: PageServerLoad = async ({ params, locals }) => {
  const { job, machine, hash, state, basis, asked } = await requestOfJob(params);
  const planned = await soon(firstPlanOrProblem(job, asked));
  const mayStart = (await atBench(pool(), locals.person!, job)).mayWork;
  return {
    job,
    machine,
    hash,
    state,
    basis,
    mayStart,
    ...('now' in planned ? planned.now : { plan: null, problem: null, isWhole: false })
  };
};

const Wish = z.strictObject({
  goals: Goals,
  weighting: z.enum(['part-by-part', 'bit-by-bit'] satisfies Weighting[]),
  avoid: z.array(z.string().min(1).max(4000)).max(60)
});

export const actions: Actions = {
  start: async ({ params, locals }) => {
    const { job } = await jobOfPage(params);
    const problem = job.stage === 'planned' ? await startProblem(pool(), job) : undefined;
    if (problem) return fail(409, { message: problem });
    try {
      await startRun(pool(), job, locals.person!.id);
    } catch (error) {
      if (error instanceof PlanningError) return fail(400, { message: error.said });
      if (error instanceof PlanChanged || error instanceof PlanDoubted) return fail(409, { message: error.message });
      throw error;
    }
    redirect(303, `/jobs/${job.number}/bench`);
  },
  keep: async ({ params, request, locals }) => {
    // Whoever may begin the work may not change it for that.
    if (locals.person!.role === 'trainee') return fail(403, { message: here().t('server.yourRoleDoesNotAllowThis') });
    const { job, machine, hash, state } = await jobOfPage(params);
    const wish = Wish.safeParse(parsed(String((await request.formData()).get('wish') ?? '')));
    if (!wish.success) return fail(400, { message: here().t('server.chooseAtLeastOneThingTo') });
    try {
      await planFor(planRequest({ machine, hash }, await basisOf(pool(), job, state), wish.data));
    } catch (error) {
      if (error instanceof PlanningError) return fail(400, { message: error.said });
      throw error;
    }
    const kept = await keepPlan(job.id, { ...wish.data, work: jobWords(modelOf(machine), wish.data.goals) });
    if (kept) await replanJob(job.id);
    return kept ? { kept: true } : fail(409, { message: here().t('server.theJobIsOnTheBench2') });
  }
};
