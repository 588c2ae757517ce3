import type { Said } from '$core/language';
import { error } from '@sveltejs/kit';
import { modelOf, type Machine, type Model } from '$core/machine';
import { planRequest, type Plan, type PlanBasis, type PlanRequest } from '$core/plan';
import type { JobEvent, JobState } from '$core/job';
import { pool } from '../database/pool';
import { basisOf } from '../jobs/facts';
import { jobOfPage } from '../jobs/of-page';
import { wishOf, type JobRow } from '../jobs/jobs';
import { firstPlanFor, planFor } from './plans';
import { findRun } from '../bench/runs';
import { PlanningError } from '$core/goals';
import { here } from '$lib/server/http/here';

interface OfJob {
  job: JobRow;
  machine: Machine;
  hash: string;
  facts: JobEvent[];
  state: JobState;
  basis: PlanBasis;
}

/** A job with what a plan of it depends on. */
export async function requestOfJob(params: { number: string }): Promise<OfJob & { asked: PlanRequest }> {
  const found = await jobOfPage(params);
  const { job, machine, hash, state } = found;
  const basis = await basisOf(pool(), job, state);
  return { ...found, basis, asked: planRequest({ machine, hash }, basis, wishOf(job)) };
}

type PlanOrProblem = { plan: Plan; problem: null } | { plan: null; problem: Said };

/** The plan that a job was started with, or the one that it would be started with now; or why there is none. */
export async function planOrProblem(job: JobRow, asked: PlanRequest): Promise<PlanOrProblem> {
  const started = await startedPlan(job);
  return orProblem(async () => ({ plan: started ?? (await planFor(asked)) }));
}

/** As `planOrProblem`, but without waiting for a proof. `isWhole` says that nothing is left to be searched. */
export async function firstPlanOrProblem(
  job: JobRow,
  asked: PlanRequest
): Promise<PlanOrProblem & { isWhole: boolean }> {
  const started = await startedPlan(job);
  const made = await orProblem(() =>
    started ? Promise.resolve({ plan: started, isWhole: true }) : firstPlanFor(asked)
  );
  return made.plan ? made : { ...made, isWhole: false };
}

const startedPlan = async (job: JobRow): Promise<Plan | null | undefined> =>
  job.runId ? (await findRun(pool(), job.runId))?.planNow : undefined;

async function orProblem<T extends { plan: Plan }>(
  made: () => Promise<T>
): Promise<(T & { problem: null }) | { plan: null; problem: Said }> {
  try {
    return { ...(await made()), problem: null };
  } catch (thrown) {
    if (thrown instanceof PlanningError) return { plan: null, problem: thrown.said };
    throw thrown;
  }
}

/** A job with its plan, for pages that show nothing without one. */
export async function planOfJob(params: { number: string }): Promise<OfJob & { model: Model; plan: Plan }> {
  const { asked, ...found } = await requestOfJob(params);
  const { plan, problem } = await planOrProblem(found.job, asked);
  if (!plan) error(409, here().t('server.thereIsNoPlanForThis', { problem }));
  return { ...found, plan, model: modelOf(found.machine) };
}
