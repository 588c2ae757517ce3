import { redirect } from '@sveltejs/kit';
import { isStopped } from '$core/job';
import { pool } from '$lib/server/database/pool';
import { basisOf } from '$lib/server/jobs/facts';
import { jobOfPage } from '$lib/server/jobs/of-page';
import { eventsOf, findRun, foundOnMachine } from '$lib/server/bench/runs';
import { settings } from '$lib/server/settings/environment';
import { atBench, maySign } from '$lib/server/practice/at-bench';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, locals }) => {
  const { job, machine, state } = await jobOfPage(params);
  if (!job.runId) redirect(303, `/jobs/${job.number}/plan`);
  const run = (await findRun(pool(), job.runId))!;
  const { events, seq } = await eventsOf(pool(), run.id);
  return {
    job,
    machine,
    run: { id: run.id, plan: run.plan },
    events,
    seq,
    /** What was found out to be dangerous since it was begun. */
    stops: isStopped(state) ? state.triage.stops : [],
    basis: await basisOf(pool(), job, state),
    foundBefore: await foundOnMachine(pool(), machine.id),
    hasInstruments: settings.instrumentsUrl !== undefined,
    ...(await atBench(pool(), locals.person!, job)),
    maySign: maySign(locals.person!)
  };
};
