import { planFor, type PlanAsked } from './planner';
import { accessFor } from './planning';
import { machineDocument } from './machines';
import { namesOf } from './people';
import { transaction, type Queryable } from './database';
import { RUN_CHANNEL } from './run-feed';
import { wantsSecondSignature } from './shop';
import { useReserved } from './spares';
import type { Machine } from '$core/machine';
import type { Plan } from '$core/plan';
import { AFTER_SIGNING, fold, obstacles, planInForce, strangers, type FoundBefore, type Obstacle, type RunEvent } from '$core/run';

export interface Run {
  id: string;
  jobId: string;
  fileId: number;
  /** The plan that it was started with. */
  plan: Plan;
  /** The plan in force. */
  planNow: Plan;
  signedAt: string | null;
  signedBy: string | null;
}

export async function findRun(db: Queryable, id: string): Promise<Run | undefined> {
  const { rows } = await db.query(
    'select id, job_id as "jobId", machine_file_id::int as "fileId", plan, coalesce(plan_now, plan) as "planNow", signed_at as "signedAt", signed_by as "signedBy" from run where id = $1',
    [id]
  );
  return rows[0] && { ...rows[0], signedAt: rows[0].signedAt?.toISOString() ?? null };
}

/** Starts the bench run of a job, pinned to its machine file and plan; a job that is already on the bench keeps its run. */
export async function startRun(db: Queryable, job: { id: string; fileId: number } & Omit<PlanAsked, 'file'>, by: string): Promise<string> {
  const known = await db.query('select id from run where job_id = $1', [job.id]);
  if (known.rows[0]) return known.rows[0].id;
  const file = await machineDocument(db, job.fileId);
  if (!file) throw new Error(`job ${job.id} names machine file ${job.fileId}, which is not there`);
  const { goals, weighting, avoid, variant, conditions, pace } = job;
  const asked = Object.fromEntries(Object.entries({ weighting, avoid, variant, conditions, pace }).filter(([, v]) => v !== undefined));
  const plan = await planFor({ file, goals, ...asked });
  const { rows } = await db.query(
    `insert into run (job_id, machine_file_id, plan, p50_seconds, p80_seconds, started_by) values ($1, $2, $3, $4, $5, $6)
     on conflict (job_id) do nothing returning id`,
    [job.id, job.fileId, JSON.stringify(plan), plan.times.p50, plan.times.p80, by]
  );
  await db.query(`update job set waits = 'working', waits_until = null where id = $1`, [job.id]);
  if (rows[0]) return rows[0].id;
  return (await db.query('select id from run where job_id = $1', [job.id])).rows[0].id;
}

/** All events of a run in the order in which they arrived; `by` is the person's display name. */
export async function eventsOf(db: Queryable, runId: string, after = 0): Promise<{ events: RunEvent[]; seq: number }> {
  const { rows } = await db.query('select seq::int as seq, person_id as person, body from run_event where run_id = $1 and seq > $2 order by seq', [runId, after]);
  const names = await namesOf(db, [...new Set(rows.map((r: { person: string }) => r.person))]);
  return {
    events: rows.map((r: { person: string; body: RunEvent }) => ({ ...r.body, by: names.get(r.person) ?? 'unknown' })),
    seq: rows.at(-1)?.seq ?? after
  };
}

export type Appended = { ok: true; seq: number } | { ok: false; why: 'signed' | 'not-signed' | 'changed' | 'not-closed' | 'same-person' | 'other-machine'; event: string; obstacles?: Obstacle[] };

/**
 * Takes each event once. Sent again it changes nothing; another event under a known id is refused, and so is all that
 * comes after the signature, but for corrections and a second person's signature. Signing is refused while the run does not close. All or none of the events are taken.
 */
