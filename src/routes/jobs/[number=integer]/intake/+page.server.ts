import { needsOfJob } from '$lib/server/jobs/facts';
import { pool } from '$lib/server/database/pool';
import { planOrProblem, requestOfJob } from '$lib/server/planning/of-job';
import { soon } from '$lib/server/http/soon';
import { brokenForGood } from '$core/plan';
import { modelOf } from '$core/machine';
import { languageOfPlace } from '$core/calendar';
import { LANGUAGES } from '$core/language';
import { fileName } from '$core/words';
import { settings } from '$lib/server/settings/environment';
import { shopSettings } from '$lib/server/settings/shop';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, locals }) => {
  const { job, machine, facts, state, asked } = await requestOfJob(params);
  const planned = await soon(planOrProblem(job, asked));
  const plan = 'now' in planned ? planned.now.plan : undefined;
  const shop = await shopSettings(pool());
  return {
    job,
    machine,
    state,
    facts,
    /** What the work would break for good, to be told before; undefined while that is still being worked out. */
    seals: plan
      ? brokenForGood(modelOf(machine), plan).map((j) => fileName(machine, j.name))
      : 'now' in planned
        ? []
        : undefined,
    needs: await needsOfJob(pool(), job.id),
    limits: shop.cell,
    shopLanguage: languageOfPlace(shop.place, LANGUAGES),
    hasPrinter: settings.instrumentsUrl !== undefined,
    mayWrite: locals.person!.role !== 'trainee' && job.stage !== 'closed',
    isLead: locals.person!.role === 'lead'
  };
};
