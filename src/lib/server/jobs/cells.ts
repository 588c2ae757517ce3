import type { CellReading } from '$core/cells';
import type { Queryable } from '../database/pool';

/** Every reading of a job's machine, before its runs and at the bench, in this job and in others with the same serial number, the oldest first. */
export async function readingsOfMachine(
  db: Queryable,
  job: { id: string; serial: string; machineId: string }
): Promise<(CellReading & { job: number })[]> {
  const { rows } = await db.query(
    `with same as (select j.id, j.number::int as job from job j join machine_file m on m.id = j.machine_file_id where j.id = $1 or (j.serial <> '' and j.serial = $2 and m.machine_id = $3))
     select to_char(e.at at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"') as at, e.body -> 'reading' as reading, s.job, e.body ->> 'source' as source, false as "isNew"
       from same s join job_event e on e.job_id = s.id where e.body ->> 'is' = 'cell'
     union all
     select b ->> 'at', b -> 'reading', s.job, b ->> 'when', (b ->> 'isNew')::boolean from same s join run r on r.job_id = s.id, jsonb_array_elements(r.readings) b
      order by 1 limit 500`,
    [job.id, job.serial, job.machineId]
  );
  return rows;
}
