import { packed } from '$lib/packed';
import { basisOf, factsOf } from '../jobs/facts';
import { recordChanged } from './record-place';
import { planFor } from '../planning/plans';
import { accessFor } from '../planning/derived';
import { isClean, type Differed } from '$core/library';
import { machineDocument } from '../library/machines';
import { stand, standingOf } from '../library/standing';
import { namesOf } from '../sign-in/people';
import { kept } from '../database/kept';
import { transaction, type Queryable } from '../database/pool';
import { RUN_CHANNEL } from './run-feed';
import { wantsSecondSignature } from '../settings/shop';
import { useReserved } from '../stock/spares';
import { forgetTimes } from '../planning/times';
import { clockIsWrong } from '$core/happened';
import { foldJob, mayBeBegun } from '$core/job';
import { powerGap, type Machine } from '$core/machine';
import { planRequest, type Plan, type PlanWish } from '$core/plan';
import {
  AFTER_SIGNING,
  everyStep,
  fold,
  observedSteps,
  obstacles,
  planInForce,
  runFigures,
  strangeIn,
  strangers,
  type FoundBefore,
  type Obstacle,
  type RunEvent,
  type RunState
} from '$core/run';
import { refusal, type Problem, type Result } from '$core/result';
import { here } from '$lib/server/http/here';
import type { Messages } from '$lib/words/messages';

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

/** The machine file that a run is of; undefined where there is no such run. */
export async function fileOfRun(db: Queryable, id: string): Promise<number | undefined> {
  const { rows } = await db.query('select machine_file_id::int as "fileId" from run where id = $1', [id]);
  return rows[0]?.fileId;
}

export async function findRun(db: Queryable, id: string): Promise<Run | undefined> {
  const plan = await planOf(id, db);
  if (!plan) return undefined;
  const { rows } = await db.query(
    'select id, job_id as "jobId", machine_file_id::int as "fileId", plan_now as "planNow", signed_at as "signedAt", signed_by as "signedBy" from run where id = $1',
    [id]
  );
  return (
    rows[0] && {
      ...rows[0],
      plan,
      planNow: rows[0].planNow === null ? plan : asNow(rows[0].planNow),
      signedAt: rows[0].signedAt?.toISOString() ?? null
    }
  );
}

/** A run that an earlier version started has a plan that says nothing of what is loose. */
const asNow = (plan: Plan): Plan => ({ ...plan, loose: (plan as Partial<Plan>).loose ?? [] });

/** The plan of a job was changed while it was being started: what is to be done stands nowhere then, and it is asked for once more. */
export class PlanChanged extends Error {}
/** The check doubts the plan, and no lead has said that it may be begun all the same. */
export class PlanDoubted extends Error {}

/** What decides a job's plan, as it stands now. */
const deciding = async (db: Queryable, id: string) =>
  JSON.stringify((await db.query('select goals, weighting, avoid from job where id = $1 for update', [id])).rows[0]);

/**
 * Starts the bench run of a job, pinned to its machine file and plan; a job that is already on the bench keeps its run.
 * @throws PlanDoubted when the check doubts the plan and no lead has answered for that; PlanChanged when somebody saved another plan while this one was worked out: a run is always of the plan that stands
 */
export async function startRun(
  db: Queryable,
  job: { id: string; fileId: number } & PlanWish,
  by: string
): Promise<string> {
  const known = await db.query('select id from run where job_id = $1', [job.id]);
  if (known.rows[0]) return known.rows[0].id;
  const file = await machineDocument(db, job.fileId);
  if (!file) throw new Error(`job ${job.id} names machine file ${job.fileId}, which is not there`);
  const { goals, weighting, avoid } = job;
  const state = foldJob(await factsOf(db, job.id));
  const plan = await planFor(planRequest(file, await basisOf(db, job, state), { goals, weighting, avoid }));
  if (!mayBeBegun(plan, state)) throw new PlanDoubted(here().t('server.planDoubted'));
  return transaction(async (tx) => {
    // The job's row is locked: whoever saves a plan locks it too, and then finds that the job has been started.
    const now = await deciding(tx, job.id);
    const there = (await tx.query('select id from run where job_id = $1', [job.id])).rows[0];
    if (there) return there.id;
    if (now !== JSON.stringify({ goals, weighting, avoid }))
      throw new PlanChanged(here().t('server.thePlanOfThisJobWas'));
    return insertRun(tx, job, plan, by);
  });
}

