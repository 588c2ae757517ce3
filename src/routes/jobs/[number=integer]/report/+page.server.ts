import { redirect } from '@sveltejs/kit';
import { modelOf } from '$core/machine';
import { fold, forCustomers, outcomeOf, plansOf, reportSections, screwRows } from '$core/run';
import { pool } from '$lib/server/database/pool';
import { jobOfPage } from '$lib/server/jobs/of-page';
import { eventsOf, findRun } from '$lib/server/bench/runs';
import { factsOf } from '$lib/server/jobs/facts';
import { foldJob, languageOfPapers } from '$core/job';
import { placeFor } from '$core/calendar';
import { shopSettings } from '$lib/server/settings/shop';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, locals }) => {
  const { job, machine, hash } = await jobOfPage(params);
  if (!job.runId) redirect(303, `/jobs/${job.number}/plan`);
  const run = (await findRun(pool(), job.runId))!;
  const { events } = await eventsOf(pool(), run.id);
  const model = modelOf(machine);
  const state = fold(model, run.plan, events);
  const plans = plansOf(run.plan, events);
  const shop = await shopSettings(pool());
  const sections = reportSections(model, plans, state, placeFor(shop.place, locals.language));
  const mayWork = locals.person!.role !== 'trainee';
  return {
    job,
    machine,
    hash,
    run: run.id,
    plan: run.planNow,
    state,
    outcome: outcomeOf(model, plans, state),
    short: forCustomers(sections),
    sections,
    screws: screwRows(model, state),
    mayWork,
    shop: shop.name,
    /** What the customer reads. */
    paperLanguage: languageOfPapers(foldJob(await factsOf(pool(), job.id)), shop),
    second: shop.secondSignature,
    mayCountersign: mayWork && state.signed !== undefined && !state.countersigned && run.signedBy !== locals.person!.id,
    people: [...new Set(events.flatMap((e) => e.by ?? []))]
  };
};
