import { error, fail, redirect } from '@sveltejs/kit';
import type { ShopSpare } from '$core/faults';
import { type From, type Plan } from '$core/plan';
import { modelOf, type Model } from '$core/machine';
import type { RunEvent } from '$core/run';
import { fold, fromHere, plansOf, stuckJoints } from '$core/run';
import { parsed } from '$lib/server/http/body';
import { pool } from '$lib/server/database/pool';
import { faultSetFor, faultsFound } from '$lib/server/library/faults';
import { replanJob } from '$lib/server/jobs/facts';
import { shopSettings } from '$lib/server/settings/shop';
import { sparesOfRepairs } from '$lib/server/stock/spares';
import { jobOfPage } from '$lib/server/jobs/of-page';
import { keepPlan } from '$lib/server/jobs/jobs';
import { eventsOf, findRun } from '$lib/server/bench/runs';
import type { Actions, PageServerLoad } from './$types';
import { Goals } from '$core/goals';
import { jobWords } from '$core/words';
import { here } from '$lib/server/http/here';

const NO_SPARES: Record<string, ShopSpare> = {};

export const load: PageServerLoad = async ({ params, locals }) => {
  const { job, machine, state } = await jobOfPage(params);
  const [set, found] = await Promise.all([faultSetFor(pool(), job.machineId), faultsFound(pool(), job.machineId)]);
  const model = modelOf(machine);
  const [{ rates }, spares] = await Promise.all([
    shopSettings(pool()),
    set ? sparesOfRepairs(pool(), model, set, { jobId: job.id, variant: state.intake?.variant }) : NO_SPARES
  ]);
  const run = job.stage === 'on-bench' && job.runId ? await findRun(pool(), job.runId) : undefined;
  const events = run ? (await eventsOf(pool(), run.id)).events : [];
  return {
    job,
    machine,
    state,
    set: set ?? null,
    found,
    rates,
    spares,
    /** On the bench the way to a test begins where the machine lies open. */
    from: run ? lies(model, run.plan, events) : null,
    mayWrite: locals.person!.role !== 'trainee' && job.stage !== 'closed'
  };
};

/** How the machine lies, with what was reported not to open. */
function lies(model: Model, first: Plan, events: readonly RunEvent[]): From {
  const plans = plansOf(first, events);
  const state = fold(model, first, events);
  return fromHere(plans, state, stuckJoints(plans.at(-1)!, state));
}

export const actions: Actions = {
  /** What was found becomes what the job is for. */
  goal: async ({ params, request }) => {
    const { job, machine } = await jobOfPage(params);
    const goals = Goals.safeParse(parsed(String((await request.formData()).get('goals') ?? '')));
    if (!goals.success) error(400, here().t('server.thisCannotBePlanned'));
    const kept = await keepPlan(job.id, {
      goals: goals.data,
      weighting: job.weighting,
      avoid: [],
      work: jobWords(modelOf(machine), goals.data)
    });
    if (!kept) return fail(409, { message: here().t('server.theJobIsOnTheBench') });
    await replanJob(job.id);
    redirect(303, `/jobs/${job.number}/plan`);
  }
};