/** Puts a job on the bench with this plan. */
export async function insertRun(
  db: Queryable,
  job: { id: string; fileId: number },
  plan: Plan,
  by: string
): Promise<string> {
  const { rows } = await db.query(
    'insert into run (job_id, machine_file_id, plan, p50_seconds, p80_seconds, started_by) values ($1, $2, $3, $4, $5, $6) returning id',
    [job.id, job.fileId, JSON.stringify(plan), plan.times.p50, plan.times.p80, by]
  );
  await db.query(`update job set waits = 'working', waits_until = null where id = $1`, [job.id]);
  return rows[0].id;
}

/** The month whose table holds a run's events: it never changes. */
export const monthOf = kept(10_000, async (runId: string, db: Queryable): Promise<{ month: string } | undefined> => {
  const { rows } = await db.query('select month::text from run where id = $1', [runId]);
  return rows[0];
});

/** All events of a run in the order in which they arrived; `by` is the person's display name. */
export async function eventsOf(
  db: Queryable,
  runId: string,
  after = 0,
  limit?: number
): Promise<{ events: RunEvent[]; seq: number }> {
  const { rows } = await db.query(
    'select seq::int as seq, person_id as person, body, took_at as took from run_event where month = $4 and run_id = $1 and seq > $2 order by seq limit $3',
    [runId, after, limit ?? null, (await monthOf(runId, db))?.month]
  );
  const names = await namesOf(db, [...new Set(rows.map((r: { person: string }) => r.person))]);
  return {
    events: rows.map((r: { person: string; body: RunEvent; took: Date | null }) => ({
      ...r.body,
      by: names.get(r.person) ?? 'unknown',
      ...(r.took === null ? {} : { took: r.took.toISOString() })
    })),
    seq: rows.at(-1)?.seq ?? after
  };
}

/** Why an event is not taken; its place is the event's id. */
export interface NotTaken extends Problem {
  code:
    'signed' | 'not-signed' | 'changed' | 'not-closed' | 'same-person' | 'not-by-trainee' | 'other-machine' | 'strange';
  obstacles?: Obstacle[];
}
export type Appended = Result<{ seq: number }, NotTaken>;

const WORDS = {
  signed: 'server.runSigned',
  'not-signed': 'server.runNotSigned',
  'same-person': 'server.secondSignature',
  'not-by-trainee': 'server.traineeSigns',
  'other-machine': 'server.planOfOtherMachine',
  changed: 'server.eventChanged',
  'not-closed': 'server.runNotClosed'
} as const satisfies Record<Exclude<NotTaken['code'], 'strange'>, keyof Messages>;

/**
 * Takes each event once. Sent again it changes nothing; another event under a known id is refused, and so is one that names what
 * machine and plans do not have, and all that comes after the signature, but for corrections, additions and a second person's
 * signature. Signing is refused while the run does not close, and to who may not sign. All or none of the events are taken; each one refused is named, so
 * that the others can be sent without them.
 */
