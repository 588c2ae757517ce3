import type { Said } from '$core/language';
import { message } from '$lib/words';
import { planFigures, planRequest, type Plan, type PlanWish } from '$core/plan';
import { WEIGHTS, type Weighting } from '$core/solve';
import { changesFrom } from '$lib/server/planning/derived';
import { pool } from '$lib/server/database/pool';
import { wishOf } from '$lib/server/jobs/jobs';
import { machineDocument, revisionsOf } from '$lib/server/library/machines';
import { planOfJob } from '$lib/server/planning/of-job';
import { planFor } from '$lib/server/planning/plans';
import { soon } from '$lib/server/http/soon';
import type { PageServerLoad } from './$types';
import { jobWords, weightingName } from '$core/words';
import { PlanningError } from '$core/goals';

export const load: PageServerLoad = async ({ params }) => ({ compared: await soon(compared(params)) });

async function compared(params: { number: string }) {
  const { job, machine, hash, model, plan, basis } = await planOfJob(params);
  const planOn = (wish: Partial<PlanWish>, file = { machine, hash }) =>
    planFor(planRequest(file, basis, { ...wishOf(job), ...wish }));
  const asKept = { name: message('compare.asItIs', { weighting: weightingName(job.weighting) }), ...shown(plan) };

  const weightings = await Promise.all(
    (Object.keys(WEIGHTS) as Weighting[])
      .filter((w) => w !== job.weighting)
      .map(async (weighting) => ({ name: weightingName(weighting), ...shown(await planOn({ weighting })) }))
  );
  const apart =
    job.goals.length < 2
      ? []
      : await Promise.all(
          job.goals.map(async (goal) => ({ name: jobWords(model, [goal]), ...shown(await planOn({ goals: [goal] })) }))
        );
  const revisions = await Promise.all(
    (await revisionsOf(pool(), machine.id))
      .filter((r) => r.hash !== hash)
      .slice(0, 4)
      .map(async (row) => {
        const other = (await machineDocument(pool(), row.fileId))!;
        return {
          name: message('compare.revision', { revision: row.revision }),
          importedAt: row.importedAt,
          fileId: row.fileId,
          changes: changesFrom({ hash, machine }, other).map((c) => c.text),
          ...(await orProblem(planOn({}, other)))
        };
      })
  );
  return {
    job: { number: job.number, customer: job.customer },
    machine: { maker: machine.maker, model: machine.model, revision: machine.revision },
    work: jobWords(model, job.goals),
    asKept,
    weightings,
    apart,
    revisions
  };
}

/** A revision may lack what the job asks for: then that is what is shown. */
async function orProblem(plan: Promise<Plan>): Promise<ReturnType<typeof shown> | { problem: Said }> {
  try {
    return shown(await plan);
  } catch (error) {
    if (error instanceof PlanningError) return { problem: error.said };
    throw error;
  }
}

const shown = (plan: Plan) => ({
  figures: planFigures(plan),
  steps: plan.steps.filter((s) => s.leg === 'down').map((s) => s.text)
});
