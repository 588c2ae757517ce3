import { planOfJob } from '$lib/server/planning/of-job';
import { soon } from '$lib/server/http/soon';
import { styleFrom } from '$lib/tray-styles';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, url }) => {
  const style = styleFrom(url.searchParams.get('style'));
  return { laid: await soon(planOfJob(params).then(({ job, machine, plan }) => ({ job, machine, plan, style }))) };
};