export async function appendEvents(
  runId: string,
  machine: Machine,
  hash: string,
  sent: readonly RunEvent[],
  personId: string,
  maySign = true
): Promise<Appended> {
  const refused: NotTaken[] = [];
  const { model } = accessFor({ hash, machine });
  return transaction(async (db): Promise<Appended> => {
    const run = (
      await db.query(
        'select started_at as "startedAt", signed_at as "signedAt", signed_by as "signedBy", job_id as "jobId" from run where id = $1 for update',
        [runId]
      )
    ).rows[0];
    const plan = (await planOf(runId, db))!;
    const { events, seq: before } = await eventsOf(db, runId);
    const now = Date.now();
    const mine = (await namesOf(db, [personId])).get(personId) ?? 'unknown';
    const known = new Set(events.map((e) => e.id));
    const { month } = (await monthOf(runId, db))!;
    const there = await thereAlready(
      db,
      runId,
      month,
      sent.filter((e) => known.has(e.id))
    );
    const steps = everyStep(plan, events);
    let seq = before;
    // Somebody whose clock was wrong is not believed again until it has passed the time that stood for it.
    let counted = events.reduce(
      (latest, e) => (e.by === mine && e.took !== undefined && e.took > latest ? e.took : latest),
      ''
    );
    let signedBy: string | null = run.signedAt === null ? null : run.signedBy;
    const put = (event: RunEvent, code: NotTaken['code'], message: string, obstacles?: Obstacle[]) =>
      refused.push({ code, place: event.id, message, severity: 'error', ...(obstacles ? { obstacles } : {}) });
    const refuse = (event: RunEvent, code: Exclude<NotTaken['code'], 'strange'>, obstacles?: Obstacle[]) =>
      put(event, code, WORDS[code], obstacles);

    for (const { by: _by, took: _took, ...event } of sent) {
      const body = JSON.stringify(event);
      const isSame = there.get(event.id);
      if (isSame?.(body)) continue;
      if (isSame) {
        refuse(event, 'changed');
        continue;
      }
      if ((signedBy !== null) !== AFTER_SIGNING.has(event.type)) {
        refuse(event, signedBy === null ? 'not-signed' : 'signed');
        continue;
      }
      if (!maySign && (event.type === 'signed' || AFTER_SIGNING.has(event.type))) {
        refuse(event, 'not-by-trainee');
        continue;
      }
      if (event.type === 'replanned' && (event.plan.machine.hash !== hash || strangers(model, event.plan).length > 0)) {
        refuse(event, 'other-machine');
        continue;
      }
      const about = event.type === 'undo' || event.type === 'settled' ? event.event : undefined;
      const why =
        strangeIn(model, steps, event) ??
        (about !== undefined && !known.has(about) ? here().t('server.eventUnknown') : undefined);
      if (why) {
        put(event, 'strange', here().told(why));
        continue;
      }
      if (event.type === 'signed') {
        const left = obstacles(model, planInForce(plan, events), fold(model, plan, events));
        if (left.length > 0) {
          refuse(event, 'not-closed', left);
          continue;
        }
        // Who records while taking apart takes longer than the work does: no plan's times go by that.
        await db.query(
          `update run set signed_at = now(), signed_by = $2,
             observed = case when exists (select from recording c where c.job_id = run.job_id) then null else $3::jsonb end where id = $1`,
          [runId, personId, JSON.stringify(observedSteps(model, steps, events))]
        );
        forgetTimes();
        await checkedBy(db, runId, personId, fold(model, plan, events));
        await db.query(`update job set waits = 'signature' where id = $1`, [run.jobId]);
        if (!(await wantsSecondSignature(db))) await close(db, run.jobId, personId);
        signedBy = personId;
      }
      if (event.type === 'countersigned') {
        if (signedBy === personId) {
          refuse(event, 'same-person');
          continue;
        }
        await db.query(
          'update run set countersigned_at = coalesce(countersigned_at, now()), countersigned_by = coalesce(countersigned_by, $2) where id = $1',
          [runId, personId]
        );
        await close(db, run.jobId, personId);
      }
      seq += 1;
      // One after the other also where the server's clock has to stand for the bench's.
      const took = new Date(now + seq - before).toISOString();
      const isWrong = clockIsWrong(event.at, took, run.startedAt.toISOString()) || event.at < counted;
      if (isWrong) counted = took;
      await db.query(
        'insert into run_event (month, run_id, seq, id, at, person_id, body, took_at) values ($1, $2, $3, $4, $5, $6, $7, $8)',
        [month, runId, seq, event.id, event.at, personId, body, isWrong ? took : null]
      );
      known.add(event.id);
      there.set(event.id, (other) => other === body);
      events.push({ ...event, by: mine, ...(isWrong ? { took } : {}) });
      if (event.type === 'replanned') for (const s of event.plan.steps) if (!steps.has(s.id)) steps.set(s.id, s);
    }
    if (refused.length > 0) throw new Refused();
    if (seq > before) {
      const inForce = planInForce(plan, events);
      const { stepsDone, found, readings } = runFigures(model, inForce, fold(model, plan, events));
      await db.query('update run set steps_done = $2, found = $3, readings = $4 where id = $1', [
        runId,
        stepsDone,
        JSON.stringify(found),
        JSON.stringify(readings)
      ]);
      if (sent.some((e) => e.type === 'replanned' || e.type === 'undo'))
        await db.query('update run set plan_now = $2 where id = $1', [
          runId,
          inForce === plan ? null : JSON.stringify(inForce)
        ]);
    }
    if (seq > before && signedBy !== null) await recordChanged(db, runId);
    // Told when this commits, and not before.
    if (seq > before) await db.query('select pg_notify($1, $2)', [RUN_CHANNEL, runId]);
    return { ok: true, seq };
  }).catch((error: unknown): Appended => {
    if (error instanceof Refused) return refusal(refused);
    throw error;
  });
}

