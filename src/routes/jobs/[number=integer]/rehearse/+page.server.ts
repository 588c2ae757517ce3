import { pool } from '$lib/server/database/pool';
import { faultSetFor } from '$lib/server/library/faults';
import { planOfJob } from '$lib/server/planning/of-job';
import { costsOf } from '$lib/server/practice/rehearsals';
import { troublesOf } from '$lib/server/practice/troubles';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params }) => {
  const { job, machine, hash, plan } = await planOfJob(params);
  return {
    number: job.number,
    machine,
    hash,
    goals: plan.goals,
    plan,
    faults: (await faultSetFor(pool(), machine.id)) ?? null,
    troubles: await troublesOf(pool(), machine.id, plan),
    ...(await costsOf(pool(), machine))
  };
};
