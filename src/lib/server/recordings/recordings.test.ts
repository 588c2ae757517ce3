import { createHash, randomUUID } from 'node:crypto';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { checkPlan } from '$core/check';
import { modelOf } from '$core/machine';
import { RecordingEvent } from '$core/recording';
import { currentStep, fold } from '$core/run';
import { demoAccess } from '$core/testing/machines';
import { tearDown } from '$core/testing/teardown';
import { keepPhoto, photoOf } from '../bench/photos';
import { eventsOf, findRun } from '../bench/runs';
import { pool } from '../database/pool';
import { sayOfJob } from '../jobs/facts';
import { findJob, listJobs } from '../jobs/jobs';
import { machinesToChoose } from '../library/choice';
import { machineDocument } from '../library/machines';
import { standingsOf } from '../library/standing';
import { closePlanner } from '../planning/plans';
import { addPerson } from '../sign-in/people';
import { freshDatabase } from '../testing/database';
import { goBackUp } from './back-up';
import { appendRecorded, beginRecording, eventsOfRecording, findRecording } from './recordings';

let database: Awaited<ReturnType<typeof freshDatabase>>;
let tam: string;
beforeAll(async () => {
  database = await freshDatabase();
  tam = await addPerson(pool(), { signIn: 'tam', name: 'Tam Okello', role: 'technician' }, 'a long enough password');
});
afterAll(async () => {
  await closePlanner();
  await database.drop();
});

const FACES = [
  { face: 'underside', name: 'Underside', pose: { up: 'underside', lid: 'closed' } },
  { face: 'topside', name: 'Top side', pose: { up: 'topside', lid: 'open' } }
] as const;
const about = (model: string) => ({
  maker: 'Norrvik',
  model,
  size: { widthMm: 320, depthMm: 225, heightMm: 18 },
  measuredBy: 'ruler' as const,
  rest: { part: 'case', name: 'Case' }
});
async function begin(model: string, once?: string): Promise<{ number: number; recording: string; jobId: string }> {
  const number = await beginRecording(
    { customer: 'MS Terna', serial: '', complaint: '', dueOn: null },
    about(model),
    FACES,
    { by: tam, once }
  );
  const job = (await findJob(pool(), number))!;
  return { number, recording: job.recordingId!, jobId: job.id };
}

const harmless = { cell: 'sound', heat: 'no', liquid: 'no', glass: 'no', adapter: 'sound', dirt: 'no' } as const;

let clock = Date.now();
const event = (body: Record<string, unknown>): RecordingEvent =>
  RecordingEvent.parse({ id: randomUUID(), at: new Date((clock += 10)).toISOString(), ...body });
const note = (text: string) => event({ type: 'note', text });

describe('a job on a machine that is not in the library', () => {
  it('is opened once, begins its recording, and waits for it after the safety questions', async () => {
    const once = randomUUID();
    const { number, recording } = await begin('Unknown', once);
    expect((await begin('Unknown', once)).number).toBe(number);
    const job = (await findJob(pool(), number))!;
    expect(job).toMatchObject({ standing: 'begun', goals: [], model: 'Unknown', stage: 'planned', waits: 'triage' });
    const { events } = await eventsOfRecording(pool(), recording);
    expect(events.map((e) => e.type)).toEqual(['started', 'faced', 'faced', 'faced']);
    expect(events.at(-1)).toMatchObject({ face: 'underside', by: 'Tam Okello' });
    await sayOfJob(job, { is: 'hazards', answers: harmless }, { id: tam, role: 'technician' });
    expect((await findJob(pool(), number))!.waits).toBe('recording');
    expect((await listJobs(pool(), { search: 'unknown record' })).map((j) => j.number)).toEqual([number]);
  });
  it('is no machine that others could be planned on', async () => {
    await begin('Hidden');
    const { machines } = await machinesToChoose(pool(), { search: 'hidden', named: 'Someone Hidden' });
    expect(machines).toEqual([]);
  });
});

describe('what is recorded', () => {
  it('is taken once, in the order in which it came, and told to whoever asks from where on', async () => {
    const { recording } = await begin('Taken');
    const [a, b] = [note('a'), note('b')];
    expect(await appendRecorded(recording, [a, b, a], tam)).toEqual({ ok: true, seq: 6 });
    expect(await appendRecorded(recording, [b], tam)).toEqual({ ok: true, seq: 6 });
    const { events, seq } = await eventsOfRecording(pool(), recording, 5);
    expect([events.map((e) => e.id), seq]).toEqual([[b.id], 6]);
  });
  it('is refused under a known id with other words, here and in another recording, and nothing of the batch is taken', async () => {
    const [one, two] = [await begin('One'), await begin('Two')];
    const known = note('known');
    await appendRecorded(one.recording, [known], tam);
    const other = { ...known, text: 'other' } as RecordingEvent;
    for (const [where, sent] of [
      [one.recording, other],
      [two.recording, known]
    ] as const) {
      const fresh = note('fresh');
      expect(await appendRecorded(where, [fresh, sent], tam)).toMatchObject({
        ok: false,
        problems: [{ code: 'changed', place: known.id }]
      });
      const { events } = await eventsOfRecording(pool(), where);
      expect(events.some((e) => e.id === fresh.id)).toBe(false);
    }
  });
  it('is never changed, not by the application and not by its owner', async () => {
    await expect(pool().query(`update recording_event set body = '{}'`)).rejects.toThrow(/permission denied/);
    await expect(pool().query('delete from machine_standing')).rejects.toThrow(/permission denied/);
  });
});

