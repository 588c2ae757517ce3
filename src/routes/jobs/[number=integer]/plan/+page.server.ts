import { redirect } from '@sveltejs/kit';
import { plan } from '$core/plan';
import { pool } from '$lib/server/database';
import { jobOfPage } from '$lib/server/job-page';
import { accessFor } from '$lib/server/planning';
import { findRun, startRun } from '$lib/server/runs';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params }) => {
  const { job, machine, hash } = await jobOfPage(params);
  const run = job.runId ? await findRun(pool(), job.runId) : undefined;
  return { job, machine, plan: run?.plan ?? plan(accessFor(hash, machine), job.goals, { hash }) };
};

export const actions: Actions = {
  start: async ({ params, locals }) => {
    const { job } = await jobOfPage(params);
    await startRun(pool(), job, locals.person!.id);
    redirect(303, `/jobs/${job.number}/bench`);
  }
};
