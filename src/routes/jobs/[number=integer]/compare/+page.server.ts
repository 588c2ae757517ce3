import { jobPhrase, PlanningError, planFigures, WEIGHTING_NAMES, WEIGHTS, type Goal, type Plan, type Weighting } from '$core/plan';
import { diffMachines } from '$core/formats';
import { pool } from '$lib/server/database';
import { machineDocument, revisionsOf } from '$lib/server/machines';
import { planOfJob } from '$lib/server/plan-of-job';
import { planFor } from '$lib/server/planner';
import { soon } from '$lib/server/soon';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params }) => ({ compared: await soon(compared(params)) });

async function compared(params: { number: string }) {
  const { job, machine, hash, model, plan, asIs } = await planOfJob(params);
  const file = { machine, hash };
  const asKept = { name: `As it is: ${WEIGHTING_NAMES[job.weighting].toLowerCase()}`, ...shown(plan) };

  const weightings = await Promise.all(
    (Object.keys(WEIGHTS) as Weighting[]).filter((w) => w !== job.weighting).map(async (weighting) => ({ name: WEIGHTING_NAMES[weighting], ...shown(await planFor({ file, goals: job.goals, weighting, avoid: job.avoid, ...asIs })) }))
  );
  const apart = job.goals.length < 2 ? [] : await Promise.all(job.goals.map(async (goal) => ({ name: jobPhrase(model, [goal]), ...shown(await planFor({ file, goals: [goal], weighting: job.weighting, avoid: job.avoid, ...asIs })) })));
  const revisions = await Promise.all(
    (await revisionsOf(pool(), machine.id)).filter((r) => r.hash !== hash).slice(0, 4).map(async (row) => {
      const other = (await machineDocument(pool(), row.fileId))!;
      return { name: `Revision ${row.revision}`, importedAt: row.importedAt, fileId: row.fileId, changes: diffMachines(machine, other.machine).map((c) => c.text), ...(await planOn(other, job.goals, job.weighting)) };
    })
  );
  return { job: { number: job.number, customer: job.customer }, machine: { maker: machine.maker, model: machine.model, revision: machine.revision }, work: jobPhrase(model, job.goals), asKept, weightings, apart, revisions };
}

/** A revision may lack what the job asks for: then that is what is shown. */
async function planOn(file: Parameters<typeof planFor>[0]['file'], goals: readonly Goal[], weighting: Weighting): Promise<ReturnType<typeof shown> | { problem: string }> {
  try {
    return shown(await planFor({ file, goals, weighting }));
  } catch (error) {
    if (error instanceof PlanningError) return { problem: error.message };
    throw error;
  }
}

const shown = (plan: Plan) => ({ figures: planFigures(plan), steps: plan.steps.filter((s) => s.leg === 'down').map((s) => s.text) });