describe('a picture of a recording', () => {
  const picture = () =>
    sharp({ create: { width: 60, height: 40, channels: 3, background: '#456' } })
      .jpeg()
      .toBuffer();
  it('is kept for who took it, and is no picture of another record', async () => {
    const { recording } = await begin('Pictured');
    const other = await begin('Other');
    const bytes = await picture();
    const photo = randomUUID();
    const keep = (album: { recording: string }) => keepPhoto(pool(), { id: photo, album, person: tam, bytes });
    expect(await keep({ recording })).toMatchObject({ ok: false, problems: [{ code: 'not-recorded' }] });
    const sha256 = createHash('sha256').update(bytes).digest('hex');
    await appendRecorded(recording, [event({ type: 'photo', photo, face: 'underside', sha256 })], tam);
    expect(await keep({ recording })).toEqual({ ok: true });
    expect(await keep({ recording: other.recording })).toMatchObject({ ok: false });
    expect((await photoOf(pool(), { recording }, photo))!.length).toBeGreaterThan(100);
    expect(await photoOf(pool(), { recording: other.recording }, photo)).toBeUndefined();
  });
});

describe('the way back up', () => {
  /** What the test's technician recorded of a machine, up to some parts, in a recording of one's own. */
  async function recorded(moves: number) {
    const { number, recording, jobId } = await begin('Fathom 14');
    const { events } = tearDown(demoAccess('norrvik-fathom-14'), 3);
    const last = events.filter((e) => e.type === 'moved')[moves - 1]!;
    const photo = randomUUID();
    // Told as if it were done now.
    const now = Date.now();
    const sent = events
      .slice(0, events.indexOf(last) + 1)
      .flatMap((e) => (e === last ? [event({ type: 'photo', photo, face: 'face' in e ? e.face : '' }), e] : [e]))
      .map((e, i) => ({ ...e, id: randomUUID(), at: new Date(now + i * 10).toISOString() }));
    const batches = Array.from({ length: Math.ceil(sent.length / 200) }, (_, i) => sent.slice(i * 200, i * 200 + 200));
    for (const batch of batches) expect(await appendRecorded(recording, batch, tam)).toMatchObject({ ok: true });
    return { number, recording, jobId, photo };
  }

  it('goes on as a run of a draft, with the way down as it was recorded, and closes the recording', async () => {
    const { number, recording, photo } = await recorded(5);
    const begun = await goBackUp(recording, [], tam);
    if (!begun.ok) throw new Error(JSON.stringify(begun));
    expect(await goBackUp(recording, [], tam)).toEqual(begun);
    const run = (await findRun(pool(), begun.run))!;
    const { machine, hash } = (await machineDocument(pool(), run.fileId))!;
    expect(run.plan.machine.hash).toBe(hash);
    // What was unplugged loosely was: it stands as it was recorded.
    expect(checkPlan(machine, run.plan, hash).filter((said) => !/^down\/.*: pulls on /.test(said))).toEqual([]);
    const { events } = await eventsOf(pool(), run.id);
    const state = fold(modelOf(machine), run.plan, events);
    expect(state.strange).toEqual([]);
    expect(state.wrongClocks).toEqual([]);
    expect(['swap', 'isolate', 'down']).toContain(currentStep(run.plan, state)!.leg);
    expect(state.photos).toMatchObject([{ photo }]);
    expect(run.plan.steps.map((s) => s.id)).toContain(state.photos[0]!.step);
    const job = (await findJob(pool(), number))!;
    expect(job).toMatchObject({ standing: 'draft', stage: 'on-bench', waits: 'working', fileId: run.fileId });
    expect(job.goals).toHaveLength(1);
    expect(job.stepsDone).toBe(Object.keys(state.steps).length);
    expect((await standingsOf(pool(), run.fileId)).map((s) => [s.standing, s.by])).toEqual([['draft', 'Tam Okello']]);
    expect((await findRecording(pool(), recording))!.closedAt).not.toBeNull();
    expect(await appendRecorded(recording, [note('late')], tam)).toMatchObject({ problems: [{ code: 'closed' }] });
    // The picture arrives after the recording was closed, and is shown at the bench.
    const bytes = await sharp({ create: { width: 9, height: 9, channels: 3, background: '#456' } })
      .jpeg()
      .toBuffer();
    expect(await photoOf(pool(), { run: run.id }, photo)).toBeUndefined();
    expect(await keepPhoto(pool(), { id: photo, album: { recording }, person: tam, bytes })).toMatchObject({
      ok: false
    });
  });
  it('is of one recording only, whoever asks at the same moment', async () => {
    const { recording } = await recorded(3);
    const both = await Promise.all([goBackUp(recording, [], tam), goBackUp(recording, [], tam)]);
    expect(new Set(both.map((b) => b.ok && b.run)).size).toBe(1);
  });
  it('replaces what was broken', async () => {
    const { number, recording } = await recorded(2);
    const { events } = await eventsOfRecording(pool(), recording);
    const out = events.flatMap((e) => (e.type === 'moved' ? [e.part] : [])).at(-1)!;
    expect(await goBackUp(recording, [out], tam)).toMatchObject({ ok: true });
    expect((await findJob(pool(), number))!.goals).toEqual([{ do: 'replace', part: out }]);
  });
  it('says what is missing while there is nothing to go back from', async () => {
    const { recording } = await begin('Empty');
    expect(await goBackUp(recording, [], tam)).toMatchObject({ ok: false, problems: [{ code: 'missing' }] });
  });
});
