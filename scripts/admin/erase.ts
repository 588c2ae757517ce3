import pg from 'pg';
import { GONE, keptFrom, shopSettings } from '$lib/server/settings/shop';
import { Refusal } from './backup';

/**
 * Takes a customer out of jobs that are closed: name, complaint, serial number, and what was said at the counter in free words. What was
 * done to the machine stays: plan, events of the bench, screws, tests, readings, photos. Who asked for it stands in the log.
 * @param which a job's number, all jobs closed before a day of the shop, or those that its settings say are due
 * @returns the numbers of the jobs
 */
export async function erase(
  url: string,
  which: { job: number } | { closedBefore: string } | { due: true },
  why: string
): Promise<number[]> {
  if (why.trim() === '') throw new Refusal('Say why: it stands in the log.');
  const db = new pg.Client({ connectionString: url });
  await db.connect();
  try {
    await db.query('begin');
    const settings = await shopSettings(db);
    const before =
      'due' in which
        ? keptFrom(settings, new Date().toISOString())
        : 'closedBefore' in which
          ? which.closedBefore
          : undefined;
    if ('due' in which && before === undefined)
      throw new Refusal('The shop keeps its customers without end: nothing is due.');
    const { rows } = await db.query(
      `select id, number::int as number, closed_at is not null as closed from job where customer <> $1 and ${'job' in which ? 'number = $2' : 'closed_at < $2::timestamp at time zone $3'} order by number for update`,
      'job' in which ? [GONE, which.job] : [GONE, before, settings.place.timeZone]
    );
    const open = rows.find((r) => !r.closed);
    if (open) throw new Refusal(`Job ${open.number} is not closed: its customer still waits for it.`);
    if (rows.length === 0 && 'due' in which) return [];
    if (rows.length === 0) throw new Refusal('There is no such job, or its customer was erased before.');
    // The owner alone can do this, and for this transaction alone.
    await db.query('alter table job_event disable trigger job_event_is_kept');
    for (const { id, number } of rows) {
      await db.query(
        `update job set customer = $2, complaint = '', serial = '', search = lower(number || ' ' || $2 || ' ' || work) where id = $1`,
        [id, GONE]
      );
      await db.query(
        `update job_event set body = case body ->> 'is'
           when 'note' then jsonb_set(body, '{text}', to_jsonb($2::text))
           when 'placed' then jsonb_set(body, '{place}', to_jsonb($2::text))
           when 'answered' then jsonb_set(body, '{from}', to_jsonb($2::text))
           when 'intake' then jsonb_set(body - 'note', '{accessories}', '[]')
           when 'listing' then jsonb_set(body, '{listing,identity}', '{}')
           else body end where job_id = $1`,
        [id, GONE]
      );
      await db.query(`insert into audit (what, about, detail) values ('customer erased', $1, $2)`, [
        `job ${number}`,
        JSON.stringify({ why })
      ]);
    }
    await db.query('alter table job_event enable trigger job_event_is_kept');
    await db.query('commit');
    return rows.map((r) => r.number as number);
  } catch (error) {
    await db.query('rollback').catch(() => {});
    throw error;
  } finally {
    await db.end();
  }
}
