import { here } from '$lib/server/http/here';
import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { error, type Cookies } from '@sveltejs/kit';
import { currentStep, fold } from '$core/run';
import { modelOf } from '$core/machine';
import { refused, whyNot, type Result } from '$core/result';
import type { Queryable } from '../database/pool';
import { machineDocument } from '../library/machines';
import { hashOf } from '../sign-in/tokens';
import { keepPhoto, writtenAnew } from './photos';
import { appendEvents, eventsOf, findRun } from './runs';

export const CAMERA_COOKIE = 'eager_wrench_camera';
/** So long a code on the bench's screen opens the camera, minutes: from reaching for the phone to the end of a step. */
export const CAMERA_MINUTES = 15;

/**
 * A key for one phone beside one bench: it takes pictures of this run in this person's name, and nothing else, for a short time.
 * A newer one takes the place of the one before.
 * @returns the key, which only the phone keeps
 */
export async function openCamera(
  db: Queryable,
  runId: string,
  personId: string
): Promise<{ token: string; expiresAt: string }> {
  const token = randomBytes(24).toString('base64url');
  await db.query('delete from camera where expires_at < now() or (run_id = $1 and person_id = $2)', [runId, personId]);
  const { rows } = await db.query(
    `insert into camera (token_hash, run_id, person_id, expires_at) values ($1, $2, $3, now() + make_interval(mins => $4)) returning expires_at as at`,
    [hashOf(token), runId, personId, CAMERA_MINUTES]
  );
  return { token, expiresAt: rows[0].at.toISOString() };
}

/** What a phone may take pictures of, and in whose name. */
export interface Camera {
  runId: string;
  personId: string;
  person: string;
  job: number;
  expiresAt: string;
}

/** @returns undefined when the key is over, the run is signed, or its person may not work any more */
export async function cameraOf(db: Queryable, token: string): Promise<Camera | undefined> {
  const { rows } = await db.query(
    `select c.run_id as "runId", c.person_id as "personId", p.display_name as person, j.number::int as job, c.expires_at as "expiresAt"
       from camera c join person p on p.id = c.person_id join run r on r.id = c.run_id join job j on j.id = r.job_id
      where c.token_hash = $1 and c.expires_at > now() and r.signed_at is null and p.disabled_at is null and p.role in ('technician', 'lead')`,
    [hashOf(token)]
  );
  return rows[0] && { ...rows[0], expiresAt: rows[0].expiresAt.toISOString() };
}

/** @throws 410 when what a phone keeps opens nothing, or nothing any more */
export async function cameraFrom(db: Queryable, cookies: Cookies): Promise<Camera> {
  const token = cookies.get(CAMERA_COOKIE);
  return (token && (await cameraOf(db, token))) || error(410, cameraIsOver());
}
export const cameraIsOver = (): string => here().t('server.cameraOver');

/** The run as far as a picture of it needs: its machine, and the step in hand. */
async function atHand(db: Queryable, { runId }: Camera) {
  const run = (await findRun(db, runId))!;
  const file = (await machineDocument(db, run.fileId))!;
  const { events } = await eventsOf(db, runId);
  const state = fold(modelOf(file.machine), run.plan, events);
  return { file, step: currentStep(run.planNow, state) };
}

/** The step in hand, in words; undefined when all steps are answered. */
export async function stepAtHand(db: Queryable, camera: Camera): Promise<string | undefined> {
  const { step } = await atHand(db, camera);
  return step && here().told(step.text);
}

/** Takes a picture of the step in hand: the record says so, and then the picture is kept. @returns the picture's id */
export async function takePicture(db: Queryable, camera: Camera, bytes: Buffer): Promise<Result<{ photo: string }>> {
  // What is no picture is not recorded either.
  const read = await writtenAnew(bytes, camera.personId);
  if (!read.ok) return refused('not-a-photo', whyNot(read));
  const { file, step } = await atHand(db, camera);
  const photo = randomUUID();
  const recorded = await appendEvents(
    camera.runId,
    file.machine,
    file.hash,
    [
      {
        type: 'photo',
        id: randomUUID(),
        at: new Date().toISOString(),
        photo,
        sha256: createHash('sha256').update(bytes).digest('hex'),
        ...(step ? { step: step.id } : {})
      }
    ],
    camera.personId
  );
  if (!recorded.ok) return refused('not-recorded', whyNot(recorded));
  const kept = await keepPhoto(db, { id: photo, album: { run: camera.runId }, person: camera.personId, bytes });
  return kept.ok ? { ok: true, photo } : refused('not-kept', whyNot(kept));
}
