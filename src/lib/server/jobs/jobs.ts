import { holdsWords, inWords } from '../database/lists';
import type { Said } from '$core/language';
import { sortingOf, type JobOrder } from '$lib/job-sorting';
import { message } from '$lib/words';
import { wordsIn } from '../http/here';
import type { Waits } from '$core/job';
import type { PlanWish } from '$core/plan';
import type { Weighting } from '$core/solve';
import { transaction, type Queryable } from '../database/pool';
import { once, type Asking } from '../database/once';
import type { Goal } from '$core/goals';
import type { Standing } from '$core/library';
import { standingOf } from '../library/standing';

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
  work: Said;
  dueOn: string | null;
  createdAt: string;
  closedAt: string | null;
  stage: JobStage;
  fileId: number;
  machineId: string;
  maker: string;
  model: string;
  revision: string;
  /** How far its machine file can be relied on. */
  standing: Standing;
  /** The recording of its machine, where it was begun without a file. */
  recordingId: string | null;
  runId: string | null;
  startedAt: string | null;
  /** The technician at its bench, once it has been started. */
  startedBy: string | null;
  /** Of the whole work, s. */
  p50Seconds: number | null;
  p80Seconds: number | null;
  stepsDone: number;
  steps: number | null;
  /** What it waits for, and until when where that is known. */
  waits: Waits;
  waitsUntil: string | null;
}

const SELECT = `
  select j.id, j.number::int as number, j.customer, j.serial, j.complaint, j.goals, j.weighting, j.avoid, coalesce(j.work_said, to_jsonb(j.work)) as work, to_char(j.due_on, 'YYYY-MM-DD') as "dueOn",
         j.created_at as "createdAt", j.closed_at as "closedAt", case when j.waits = 'draining' and j.waits_until <= now() then 'bench' else j.waits end as waits, j.waits_until as "waitsUntil",
         case when j.closed_at is not null then 'closed' when r.signed_at is not null then 'signed' when r.id is not null then 'on-bench' else 'planned' end as stage,
         m.id::int as "fileId", m.machine_id as "machineId", m.maker, m.model, m.revision, ${standingOf('m')} as standing, (select id from recording where job_id = j.id) as "recordingId",
         r.id as "runId", r.started_at as "startedAt", coalesce(r.p50_seconds, j.p50_seconds) as "p50Seconds", coalesce(r.p80_seconds, j.p80_seconds) as "p80Seconds", p.display_name as "startedBy",
         coalesce(r.steps_planned, jsonb_array_length(coalesce(r.plan_now, r.plan) -> 'steps'), 0) as steps,
         coalesce(r.steps_done, 0) as "stepsDone"
    from job j
    join machine_file m on m.id = j.machine_file_id
    left join run r on r.job_id = j.id
    left join person p on p.id = r.started_by`;

/** What a job asks of the planner. */
export const wishOf = ({ goals, weighting, avoid }: Pick<JobRow, 'goals' | 'weighting' | 'avoid'>): PlanWish => ({
  goals,
  weighting,
  avoid
});

interface Raw extends Omit<JobRow, 'createdAt' | 'closedAt' | 'startedAt' | 'waitsUntil'> {
  createdAt: Date;
  closedAt: Date | null;
  startedAt: Date | null;
  waitsUntil: Date | null;
}
const dated = (row: Raw): JobRow => ({
  ...row,
  createdAt: row.createdAt.toISOString(),
  closedAt: row.closedAt?.toISOString() ?? null,
  startedAt: row.startedAt?.toISOString() ?? null,
  waitsUntil: row.waitsUntil?.toISOString() ?? null
});

/** How a list of jobs is narrowed and ordered; each part is optional. */
export interface JobQuery {
  /** Only jobs that wait for this. */
  waits?: Waits | undefined;
  /** Words that all occur in number, customer, serial, complaint, work or machine. */
  search?: string | undefined;
  /** Closed jobs instead of open ones. */
  closed?: boolean | undefined;
  order?: JobOrder | undefined;
  /** From the end: the latest, the last of the alphabet. */
  desc?: boolean | undefined;
}

/** What a list is sorted by, as the database has it. */
const ORDERS: Readonly<Record<JobOrder, string>> = {
  due: 'j.due_on',
  age: 'j.number',
  customer: inWords('j.customer'),
  machine: `(select ${inWords("f.maker || ' ' || f.model")} from machine_file f where f.id = j.machine_file_id)`,
  work: inWords('j.work'),
  status: 'j.waits',
  closed: 'j.closed_at'
};

/** One screen of a list. */
export const PAGE = 50;

function where({ waits, search, closed }: JobQuery): { text: string; values: unknown[] } {
  const values: unknown[] = [];
  const parts = [closed ? 'j.closed_at is not null' : 'j.closed_at is null'];
  // A cell that has drained by now no longer keeps its job.
  if (waits === 'bench') parts.push(`(j.waits = 'bench' or (j.waits = 'draining' and j.waits_until <= now()))`);
  else if (waits === 'draining') parts.push(`j.waits = 'draining' and j.waits_until > now()`);
  else if (waits) parts.push(`j.waits = $${values.push(waits)}`);
  parts.push(...holdsWords('j.search', search ?? '', values));
  return { text: parts.join(' and '), values };
}