export async function appendEvents(runId: string, machine: Machine, hash: string, sent: readonly RunEvent[], personId: string): Promise<Appended> {
  const refused: { answer?: Appended } = {};
  const answer = await transaction(async (db): Promise<Appended> => {
    const run = (await db.query('select plan, signed_at as "signedAt", signed_by as "signedBy", job_id as "jobId" from run where id = $1 for update', [runId])).rows[0];
    const refuse = (no: Appended): never => {
      refused.answer = no;
      throw new Refused();
    };
    const before: number = (await db.query('select coalesce(max(seq), 0)::int as seq from run_event where run_id = $1', [runId])).rows[0].seq;
    let seq = before;
    let signedBy: string | null = run.signedAt === null ? null : run.signedBy;
    const second = await wantsSecondSignature(db);
    for (const { by: _by, ...event } of sent) {
      const known = (await db.query('select run_id as run, body = $2::jsonb as same from run_event where id = $1', [event.id, JSON.stringify(event)])).rows[0];
      if (known?.run === runId && known.same) continue;
      if (known) refuse({ ok: false, why: 'changed', event: event.id });
      if (signedBy !== null && !AFTER_SIGNING.has(event.type)) refuse({ ok: false, why: 'signed', event: event.id });
      if (signedBy === null && AFTER_SIGNING.has(event.type)) refuse({ ok: false, why: 'not-signed', event: event.id });
      const { model } = accessFor(hash, machine);
      if (event.type === 'replanned' && (event.plan.machine.hash !== hash || strangers(model, event.plan).length > 0)) refuse({ ok: false, why: 'other-machine', event: event.id });
      if (event.type === 'signed') {
        const { events } = await eventsOf(db, runId);
        const left = obstacles(model, planInForce(run.plan, events), fold(model, run.plan, events));
        if (left.length > 0) refuse({ ok: false, why: 'not-closed', event: event.id, obstacles: left });
        await db.query('update run set signed_at = now(), signed_by = $2 where id = $1', [runId, personId]);
        await db.query(`update job set waits = 'signature' where id = $1`, [run.jobId]);
        if (!second) await close(db, run.jobId, personId);
        signedBy = personId;
      }
      if (event.type === 'countersigned') {
        if (signedBy === personId) refuse({ ok: false, why: 'same-person', event: event.id });
        await db.query('update run set countersigned_at = coalesce(countersigned_at, now()), countersigned_by = coalesce(countersigned_by, $2) where id = $1', [runId, personId]);
        await close(db, run.jobId, personId);
      }
      seq += 1;
      await db.query('insert into run_event (run_id, seq, id, at, person_id, body) values ($1, $2, $3, $4, $5, $6)', [runId, seq, event.id, event.at, personId, JSON.stringify(event)]);
    }
    if (seq > before && sent.some((e) => e.type === 'replanned' || e.type === 'undo')) {
      const now = planInForce(run.plan, (await eventsOf(db, runId)).events);
      await db.query('update run set plan_now = $2 where id = $1', [runId, now === run.plan ? null : JSON.stringify(now)]);
    }
    // Told when this commits, and not before.
    if (seq > before) await db.query('select pg_notify($1, $2)', [RUN_CHANNEL, runId]);
    return { ok: true, seq };
  }).catch((error: unknown) => {
    if (error instanceof Refused && refused.answer) return refused.answer;
    throw error;
  });
  return answer;
}

/** Closes a job: what was set aside for it is used up. */
async function close(db: Queryable, jobId: string, by: string): Promise<void> {
  await db.query(`update job set closed_at = coalesce(closed_at, now()), waits = 'nothing', waits_until = null where id = $1`, [jobId]);
  await useReserved(db, jobId, by);
}

class Refused extends Error {}

/** What held parts of a machine in all runs on any of its files, the most frequent first; what was taken back left out. */
export async function foundOnMachine(db: Queryable, machineId: string): Promise<FoundBefore[]> {
  const { rows } = await db.query(
    // Such events are few among millions: they are gathered first, by their own index.
    `with looked as materialized (select run_id, id, body from run_event where body ->> 'type' = 'looked')
     select e.body ->> 'part' as part, e.body ->> 'suspect' as suspect, count(*)::int as times
       from looked e join run r on r.id = e.run_id join machine_file m on m.id = r.machine_file_id
      where m.machine_id = $1 and e.body ->> 'found' = 'true'
        and not exists (select from run_event u where u.run_id = e.run_id and u.body ->> 'type' = 'undo' and u.body ->> 'event' = e.id::text)
      group by 1, 2 order by times desc, part, suspect limit 200`,
    [machineId]
  );
  return rows;
}
