import { randomUUID } from 'node:crypto';
import { error } from '@sveltejs/kit';
import { begunMachine, RecordingEvent } from '$core/recording';
import { contentHash } from '$core/machine';
import type { Said } from '$core/language';
import { refusal, type Problem, type Result } from '$core/result';
import { message } from '$lib/words';
import type { Messages } from '$lib/words/messages';
import { once, type Asking } from '../database/once';
import { pool, transaction, type Queryable } from '../database/pool';
import { here } from '../http/here';
import { RUN_CHANNEL } from '../bench/run-feed';
import { insertJob, type NewJob } from '../jobs/jobs';
import { keepFile } from '../library/machines';
import { namesOf } from '../sign-in/people';

export interface RecordingRow {
  id: string;
  jobId: string;
  closedAt: string | null;
}

export async function findRecording(db: Queryable, id: string): Promise<RecordingRow | undefined> {
  const { rows } = await db.query(
    'select id, job_id as "jobId", closed_at as "closedAt" from recording where id = $1',
    [id]
  );
  return rows[0] && { ...rows[0], closedAt: rows[0].closedAt?.toISOString() ?? null };
}

type Of<T extends RecordingEvent['type']> = Omit<Extract<RecordingEvent, { type: T }>, 'id' | 'at' | 'by' | 'type'>;

/** The work of a job whose machine nobody has drawn yet. */
const TO_RECORD: Said = message('server.recordTheMachine');

/** Opens a job on a machine that is not in the library: its recording begins with the body and the faces that every notebook has. */
export async function beginRecording(
  job: Omit<NewJob, 'fileId' | 'goals' | 'work'>,
  about: Of<'started'>,
  faces: readonly Of<'faced'>[],
  asking: Asking
): Promise<number> {
  const events = [
    { type: 'started', ...about },
    ...faces.map((face) => ({ type: 'faced', ...face })),
    // The first one lies up.
    { type: 'faced', ...faces[0]! }
  ].map((event, i) => RecordingEvent.parse({ id: randomUUID(), at: new Date(Date.now() + i).toISOString(), ...event }));
  return once(asking, 'recording', async (db) => {
    const machine = begunMachine(about, faces);
    const { row } = await keepFile(db, { machine, hash: contentHash(machine) }, asking.by, 'begun');
    const { id: jobId, number } = await insertJob(
      db,
      { ...job, fileId: row.fileId, goals: [], work: TO_RECORD },
      asking.by
    );
    const recording = randomUUID();
    await db.query('insert into recording (id, job_id, started_by) values ($1, $2, $3)', [recording, jobId, asking.by]);
    await insert(db, recording, events, 0, asking.by);
    return number;
  });
}

async function insert(
  db: Queryable,
  recording: string,
  events: readonly RecordingEvent[],
  after: number,
  by: string
): Promise<void> {
  for (const [i, event] of events.entries())
    await db.query(
      'insert into recording_event (recording_id, seq, id, at, person_id, body) values ($1, $2, $3, $4, $5, $6)',
      [recording, after + i + 1, event.id, event.at, by, JSON.stringify(event)]
    );
}

/** Events of a recording in the order in which they arrived; `by` is the person's display name. */
export async function eventsOfRecording(
  db: Queryable,
  id: string,
  after = 0,
  limit?: number
): Promise<{ events: RecordingEvent[]; seq: number }> {
  const { rows } = await db.query<{ seq: number; person: string; body: RecordingEvent }>(
    'select seq::int as seq, person_id as person, body from recording_event where recording_id = $1 and seq > $2 order by seq limit $3',
    [id, after, limit ?? null]
  );
  const names = await namesOf(db, [...new Set(rows.map((r) => r.person))]);
  return {
    events: rows.map(({ person, body }) => ({ ...body, by: names.get(person) ?? 'unknown' })),
    seq: rows.at(-1)?.seq ?? after
  };
}

/** Why an event is not taken; its place is the event's id. */
export interface EventNotTaken extends Problem {
  code: 'changed' | 'closed' | 'too-many';
}
const WORDS = {
  changed: 'server.eventChanged',
  closed: 'server.recordingClosed',
  'too-many': 'server.recordingFull'
} as const satisfies Record<EventNotTaken['code'], keyof Messages>;

/** A day's teardown has some hundreds. */
const MOST_EVENTS = 20_000;

/**
 * Takes each event once. Sent again it changes nothing; another event under a known id is refused, and so is whatever comes after the way
 * back up has begun. All or none of the events are taken; each one refused is named, so that the others can be sent without them.
 */
export async function appendRecorded(
  id: string,
  sent: readonly RecordingEvent[],
  person: string
): Promise<Result<{ seq: number }, EventNotTaken>> {
  return transaction(async (db) => {
    const { rows } = await db.query('select closed_at as "closedAt" from recording where id = $1 for update', [id]);
    const isClosed = rows[0].closedAt !== null;
    const before: number = (
      await db.query('select coalesce(max(seq), 0)::int as seq from recording_event where recording_id = $1', [id])
    ).rows[0].seq;
    const bodies = sent.map(({ by: _by, ...event }) => event);
    const known = await db.query<{ id: string; recording: string; same: boolean }>(
      `select e.id, e.recording_id as recording, e.body = s.body as same
         from jsonb_array_elements($1::jsonb) s(body) join recording_event e on e.id = (s.body ->> 'id')::uuid`,
      [JSON.stringify(bodies)]
    );
    const there = new Map(known.rows.map((r) => [r.id, r.recording === id && r.same]));
    const fresh = bodies.filter((e, i) => !there.has(e.id) && bodies.findIndex((f) => f.id === e.id) === i);
    const refused: EventNotTaken[] = [];
    const refuse = (event: { id: string }, code: EventNotTaken['code']) =>
      refused.push({ code, place: event.id, message: message(WORDS[code]), severity: 'error' });
    for (const event of bodies) if (there.get(event.id) === false) refuse(event, 'changed');
    if (isClosed) for (const event of fresh) refuse(event, 'closed');
    else for (const event of fresh.slice(Math.max(0, MOST_EVENTS - before))) refuse(event, 'too-many');
    if (refused.length > 0) return refusal(refused);
    await insert(db, id, fresh, before, person);
    // Told when this commits, and not before.
    if (fresh.length > 0) await db.query('select pg_notify($1, $2)', [RUN_CHANNEL, id]);
    return { ok: true, seq: before + fresh.length };
  });
}

/** The recording that an address names. @throws 404 when there is none */
export async function recordingOfPage({ recording }: { recording: string }): Promise<RecordingRow> {
  const found = await findRecording(pool(), recording);
  if (!found) error(404, here().t('server.thereIsNoSuchRecording'));
  return found;
}
