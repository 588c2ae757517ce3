import { here } from '$lib/server/http/here';
import {
  foldJob,
  LEAD_ONLY,
  planBasis,
  waitsFor,
  worksAtCell,
  type JobEvent,
  type JobFact,
  type JobState
} from '$core/job';
import { modelOf } from '$core/machine';
import { planRequest, type Plan, type PlanBasis } from '$core/plan';
import { isInHand, needsOf, needStates, renumbered, type Need, type NeedState, type Spare } from '$core/spares';
import type { Queryable } from '../database/pool';
import { pool } from '../database/pool';
import { findJobById, wishOf, type JobRow } from './jobs';
import { machineDocument } from '../library/machines';
import type { Person } from '../sign-in/people';
import { once, type Asking } from '../database/once';
import { planFor } from '../planning/plans';
import { shopSettings } from '../settings/shop';
import { shopTimes } from '../planning/times';
import { keepSpare, spareDocuments, stockOf } from '../stock/spares';
import { WAITS } from '$core/words';
import { PlanningError } from '$core/goals';

/** All facts of a job, in the order in which they were said. */
export async function factsOf(db: Queryable, jobId: string): Promise<JobEvent[]> {
  const { rows } = await db.query(
    'select e.at, p.display_name as by, e.body from job_event e join person p on p.id = e.person_id where e.job_id = $1 order by e.id',
    [jobId]
  );
  return rows.map(({ at, by, body }: { at: Date; by: string; body: JobFact }) => ({
    ...body,
    at: at.toISOString(),
    by
  }));
}

/** What a fact of its kind changes in the plan. */
const CHANGES_PLAN: ReadonlySet<JobFact['is']> = new Set(['hazards', 'intake']);

/**
 * Writes a fact down, once for each id that it is said under, and works out anew what the job waits for.
 * @returns false when only a lead may say this
 */
export async function sayOfJob(
  job: { id: string },
  fact: JobFact,
  by: Pick<Person, 'id' | 'role'>,
  id?: Asking['once']
): Promise<boolean> {
  if (LEAD_ONLY.has(fact.is) && by.role !== 'lead') return false;
  await once({ by: by.id, once: id }, `fact of job ${job.id}`, (db) =>
    db
      .query('insert into job_event (job_id, person_id, body) values ($1, $2, $3)', [
        job.id,
        by.id,
        JSON.stringify(fact)
      ])
      .then(() => true)
  );
  if (CHANGES_PLAN.has(fact.is)) await replanJob(job.id);
  else await refreshWaits(pool(), job.id);
  return true;
}

/** What every plan of a job goes by, as it was taken in and as the shop works by now. */
export async function basisOf(db: Queryable, job: { id: string }, state?: JobState): Promise<PlanBasis> {
  return planBasis(state ?? foldJob(await factsOf(db, job.id)), await shopTimes(db));
}

/** Keeps what the job's plan comes to: needs, times, whether it is at the cell; then what it waits for. */
export async function replanJob(jobId: string): Promise<void> {
  const db = pool();
  const job = await findJobById(db, jobId);
  if (!job || job.stage !== 'planned') return refreshWaits(db, jobId);
  const file = (await machineDocument(db, job.fileId))!;
  const model = modelOf(file.machine);
  let plan: Plan | undefined;
  const basis = await basisOf(db, job);
  if (job.goals.length > 0) {
    plan = await planFor(planRequest(file, basis, wishOf(job))).catch((error: unknown) => {
      if (error instanceof PlanningError) return undefined;
      throw error;
    });
  }
  const needs = plan ? needsOf(model, plan, await spareDocuments(db), basis.variant) : [];
  const atCell = plan !== undefined && worksAtCell(model, plan);
  await db.query('update job set needs = $2, at_cell = $3, p50_seconds = $4, p80_seconds = $5 where id = $1', [
    jobId,
    JSON.stringify(needs),
    atCell,
    plan?.times.p50 ?? null,
    plan?.times.p80 ?? null
  ]);
  await refreshWaits(db, jobId);
}

/** How each thing that a job needs stands. */
export async function needsOfJob(db: Queryable, jobId: string): Promise<NeedState[]> {
  const needs: Need[] = (await db.query('select needs from job where id = $1', [jobId])).rows[0]?.needs ?? [];
  return needStates(
    needs,
    await stockOf(
      db,
      needs.flatMap((n) => n.numbers),
      jobId
    )
  );
}

/** Works out anew what a job waits for, from what is kept: no planning. */
export async function refreshWaits(db: Queryable, jobId: string): Promise<void> {
  const job = await findJobById(db, jobId);
  if (!job) return;
  const { rows } = await db.query('select at_cell as "atCell" from job where id = $1', [jobId]);
  const { waits, until } = waitsFor({
    state: foldJob(await factsOf(db, jobId)),
    stage: job.stage,
    hasGoals: job.goals.length > 0,
    isRecording: job.standing === 'begun',
    inHand: isInHand(await needsOfJob(db, jobId)),
    atCell: rows[0].atCell,
    safeCharge: (await shopSettings(db)).cell.safeCharge,
    now: new Date().toISOString()
  });
  await db.query(
    'update job set waits = $2, waits_until = $3 where id = $1 and (waits, waits_until) is distinct from ($2, $3::timestamptz)',
    [jobId, waits, until ?? null]
  );
}

/** Keeps what is known of a spare; open jobs that need such a thing know of it from then on. */
export async function learnSpare(
  db: Queryable,
  spare: Spare,
  priceMinor: number | null,
  by: string | null
): Promise<void> {
  await keepSpare(db, spare, priceMinor, by);
  const spares = await spareDocuments(db);
  const { rows } = await db.query(`select id, needs from job where closed_at is null and needs <> '[]'`);
  for (const { id, needs } of rows as { id: string; needs: Need[] }[]) {
    const now = needs.map((need) => renumbered(need, spares));
    if (JSON.stringify(now) === JSON.stringify(needs)) continue;
    await db.query('update job set needs = $2 where id = $1', [id, JSON.stringify(now)]);
    await refreshWaits(db, id);
  }
}

/** Jobs that a change of this number's stock may set free, or hold up. */
export async function refreshNeeding(db: Queryable, number: string): Promise<void> {
  const { rows } = await db.query(
    `select id from job where closed_at is null and waits in ('part', 'bench', 'draining') and needs @> $1::jsonb`,
    [JSON.stringify([{ numbers: [number] }])]
  );
  for (const { id } of rows) await refreshWaits(db, id);
}

/** Why a job may not be opened now, in words; undefined when it may. */
export async function startProblem(db: Queryable, job: JobRow): Promise<string | undefined> {
  await refreshWaits(db, job.id);
  const { waits } = (await findJobById(db, job.id))!;
  switch (waits) {
    case 'stopped':
      return here().t('server.stopped');
    case 'triage':
      return here().t('server.triageFirst');
    case 'part': {
      const missing = (await needsOfJob(db, job.id))
        .filter((n) => n.is === 'missing' || n.is === 'unlisted')
        .map((n) => n.name);
      return here().t('server.partsFirst', { missing });
    }
    case 'approval':
    case 'declined':
      return here().t('server.notAgreed', { waits: WAITS[waits] });
    default:
      return undefined;
  }
}
