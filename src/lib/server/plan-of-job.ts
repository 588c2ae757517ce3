import { error } from '@sveltejs/kit';
import { modelOf, type Machine, type Model } from '$core/machine';
import { PlanningError, type Plan } from '$core/plan';
import type { JobState } from '$core/job';
import { pool } from './database';
import { planAsked } from './job-facts';
import { jobOfPage } from './job-page';
import type { JobRow } from './jobs';
import { planFor, type PlanAsked } from './planner';
import { findRun } from './runs';

interface OfJob {
  job: JobRow;
  machine: Machine;
  hash: string;
  state: JobState;
  /** What intake and shop change in every plan of this job. */
  asIs: Pick<PlanAsked, 'variant' | 'conditions' | 'pace' | 'spreads'>;
}

/** A job with its plan, the one it was started with or the one that it would be started with now; or why there is none. */
export async function planOrProblem(params: { number: string }): Promise<OfJob & ({ plan: Plan; problem: null } | { plan: null; problem: string })> {
  const { job, machine, hash, state } = await jobOfPage(params);
  const { goals, weighting, avoid, ...asIs } = await planAsked(pool(), job, state);
  const found = { job, machine, hash, state, asIs };
  const run = job.runId ? await findRun(pool(), job.runId) : undefined;
  try {
    const plan = run?.planNow ?? (await planFor({ file: { machine, hash }, goals, ...(weighting ? { weighting } : {}), ...(avoid ? { avoid } : {}), ...asIs }));
    return { ...found, plan, problem: null };
  } catch (thrown) {
    if (thrown instanceof PlanningError) return { ...found, plan: null, problem: thrown.message };
    throw thrown;
  }
}

/** The same for pages that show nothing without a plan. */
export async function planOfJob(params: { number: string }): Promise<OfJob & { model: Model; plan: Plan }> {
  const found = await planOrProblem(params);
  if (!found.plan) error(409, `There is no plan for this job: ${found.problem}`);
  return { ...found, plan: found.plan, model: modelOf(found.machine) };
}
