import { redirect } from '@sveltejs/kit';
import { settledAt } from '$core/job';
import { jobOfPage } from '$lib/server/jobs/of-page';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params }) => {
  const { job } = await jobOfPage(params);
  redirect(303, `/jobs/${job.number}/${settledAt(job.waits)}`);
};
