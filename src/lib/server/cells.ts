import type { BatteryReading, DatedReading } from '$core/cells';
import type { Queryable } from './database';

/** Every reading of a job's machine, in this job and in others with the same serial number, the oldest first. */
export async function readingsOfMachine(db: Queryable, job: { id: string; serial: string; machineId: string }): Promise<(DatedReading & { job: number })[]> {
  const { rows } = await db.query(
    `select e.at, e.body -> 'reading' as reading, j.number::int as job
       from job j join machine_file m on m.id = j.machine_file_id join job_event e on e.job_id = j.id
      where (j.id = $1 or (j.serial <> '' and j.serial = $2 and m.machine_id = $3)) and e.body ->> 'is' = 'cell' order by e.at limit 500`,
    [job.id, job.serial, job.machineId]
  );
  return rows.map((r: { at: Date; reading: BatteryReading; job: number }) => ({ ...r, at: r.at.toISOString() }));
}
