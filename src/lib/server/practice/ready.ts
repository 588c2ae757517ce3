import { goalOf } from '$core/goals';
import type { Said } from '$core/language';
import { modelOf, type Machine } from '$core/machine';
import { readiness, type Outcome, type Readiness, type Work } from '$core/practice';
import { jobWords } from '$core/words';
import type { Queryable } from '../database/pool';
import { listJobs } from '../jobs/jobs';
import { fileOf, machineDocument } from '../library/machines';
import { shopSettings } from '../settings/shop';
import type { Role } from '../sign-in/people';
import { machineTitle, rehearsalsOf, workOf } from './rehearsals';

/** A piece of work, the open jobs that ask for it, and how ready each person is. */
export interface ReadyRow {
  key: string;
  machine: string;
  work: Said;
  jobs: number[];
  /** In the order of the people. */
  ready: Readiness[];
}

export interface ReadyTable {
  people: { id: string; name: string; role: Role }[];
  rows: ReadyRow[];
  letOn: { job: number; person: string; by: string; at: string; reason: string }[];
}

/** So many open jobs and so many rehearsals are looked at, the newest. */
const JOBS = 200;
const REHEARSALS = 2000;

/** Who is ready for what: everybody who is learning or ever rehearsed, against what open jobs ask for and what was rehearsed. */
export async function readyTable(db: Queryable, now: number): Promise<ReadyTable> {
  const { freshDays } = (await shopSettings(db)).practice;
  const jobs = (await listJobs(db, {}, JOBS)).filter((j) => j.goals.length > 0);
  const done = await rehearsalsOf(db, undefined, REHEARSALS);
  const people = (
    await db.query<{ id: string; name: string; role: Role }>(
      `select id, display_name as name, role from person where disabled_at is null
          and (role = 'trainee' or id in (select person_id from rehearsal)) order by role = 'trainee' desc, display_name limit 40`
    )
  ).rows;
  const by = new Map<string, Outcome[]>();
  for (const d of done) by.set(d.personId, [...(by.get(d.personId) ?? []), d]);

  const rows = new Map<string, Omit<ReadyRow, 'ready'> & { of: Work }>();
  const rowOf = (of: Work, said: () => Pick<ReadyRow, 'machine' | 'work'>) => {
    const key = `${of.machine} ${of.revision} ${[...of.goals].sort().join(',')}`;
    const row = rows.get(key) ?? { key, jobs: [], of, ...said() };
    rows.set(key, row);
    return row;
  };
  for (const job of jobs)
    rowOf(workOf(job), () => ({ machine: machineTitle(job), work: job.work })).jobs.push(job.number);
  // Read once for each machine file, however much was rehearsed on it.
  const machines = new Map<string, Machine>();
  for (const { hash } of done)
    if (!machines.has(hash)) machines.set(hash, (await machineDocument(db, (await fileOf(db, hash))!.fileId))!.machine);
  for (const { machine, revision, goals, hash } of done)
    rowOf({ machine, revision, goals }, () => ({
      machine: machineTitle(machines.get(hash)!),
      work: jobWords(modelOf(machines.get(hash)!), goals.map(goalOf))
    }));
  return {
    people,
    rows: [...rows.values()].map(({ of, ...row }) => ({
      ...row,
      ready: people.map(({ id }) => readiness(by.get(id) ?? [], of, freshDays, now))
    })),
    letOn: await lettings(db)
  };
}

/** What leads let go on, the newest first. */
async function lettings(db: Queryable): Promise<ReadyTable['letOn']> {
  const { rows } = await db.query(
    `select j.number::int as job, p.display_name as person, b.display_name as by, l.at, l.reason
       from let_on l join job j on j.id = l.job_id join person p on p.id = l.person_id join person b on b.id = l.by_id
      order by l.at desc limit 100`
  );
  return rows.map((r: ReadyTable['letOn'][number] & { at: Date }) => ({ ...r, at: r.at.toISOString() }));
}
