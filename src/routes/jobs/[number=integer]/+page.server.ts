import { redirect } from '@sveltejs/kit';
import { jobOfPage } from '$lib/server/job-page';
import type { PageServerLoad } from './$types';

const PAGE = { planned: 'plan', 'on-bench': 'bench', signed: 'report', closed: 'report' } as const;

export const load: PageServerLoad = async ({ params }) => {
  const { job } = await jobOfPage(params);
  redirect(303, `/jobs/${job.number}/${PAGE[job.stage]}`);
};