/** The plan that a run was started with never changes: each is read from the database, and from its text, once. */
const planOf = kept(100, async (runId: string, db: Queryable): Promise<Plan | undefined> => {
  const { rows } = await db.query('select plan from run where id = $1', [runId]);
  return rows[0] && packed(asNow(rows[0].plan));
});

/** Of events that a run has already, by their ids: whether they are recorded as they are sent now. */
async function thereAlready(
  db: Queryable,
  runId: string,
  month: string,
  sent: readonly RunEvent[]
): Promise<Map<string, (body: string) => boolean>> {
  if (sent.length === 0) return new Map();
  const { rows } = await db.query(
    `select e.id, e.body = s.body as "isSame"
       from unnest($3::uuid[], $4::jsonb[]) s (id, body) join run_event e on e.month = $2 and e.run_id = $1 and e.id = s.id`,
    [runId, month, sent.map((e) => e.id), sent.map(({ by: _by, took: _took, ...event }) => JSON.stringify(event))]
  );
  return new Map(rows.map((r: { id: string; isSame: boolean }) => [r.id, () => r.isSame]));
}

/** Closes a job: what was set aside for it is used up. */
async function close(db: Queryable, jobId: string, by: string): Promise<void> {
  await db.query(
    `update job set closed_at = coalesce(closed_at, now()), waits = 'nothing', waits_until = null where id = $1`,
    [jobId]
  );
  await useReserved(db, jobId, by);
}

/** A draft that a run followed without a finding is checked by it; the run of its own recording followed nothing. */
async function checkedBy(db: Queryable, run: string, by: string, state: RunState): Promise<void> {
  if (!isClean(state)) return;
  const { rows } = await db.query<{ fileId: number }>(
    `select m.id::int as "fileId" from run r join machine_file m on m.id = r.machine_file_id
      where r.id = $1 and ${standingOf('m')} = 'draft' and not exists (select from recording c where c.job_id = r.job_id)`,
    [run]
  );
  if (rows[0] && !powerGap((await machineDocument(db, rows[0].fileId))!.machine))
    await stand(db, { fileId: rows[0].fileId, standing: 'checked', by, run });
}

class Refused extends Error {}

/** What was not as the plan has it in all runs on any file of a machine, by the file that was worked by; what was taken back left out. */
export async function differedOnMachine(
  db: Queryable,
  machineId: string
): Promise<{ fileId: number; differed: Differed[] }[]> {
  const { rows } = await db.query<Differed & { fileId: number }>(
    `select m.id::int as "fileId", e.body ->> 'step' as step, e.body ->> 'what' as what, count(distinct e.run_id)::int as times,
            coalesce(array_agg(distinct e.body ->> 'note') filter (where e.body ->> 'note' <> ''), '{}') as notes
       from run r join machine_file m on m.id = r.machine_file_id join run_event e on e.month = r.month and e.run_id = r.id
      where m.machine_id = $1 and r.differed and e.body ->> 'type' = 'not-so'
        and not exists (select from run_event u where u.month = e.month and u.run_id = e.run_id and u.body ->> 'type' = 'undo' and u.body ->> 'event' = e.id::text)
      group by 1, 2, 3 order by times desc, step, what limit 200`,
    [machineId]
  );
  const byFile = new Map<number, Differed[]>();
  for (const { fileId, ...differed } of rows) byFile.set(fileId, [...(byFile.get(fileId) ?? []), differed]);
  return [...byFile].map(([fileId, differed]) => ({ fileId, differed }));
}

/** What held parts of a machine in all runs on any of its files, the most frequent first; what was taken back left out. */
export async function foundOnMachine(db: Queryable, machineId: string): Promise<FoundBefore[]> {
  const { rows } = await db.query(
    `select f ->> 'part' as part, f ->> 'suspect' as suspect, count(*)::int as times
       from run r join machine_file m on m.id = r.machine_file_id, jsonb_array_elements(r.found) f
      where m.machine_id = $1 and r.found <> '[]' group by 1, 2 order by times desc, part, suspect limit 200`,
    [machineId]
  );
  return rows;
}
