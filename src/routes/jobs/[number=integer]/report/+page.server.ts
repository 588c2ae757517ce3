import { redirect } from '@sveltejs/kit';
import { modelOf } from '$core/machine';
import { fold } from '$core/run';
import { pool } from '$lib/server/database';
import { jobOfPage } from '$lib/server/job-page';
import { eventsOf, findRun } from '$lib/server/runs';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params }) => {
  const { job, machine, hash } = await jobOfPage(params);
  if (!job.runId) redirect(303, `/jobs/${job.number}/plan`);
  const run = (await findRun(pool(), job.runId))!;
  const { events } = await eventsOf(pool(), run.id);
  return { job, machine, hash, plan: run.plan, state: fold(modelOf(machine), run.plan, events) };
};
