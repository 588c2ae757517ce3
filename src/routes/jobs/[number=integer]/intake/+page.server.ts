import { needsOfJob } from '$lib/server/job-facts';
import { pool } from '$lib/server/database';
import { jobOfPage } from '$lib/server/job-page';
import { planOrProblem } from '$lib/server/plan-of-job';
import { sealsBroken } from '$core/plan';
import { modelOf } from '$core/machine';
import { settings } from '$lib/server/settings';
import { shopSettings } from '$lib/server/shop';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, locals }) => {
  const [{ facts }, { job, machine, state, plan }] = await Promise.all([jobOfPage(params), planOrProblem(params)]);
  return {
    job, machine, state, facts,
    /** What the work would break for good, to be told before. */
    seals: plan ? sealsBroken(modelOf(machine), plan).map((j) => j.name) : [],
    needs: await needsOfJob(pool(), job.id),
    limits: (await shopSettings(pool())).cell,
    hasPrinter: settings.devicesUrl !== undefined,
    mayWrite: locals.person!.role !== 'trainee' && job.stage !== 'closed',
    isLead: locals.person!.role === 'lead'
  };
};
