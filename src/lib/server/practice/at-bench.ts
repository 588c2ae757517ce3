import { readiness, traineeMay, type Readiness } from '$core/practice';
import { audit } from '../database/audit';
import type { Queryable } from '../database/pool';
import { findJob, findJobById, type JobRow } from '../jobs/jobs';
import { shopSettings } from '../settings/shop';
import type { Person } from '../sign-in/people';
import { rehearsalsOf, workOf } from './rehearsals';

/** Who answers for a run by a signature: whoever learns does not. */
export const maySign = ({ role }: Pick<Person, 'role'>): boolean => role !== 'trainee';

/** How a person stands to a job at the bench. */
export interface AtBench {
  mayWork: boolean;
  /** How ready a trainee is, where that matters. */
  ready?: Readiness;
  /** A lead let this trainee work on it. */
  letOn?: { by: string; at: string; reason: string };
}

/**
 * Whether a person may work on a job at the bench: technicians and leads do, a trainee as the shop has it. Who was ready when the
 * work was begun stays so.
 */
export async function atBench(
  db: Queryable,
  person: Pick<Person, 'id' | 'role'>,
  job: Pick<JobRow, 'id' | 'goals' | 'machineId' | 'revision' | 'startedAt'>
): Promise<AtBench> {
  if (person.role !== 'trainee') return { mayWork: true };
  const { trainees, freshDays } = (await shopSettings(db)).practice;
  if (trainees !== 'rehearsed') return { mayWork: traineeMay(trainees, { is: 'never' }, false) };
  const [done, letOn] = [await rehearsalsOf(db, person.id), await letOnOf(db, job.id, person.id)];
  const ready = readiness(done, workOf(job), freshDays, job.startedAt ? Date.parse(job.startedAt) : Date.now());
  return { mayWork: traineeMay(trainees, ready, letOn !== undefined), ready, ...(letOn ? { letOn } : {}) };
}

async function letOnOf(db: Queryable, jobId: string, personId: string): Promise<AtBench['letOn']> {
  const { rows } = await db.query(
    'select p.display_name as by, l.at, l.reason from let_on l join person p on p.id = l.by_id where l.job_id = $1 and l.person_id = $2',
    [jobId, personId]
  );
  const row = rows[0] as { by: string; at: Date; reason: string } | undefined;
  return row && { ...row, at: row.at.toISOString() };
}

/** A lead lets a trainee work on a job, in writing. */
export async function letOn(
  db: Queryable,
  job: Pick<JobRow, 'id' | 'number'>,
  personId: string,
  reason: string,
  by: string
): Promise<void> {
  await db.query(
    `insert into let_on (job_id, person_id, by_id, reason) values ($1, $2, $3, $4)
     on conflict (job_id, person_id) do update set by_id = excluded.by_id, reason = excluded.reason, at = now()`,
    [job.id, personId, by, reason]
  );
  await audit(db, by, 'trainee_let_on', String(job.number), { person: personId, reason });
}

/** Whether somebody may work on the job that an address names by its number or by its run. */
export async function mayWorkHere(
  db: Queryable,
  person: Pick<Person, 'id' | 'role'>,
  { number, run }: Partial<Record<string, string>>
): Promise<boolean> {
  const { rows } =
    run === undefined ? { rows: [] } : await db.query('select job_id as id from run where id = $1', [run]);
  const job = number === undefined ? rows[0] && (await findJobById(db, rows[0].id)) : await findJob(db, Number(number));
  return job !== undefined && (await atBench(db, person, job)).mayWork;
}
