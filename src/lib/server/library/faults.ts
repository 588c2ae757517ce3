import { FaultSet, reachFrom, strangersOf, unplannableIn } from '$core/faults';
import { accessFor } from '../planning/derived';
import { modelOf } from '$core/machine';
import { audit } from '../database/audit';
import type { Queryable } from '../database/pool';
import { machineDocument } from './machines';
import { problem, refusal, refused, type Result } from '$core/result';
import { here } from '$lib/server/http/here';

/** What goes wrong with a machine, as far as the shop was told. */
export async function faultSetFor(db: Queryable, machineId: string): Promise<FaultSet | undefined> {
  return (await db.query('select document from fault_set where machine_id = $1 order by id desc limit 1', [machineId]))
    .rows[0]?.document;
}

export type ImportedFaults = Result<{ machine: string; faults: number }>;

/** Longer than this no fault set is; in characters. */
export const FAULT_SET_MAX = 1_000_000;

/** Checks a fault set against the newest file of its machine and keeps it. */
export async function importFaultSet(db: Queryable, text: string, by: string | null): Promise<ImportedFaults> {
  if (text.length > FAULT_SET_MAX)
    return refused('too-large', here().t('server.aFaultSetHasAtMost', { mB: FAULT_SET_MAX / 1e6 }));
  let document: unknown;
  try {
    document = JSON.parse(text);
  } catch (error) {
    return refused('not-json', here().t('server.itIsNotJson', { message: (error as Error).message }));
  }
  const set = FaultSet.safeParse(document);
  if (!set.success) return refusal(set.error.issues.slice(0, 5).map((i) => problem(i.path, i.code, i.message)));
  const { rows } = await db.query('select id::int from machine_file where machine_id = $1 order by id desc limit 1', [
    set.data.machine
  ]);
  if (!rows[0]) return refused('no-machine', here().t('server.thereIsNoMachineFileFor', { machine: set.data.machine }));
  const { machine, hash } = (await machineDocument(db, rows[0].id))!;
  const wrong = strangersOf(modelOf(machine), set.data);
  if (wrong.length === 0) wrong.push(...unplannableIn(set.data, reachFrom(accessFor({ hash, machine }), set.data)));
  if (wrong.length > 0) return refusal(wrong.slice(0, 5).map((message) => problem([], 'not-of-this-machine', message)));
  await db.query('insert into fault_set (machine_id, document, imported_by) values ($1, $2, $3)', [
    set.data.machine,
    JSON.stringify(set.data),
    by
  ]);
  await audit(db, by, 'fault_set_imported', set.data.machine, { faults: set.data.faults.length });
  return { ok: true, machine: set.data.machine, faults: set.data.faults.length };
}

/** How often each fault was the one, over closed jobs on a machine: the last repair of each that helped. */
export async function faultsFound(db: Queryable, machineId: string): Promise<Record<string, number>> {
  const { rows } = await db.query(
    `select fault, count(*)::int as n from (
       select distinct on (e.job_id) e.body ->> 'fault' as fault
         from machine_file m join job j on j.machine_file_id = m.id join job_event e on e.job_id = j.id
        where m.machine_id = $1 and j.closed_at is not null and e.body ->> 'is' = 'mended' and e.body ->> 'helped' = 'true' and e.body ? 'fault'
        order by e.job_id, e.id desc) last group by fault`,
    [machineId]
  );
  return Object.fromEntries(rows.map((r: { fault: string; n: number }) => [r.fault, r.n]));
}
