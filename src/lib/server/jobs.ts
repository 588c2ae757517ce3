import type { Goal, Weighting } from '$core/plan';
import type { Queryable } from './database';

/** `signed`: closed as far as the bench goes, and waiting for a second signature. */
export type JobStage = 'planned' | 'on-bench' | 'signed' | 'closed';

export interface JobRow {
  id: string;
  number: number;
  customer: string;
  serial: string;
  complaint: string;
  goals: Goal[];
  weighting: Weighting;
  /** Ways that are not to be taken. */
  avoid: string[];
  /** The goals in words. */
  work: string;
  dueOn: string | null;
  createdAt: string;
  closedAt: string | null;
  stage: JobStage;
  fileId: number;
  maker: string;
  model: string;
  revision: string;
  runId: string | null;
  startedAt: string | null;
  /** The technician at its bench, once it has been started. */
  startedBy: string | null;
  p80Seconds: number | null;
  stepsDone: number;
  steps: number | null;
}

const SELECT = `
  select j.id, j.number::int as number, j.customer, j.serial, j.complaint, j.goals, j.weighting, j.avoid, j.work, to_char(j.due_on, 'YYYY-MM-DD') as "dueOn",
         j.created_at as "createdAt", j.closed_at as "closedAt",
         case when j.closed_at is not null then 'closed' when r.signed_at is not null then 'signed' when r.id is not null then 'on-bench' else 'planned' end as stage,
         m.id::int as "fileId", m.maker, m.model, m.revision,
         r.id as "runId", r.started_at as "startedAt", r.p80_seconds as "p80Seconds", p.display_name as "startedBy",
         coalesce(jsonb_array_length(coalesce(r.plan_now, r.plan) -> 'steps'), 0) as steps,
         (select count(distinct e.body ->> 'step')::int from run_event e
           where e.run_id = r.id and e.body ->> 'type' in ('done', 'tested', 'skipped')
             -- What was done by an earlier plan and is closed again is no step of this one.
             and (r.plan_now is null or exists (select from jsonb_array_elements(r.plan_now -> 'steps') s where s ->> 'id' = e.body ->> 'step'))) as "stepsDone"
    from job j
    join machine_file m on m.id = j.machine_file_id
    left join run r on r.job_id = j.id
    left join person p on p.id = r.started_by`;

interface Raw extends Omit<JobRow, 'createdAt' | 'closedAt' | 'startedAt'> {
  createdAt: Date;
  closedAt: Date | null;
  startedAt: Date | null;
}
const dated = (row: Raw): JobRow => ({
  ...row,
  createdAt: row.createdAt.toISOString(),
  closedAt: row.closedAt?.toISOString() ?? null,
  startedAt: row.startedAt?.toISOString() ?? null
});

/** Open jobs by what is due first, then the closed ones, newest first. */
export async function listJobs(db: Queryable, limit = 500): Promise<JobRow[]> {
  const { rows } = await db.query(`${SELECT} order by j.closed_at desc nulls first, j.due_on nulls last, j.number limit $1`, [limit]);
  return rows.map(dated);
}

export async function findJob(db: Queryable, number: number): Promise<JobRow | undefined> {
  const { rows } = await db.query(`${SELECT} where j.number = $1`, [number]);
  return rows[0] && dated(rows[0]);
}

export interface NewJob {
  fileId: number;
  customer: string;
  serial: string;
  complaint: string;
  goals: readonly Goal[];
  work: string;
  dueOn: string | null;
}

export async function addJob(db: Queryable, job: NewJob, by: string): Promise<number> {
  const { rows } = await db.query(
    `insert into job (machine_file_id, customer, serial, complaint, goals, work, due_on, created_by)
     values ($1, $2, $3, $4, $5, $6, $7, $8) returning number::int as number`,
    [job.fileId, job.customer, job.serial, job.complaint, JSON.stringify(job.goals), job.work, job.dueOn, by]
  );
  return rows[0].number;
}

export interface JobPlan {
  goals: readonly Goal[];
  weighting: Weighting;
  avoid: readonly string[];
  work: string;
}

/** Changes what a job is for and how it is planned, as long as nobody has started it. @returns whether it was still to be changed */
export async function keepPlan(db: Queryable, id: string, { goals, weighting, avoid, work }: JobPlan): Promise<boolean> {
  const { rowCount } = await db.query(
    `update job set goals = $2, weighting = $3, avoid = $4, work = $5
      where id = $1 and closed_at is null and not exists (select from run where run.job_id = job.id)`,
    [id, JSON.stringify(goals), weighting, JSON.stringify(avoid), work]
  );
  return rowCount === 1;
}
