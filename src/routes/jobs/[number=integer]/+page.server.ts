import { redirect } from '@sveltejs/kit';
import type { Waits } from '$core/job';
import { jobOfPage } from '$lib/server/job-page';
import type { PageServerLoad } from './$types';

/** Where a job goes on. */
const PAGE: Record<Waits, string> = { stopped: 'intake', triage: 'intake', finding: 'fault', declined: 'spares', approval: 'spares', part: 'spares', draining: 'cell', bench: 'plan', working: 'bench', signature: 'report', nothing: 'report' };

export const load: PageServerLoad = async ({ params }) => {
  const { job } = await jobOfPage(params);
  redirect(303, `/jobs/${job.number}/${PAGE[job.waits]}`);
};
