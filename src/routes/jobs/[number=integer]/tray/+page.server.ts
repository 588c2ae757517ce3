import { planOfJob } from '$lib/server/plan-of-job';
import { styleFrom } from '$lib/tray-styles';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, url }) => {
  const { job, machine, plan } = await planOfJob(params);
  return { job, machine, plan, style: styleFrom(url.searchParams.get('style')) };
};
