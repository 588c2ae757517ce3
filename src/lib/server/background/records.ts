import { modelOf } from '$core/machine';
import { runDocument } from '$core/formats';
import { recordNameOf } from '../bench/record-place';
import { eventsOf, findRun } from '../bench/runs';
import { machineDocument } from '../library/machines';
import { transaction, type Queryable } from '../database/pool';
import { objectStore } from '../objects/store';
import { later } from './queue';

/** So many records that nobody sent on their way are sent at once. */
const AT_ONCE = 100;

/**
 * Lays the full record of a signed run into the object store (`eager-wrench/run@1`: plan, events and what they come to; its photos lie
 * there, too). It names the job by its number alone: whose machine it was stays in the database, where it can be erased. What was there
 * is laid over; it counts as stored only when the store has given back what it was given.
 */
export async function storeRecord(db: Queryable, id: string): Promise<void> {
  const store = objectStore();
  if (!store) throw new Error('OBJECT_STORE is not set in this process');
  const run = await findRun(db, id);
  if (!run?.signedAt) return;
  const { machine } = (await machineDocument(db, run.fileId))!;
  const { rows } = await db.query<{ number: number }>('select number::int as number from job where id = $1', [
    run.jobId
  ]);
  const { events, seq } = await eventsOf(db, id);
  const about = { number: rows[0]!.number, customer: '', serial: '', complaint: '' };
  const record = Buffer.from(runDocument(modelOf(machine), run.plan, events, about), 'utf8');
  await store.put(recordNameOf(id), record, 'application/json');
  const there = await store.get(recordNameOf(id));
  if (!there?.equals(record)) throw new Error(`the record of run ${id} is not in the store as it was put there`);
  // What was added meanwhile sends it on its way again: whoever adds holds the run's row until that is there to be seen.
  await transaction(async (tx) => {
    await tx.query('select 1 from run where id = $1 for update', [id]);
    await tx.query(
      `update run set record_stored_at = now() where id = $1
         and not exists (select from run_event e where e.month = run.month and e.run_id = run.id and e.seq > $2)`,
      [id, seq]
    );
  });
}

/** Sends records on their way that are not in the store and not in the queue, as all those from before there was one. */
export async function sendRecordsThatAreLeft(): Promise<number> {
  return transaction(async (db) => {
    const { rows } = await db.query<{ id: string }>(
      `select r.id from run r where r.signed_at is not null and r.record_stored_at is null
        and not exists (select from work.job j where j.name = 'store-record' and j.singleton_key = r.id::text and j.state in ('created', 'retry', 'active', 'failed'))
        order by r.signed_at limit $1`,
      [AT_ONCE]
    );
    for (const { id } of rows) await later(db, 'store-record', id, { run: id });
    return rows.length;
  });
}
