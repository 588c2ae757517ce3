import { randomUUID } from 'node:crypto';
import type { Goal } from '$core/goals';
import { contentHash, modelOf, powerGap, type Machine } from '$core/machine';
import { planRequest } from '$core/plan';
import {
  foldRecording,
  fromRecord,
  goalOfRecord,
  stepsDone,
  stepsOfPhotos,
  type Missing,
  type RecordingEvent
} from '$core/recording';
import { refused, type Result } from '$core/result';
import type { RunEvent } from '$core/run';
import { FIRST_WEIGHTING } from '$core/solve';
import { jobWords, POWER_GAPS } from '$core/words';
import { message } from '$lib/words';
import type { Messages } from '$lib/words/messages';
import { insertRun, monthOf } from '../bench/runs';
import { pool, transaction, type Queryable } from '../database/pool';
import { basisOf } from '../jobs/facts';
import { settleJob } from '../jobs/jobs';
import { keepFile, nextRevision } from '../library/machines';
import { planFor, readRecording } from '../planning/plans';
import { eventsOfRecording, findRecording } from './recordings';

const LACKS = {
  'not-started': 'server.recordLacksBody',
  'no-face': 'server.recordLacksFace',
  'no-part': 'server.recordLacksPart',
  'no-joint': 'server.recordLacksJoint'
} as const satisfies Record<Missing, keyof Messages>;

/**
 * Begins the way back up of what a recording took apart: the file that is made of it is kept as a draft, and the job goes on as a run
 * that stands at its turning point, with the way down as it was recorded. Asked for again it gives the same run.
 * @param replaced parts that are replaced; none where the machine was only looked into
 * @throws PlanningError when there is no way back
 */
export async function goBackUp(id: string, replaced: readonly string[], by: string): Promise<Result<{ run: string }>> {
  const recording = (await findRecording(pool(), id))!;
  const begun = await runOf(pool(), recording.jobId);
  if (begun) return { ok: true, run: begun };
  const { events, seq } = await eventsOfRecording(pool(), id);
  const state = foldRecording(events);
  const reading = await readRecording(events);
  if (reading.missing) return refused('missing', message(LACKS[reading.missing]));
  const gap = powerGap(reading.machine!);
  if (gap) return refused('power', POWER_GAPS[gap]);
  const file = numbered(reading.machine!, await nextRevision(pool(), reading.machine!.id));
  const goals: Goal[] =
    replaced.length > 0 ? replaced.map((part) => ({ do: 'replace', part })) : [goalOfRecord(state) ?? []].flat();
  if (goals.length === 0) return refused('nothing-out', message('server.recordNothingOut'));
  const plan = await planFor(
    planRequest(file, await basisOf(pool(), { id: recording.jobId }), {
      goals,
      weighting: FIRST_WEIGHTING,
      avoid: [],
      from: fromRecord(reading)
    })
  );
  return transaction(async (db) => {
    await db.query('select 1 from recording where id = $1 for update', [id]);
    const there = await runOf(db, recording.jobId);
    if (there) return { ok: true, run: there };
    if ((await eventsOfRecording(db, id, seq)).events.length > 0)
      return refused('grown', message('server.recordGrown'));
    const { row } = await keepFile(db, file, by, 'draft');
    await settleJob(db, recording.jobId, { fileId: row.fileId, goals, work: jobWords(modelOf(file.machine), goals) });
    const run = await insertRun(db, { id: recording.jobId, fileId: row.fileId }, plan, by);
    const done = stepsDone(plan, reading, events);
    const photos = stepsOfPhotos(state, done, events);
    const facts: RunEvent[] = [
      ...done.map(({ step, at, count }): RunEvent => ({
        id: randomUUID(),
        at,
        type: 'done',
        step,
        ...(count === undefined ? {} : { count })
      })),
      ...events.flatMap((e): RunEvent[] => photoFact(e, photos))
    ].sort((a, b) => (a.at < b.at ? -1 : 1));
    const { month } = (await monthOf(run, db))!;
    for (const [i, fact] of facts.entries())
      await db.query(
        'insert into run_event (month, run_id, seq, id, at, person_id, body) values ($1, $2, $3, $4, $5, $6, $7)',
        [month, run, i + 1, fact.id, fact.at, by, JSON.stringify(fact)]
      );
    await db.query('update run set steps_done = $2 where id = $1', [run, done.length]);
    await db.query('update recording set closed_at = now(), machine_file_id = $2 where id = $1', [id, row.fileId]);
    return { ok: true, run };
  });
}

const runOf = async (db: Queryable, jobId: string): Promise<string | undefined> =>
  (await db.query('select id from run where job_id = $1', [jobId])).rows[0]?.id;

function photoFact(event: RecordingEvent, steps: ReadonlyMap<string, string>): RunEvent[] {
  if (event.type !== 'photo') return [];
  const step = steps.get(event.photo);
  return [
    {
      id: randomUUID(),
      at: event.at,
      type: 'photo',
      photo: event.photo,
      ...(event.sha256 === undefined ? {} : { sha256: event.sha256 }),
      ...(event.note ? { note: event.note } : {}),
      ...(step === undefined ? {} : { step })
    }
  ];
}

/** A file under its revision. */
function numbered(machine: Machine, revision: string) {
  const named = { ...machine, revision };
  return { machine: named, hash: contentHash(named) };
}
