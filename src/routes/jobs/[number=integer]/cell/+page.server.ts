import { cellTrend, cellVerdict, ofCellNow } from '$core/cells';
import { fold } from '$core/run';
import { modelOf } from '$core/machine';
import { pool } from '$lib/server/database/pool';
import { jobOfPage } from '$lib/server/jobs/of-page';
import { readingsOfMachine } from '$lib/server/jobs/cells';
import { eventsOf, findRun } from '$lib/server/bench/runs';
import { shopSettings } from '$lib/server/settings/shop';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, locals }) => {
  const { job, machine, state } = await jobOfPage(params);
  const { cell: thresholds } = await shopSettings(pool());
  // A machine comes again: what was read of it in other jobs belongs to its trend.
  const readings = await readingsOfMachine(pool(), job);
  // What this work came to stands beside what the cell was before it.
  const earlier = ofCellNow(readings.filter((r) => r.job !== job.number || r.source !== 'after'));
  const run = job.runId ? await findRun(pool(), job.runId) : undefined;
  const after = run && fold(modelOf(machine), run.plan, (await eventsOf(pool(), run.id)).events).batteries.after;
  return {
    now: new Date().toISOString(),
    job,
    machine,
    state,
    thresholds,
    readings,
    trend: cellTrend(earlier, thresholds),
    verdict: earlier.length > 0 ? cellVerdict(earlier.at(-1)!.reading, thresholds) : null,
    after: after ? { at: after.at, reading: after.reading, verdict: cellVerdict(after.reading, thresholds) } : null,
    mayWrite: locals.person!.role !== 'trainee' && job.stage !== 'closed'
  };
};