/** Jobs of one screen: open ones by what is due first, closed ones the newest first, or as it is asked. */
export async function listJobs(db: Queryable, query: JobQuery = {}, limit = PAGE, offset = 0): Promise<JobRow[]> {
  const { text, values } = where(query);
  const { by, isDown } = sortingOf(query);
  // Without a date a job comes last either way.
  const order = `${ORDERS[by]}${isDown ? ' desc' : ''}${by === 'due' ? ' nulls last' : ''}, j.number`;
  // The rows of the screen are found first: what each of them costs to describe is paid for these alone.
  const { rows } = await db.query(
    `with wanted as materialized (select j.id from job j where ${text} order by ${order} limit $${values.length + 1} offset $${values.length + 2}) ${SELECT} join wanted w on w.id = j.id order by ${order}`,
    [...values, limit, offset]
  );
  return rows.map(dated);
}

/** More than this many are not counted one by one: a list says "10000 and more". */
export const MOST_COUNTED = 10_000;

/** How many jobs a query finds, and how many open ones wait for each thing. */
export async function countJobs(
  db: Queryable,
  query: JobQuery
): Promise<{ found: number; waits: Partial<Record<Waits, number>> }> {
  const { text, values } = where(query);
  const found = await db.query(
    `select count(*)::int as n from (select 1 from job j where ${text} limit ${MOST_COUNTED}) hits`,
    values
  );
  const by = await db.query(
    `select case when waits = 'draining' and waits_until <= now() then 'bench' else waits end as waits, count(*)::int as n from job where closed_at is null group by 1`
  );
  return {
    found: found.rows[0].n,
    waits: Object.fromEntries(by.rows.map((r: { waits: Waits; n: number }) => [r.waits, r.n]))
  };
}

export async function findJobById(db: Queryable, id: string): Promise<JobRow | undefined> {
  const { rows } = await db.query(`${SELECT} where j.id = $1`, [id]);
  return rows[0] && dated(rows[0]);
}

export async function findJob(db: Queryable, number: number): Promise<JobRow | undefined> {
  const { rows } = await db.query(`${SELECT} where j.number = $1`, [number]);
  return rows[0] && dated(rows[0]);
}

/** The work of a job whose goals are not known yet. */
export const TO_FIND: Said = message('server.findTheFault');
/** What is searched in is in one language. */
const inEnglish = (work: Said) => wordsIn('en').told(work);

export interface NewJob {
  fileId: number;
  customer: string;
  serial: string;
  complaint: string;
  goals: readonly Goal[];
  work: Said;
  dueOn: string | null;
}

export async function addJob(job: NewJob, asking: Asking): Promise<number> {
  return once(asking, 'job', async (db) => (await insertJob(db, job, asking.by)).number);
}

/** The same in a transaction of others. */
export async function insertJob(db: Queryable, job: NewJob, by: string): Promise<{ id: string; number: number }> {
  const { rows } = await db.query(
    `insert into job (machine_file_id, customer, serial, complaint, goals, work, work_said, due_on, created_by)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9) returning id, number::int as number`,
    [
      job.fileId,
      job.customer,
      job.serial,
      job.complaint,
      JSON.stringify(job.goals),
      inEnglish(job.work),
      JSON.stringify(job.work),
      job.dueOn,
      by
    ]
  );
  await rememberWords(db, 'id = $1', rows[0].id);
  return rows[0];
}

/** Gives a job the file and the goals that it turned out to have, while nobody works on it yet. */
export async function settleJob(
  db: Queryable,
  id: string,
  { fileId, goals, work }: Pick<NewJob, 'fileId' | 'goals' | 'work'>
): Promise<void> {
  await db.query('update job set machine_file_id = $2, goals = $3, work = $4, work_said = $5 where id = $1', [
    id,
    fileId,
    JSON.stringify(goals),
    inEnglish(work),
    JSON.stringify(work)
  ]);
  await rememberWords(db, 'id = $1', id);
}

export interface JobPlan {
  goals: readonly Goal[];
  weighting: Weighting;
  avoid: readonly string[];
  work: Said;
}

/** What a search for a job looks in. */
async function rememberWords(db: Queryable, which: string, value: unknown): Promise<void> {
  await db.query(
    `update job set search = lower(job.number || ' ' || customer || ' ' || serial || ' ' || complaint || ' ' || work || ' ' || m.maker || ' ' || m.model) from machine_file m where m.id = job.machine_file_id and job.${which}`,
    [value]
  );
}

/** Changes what a job is for and how it is planned, as long as nobody has started it. @returns whether it was still to be changed */
export async function keepPlan(id: string, { goals, weighting, avoid, work }: JobPlan): Promise<boolean> {
  return transaction(async (db) => {
    // Locked first, so that it is seen whether somebody has just started it.
    await db.query('select 1 from job where id = $1 for update', [id]);
    const { rowCount } = await db.query(
      `update job set goals = $2, weighting = $3, avoid = $4, work = $5, work_said = $6
        where id = $1 and closed_at is null and not exists (select from run where run.job_id = job.id)`,
      [id, JSON.stringify(goals), weighting, JSON.stringify(avoid), inEnglish(work), JSON.stringify(work)]
    );
    if (rowCount === 1) await rememberWords(db, 'id = $1', id);
    return rowCount === 1;
  });
}
