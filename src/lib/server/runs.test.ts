import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { demoText } from '$core/testing/machines';
import { modelOf, type Machine } from '$core/machine';
import { accessOf } from '$core/access';
import { plan, type Goal } from '$core/plan';
import { continued, fold, fromHere, type RunEvent } from '$core/run';
import { pool } from './database';
import { addJob, findJob, keepPlan, listJobs } from './jobs';
import { importMachine, listMachines, machineDocument } from './machines';
import { addPerson } from './people';
import { appendEvents, eventsOf, findRun, foundOnMachine, PlanChanged, startRun, type Run } from './runs';
import { keepSpare, moveStock } from './spares';
import { shopTimes } from './times';
import { Spare } from '$core/spares';
import { RunFeed } from './run-feed';
import { STANDARD_SETTINGS } from '$core/job';
import { saveSettings } from './shop';
import { freshDatabase } from './testing/database';

let database: Awaited<ReturnType<typeof freshDatabase>>;
let tam: string;
let fileId: number;
let machine: Machine;
let hash: string;

beforeAll(async () => {
  database = await freshDatabase();
  tam = await addPerson(pool(), { signIn: 'tam', name: 'Tam Okello', role: 'technician' }, 'a long enough password');
  const imported = await importMachine(pool(), demoText(), tam);
  if (!imported.ok) throw new Error('the demo machine has faults');
  fileId = imported.row.fileId;
  ({ machine, hash } = (await machineDocument(pool(), fileId))!);
});
afterAll(() => database.drop());

async function newRun(): Promise<{ run: Run; number: number }> {
  const number = await addJob({ fileId, customer: 'MS Terna', serial: '', complaint: '', goals: [{ do: 'replace', part: 'fan' }], work: 'Replace fan', dueOn: null }, { by: tam });
  const job = (await findJob(pool(), number))!;
  return { run: (await findRun(pool(), await startRun(pool(), job, tam)))!, number };
}
let clock = Date.now();
const event = (body: Record<string, unknown>) => ({ id: randomUUID(), at: new Date((clock += 10)).toISOString(), ...body }) as RunEvent;
const append = (run: Run, events: RunEvent[]) => appendEvents(run.id, machine, hash, events, tam);
const answerAll = (run: Run, change: Record<string, object> = {}) =>
  run.plan.steps.map((s) => event({ ...(s.leg === 'prove' ? { type: 'tested', outcome: 'pass' } : { type: 'done', ...(s.count === undefined ? {} : { count: s.count }) }), step: s.id, ...change[s.id] }));

describe('events', () => {
  it('are taken once, however often and in whatever pieces they are sent', async () => {
    const { run } = await newRun();
    const events = answerAll(run).slice(0, 8);
    expect(await append(run, events.slice(0, 5))).toEqual({ ok: true, seq: 5 });
    expect(await append(run, events)).toEqual({ ok: true, seq: 8 });
    expect(await append(run, events)).toEqual({ ok: true, seq: 8 });
    const recorded = (await eventsOf(pool(), run.id)).events;
    expect(recorded.map((e) => e.id)).toEqual(events.map((e) => e.id));
    expect(recorded[0]!.by).toBe('Tam Okello');
    expect((await eventsOf(pool(), run.id, 6)).events.length).toBe(2);
  });

  it('sent by many at once are still taken once', async () => {
    const { run } = await newRun();
    const events = answerAll(run).slice(0, 10);
    const answers = await Promise.all(Array.from({ length: 8 }, (_, i) => append(run, i % 2 ? events : [...events].reverse())));
    expect(answers.every((a) => a.ok)).toBe(true);
    const { rows } = await pool().query('select count(*)::int as n, max(seq)::int as last from run_event where run_id = $1', [run.id]);
    expect(rows[0]).toEqual({ n: 10, last: 10 });
  });

  it('of a known id with other contents are refused, and nothing of the batch is taken', async () => {
    const { run } = await newRun();
    const [first, second] = answerAll(run) as [RunEvent, RunEvent];
    await append(run, [first]);
    expect(await append(run, [second, { ...first, type: 'note', text: 'changed' } as RunEvent])).toMatchObject({ ok: false, refused: [{ why: 'changed', event: first.id }] });
    expect((await eventsOf(pool(), run.id)).events.length).toBe(1);
    const other = await newRun();
    expect(await append(other.run, [first])).toMatchObject({ ok: false, refused: [{ why: 'changed' }] });
  });

  it('can be neither changed nor deleted in the database', async () => {
    const { run } = await newRun();
    await append(run, answerAll(run).slice(0, 1));
    await expect(pool().query('update run_event set seq = 9 where run_id = $1', [run.id])).rejects.toThrow(/permission denied/);
    await expect(pool().query('delete from run_event where run_id = $1', [run.id])).rejects.toThrow(/permission denied/);
    await expect(pool().query('truncate run_event')).rejects.toThrow(/permission denied/);
    await expect(pool().query("update machine_file set model = 'x'")).rejects.toThrow(/permission denied/);
  });
});

describe('signing', () => {
  it('closes a run whose ledger is at zero, and then takes nothing more', async () => {
    const { run, number } = await newRun();
    const signed = event({ type: 'signed' });
    expect(await append(run, [...answerAll(run), signed])).toMatchObject({ ok: true });
    expect((await findJob(pool(), number))!.stage).toBe('closed');
    expect(await append(run, [signed])).toMatchObject({ ok: true });
    expect(await append(run, [event({ type: 'note', text: 'late' })])).toMatchObject({ ok: false, refused: [{ why: 'signed' }] });
    const state = fold(modelOf(machine), run.plan, (await eventsOf(pool(), run.id)).events);
    expect(state.ledger.every((l) => l.inHand === 0)).toBe(true);
    expect(state.signed?.by).toBe('Tam Okello');
  });

  it('is refused with one screw fewer until it is said what became of it', async () => {
    const { run, number } = await newRun();
    await append(run, answerAll(run, { 'up/joint:fan-screws': { count: 1 } }));
    const signed = event({ type: 'signed' });
    expect(await append(run, [signed])).toMatchObject({ ok: false, refused: [{ why: 'not-closed', obstacles: [{ kind: 'screws', at: 'fan-screws' }] }] });
    expect((await findJob(pool(), number))!.stage).toBe('on-bench');
    expect(await append(run, [event({ type: 'account', joint: 'fan-screws', fate: 'lost', count: 1 }), event({ type: 'signed' })])).toMatchObject({ ok: true });
  });
});

describe('runs and jobs', () => {
  it('a job that is started twice at once has one run', async () => {
    const number = await addJob({ fileId, customer: 'MS Sule', serial: '', complaint: '', goals: [{ do: 'replace', part: 'ssd' }], work: 'Replace SSD', dueOn: '2026-12-01' }, { by: tam });
    const job = (await findJob(pool(), number))!;
    const ids = await Promise.all([startRun(pool(), job, tam), startRun(pool(), job, tam), startRun(pool(), job, tam)]);
    expect(new Set(ids).size).toBe(1);
    expect((await findJob(pool(), number))!).toMatchObject({ stage: 'on-bench', dueOn: '2026-12-01', startedBy: 'Tam Okello' });
  });

  it('a run stays with the machine file it was planned on when a newer one comes', async () => {
    const { run, number } = await newRun();
    const newer = JSON.parse(demoText());
    newer.revision = 'r3';
    const imported = await importMachine(pool(), JSON.stringify(newer), tam);
    expect(imported).toMatchObject({ ok: true, isNew: true });
    expect((await findRun(pool(), run.id))!.fileId).toBe(fileId);
    expect((await findJob(pool(), number))!.revision).toBe('r2');
    expect((await listMachines(pool())).map((m) => m.revision)).toEqual(['r3', 'r2']);
  });

  it('the same machine file twice is one, and a faulty one is none', async () => {
    const before = (await pool().query('select count(*)::int as n from machine_file')).rows[0].n;
    expect(await importMachine(pool(), JSON.stringify(JSON.parse(demoText()), null, 4), tam)).toMatchObject({ ok: true, isNew: false });
    expect(await importMachine(pool(), '{"format":"eager-wrench/machine@1"}', tam)).toMatchObject({ ok: false });
    expect((await pool().query('select count(*)::int as n from machine_file')).rows[0].n).toBe(before);
  });

  it('the list has what is open, and the closed ones by themselves', async () => {
    const [open, closed] = [await listJobs(pool()), await listJobs(pool(), { closed: true })];
    expect(open.map((j) => [j.stage, j.waits])).toContainEqual(['on-bench', 'working']);
    expect(open.some((j) => j.stage === 'closed')).toBe(false);
    expect(new Set(closed.map((j) => [j.stage, j.waits].join()))).toEqual(new Set(['closed,nothing']));
  });
});

describe('the feed of runs', () => {
  const wait = (check: () => boolean) => vi.waitFor(() => expect(check()).toBe(true), { timeout: 8000, interval: 20 });

  it('tells of every run that grew, of no other, and of nothing that was not committed', async () => {
    const [one, other] = [(await newRun()).run, (await newRun()).run];
    const feed = new RunFeed(database.url);
    const told = { one: 0, other: 0 };
    feed.watch(one.id, () => told.one++);
    const unwatch = feed.watch(other.id, () => told.other++);
    // Once it listens it tells everybody to look.
    await wait(() => told.one > 0 && told.other > 0);
    const before = { ...told };
    await append(one, answerAll(one).slice(0, 2));
    await wait(() => told.one > before.one);
    expect(told.other).toBe(before.other);
    // Known events, and events that are refused, are no news.
    const now = told.one;
    await append(one, [event({ type: 'signed' })]);
    unwatch();
    await append(other, answerAll(other).slice(0, 1));
    await append(one, answerAll(one).slice(2, 3));
    await wait(() => told.one > now);
    expect(told).toEqual({ one: now + 1, other: before.other });
    await feed.close();
  });

  it('takes up again after the database cut it off, and then has everybody look', async () => {
    const { run } = await newRun();
    const feed = new RunFeed(database.url);
    let told = 0;
    feed.watch(run.id, () => told++);
    await wait(() => told > 0);
    const before = told;
    await pool().query("select pg_terminate_backend(pid) from pg_stat_activity where application_name = 'eager-wrench feed' and datname = current_database()");
    await wait(() => told > before);
    const again = told;
    await append(run, answerAll(run).slice(0, 1));
    await wait(() => told > again);
    await feed.close();
  });
});

describe('a change of plan', () => {
  const replanned = async (run: Run, goals: Goal[], events: RunEvent[]) => {
    const access = accessOf(modelOf(machine));
    const state = fold(access.model, run.plan, events);
    const made = plan(access, goals, { hash, from: fromHere([run.plan], state) });
    return event({ type: 'replanned', why: 'more to do', plan: continued(access.model, made, [run.plan], state) });
  };

  it('is in force for all who look, and no more once it is taken back', async () => {
    const { run, number } = await newRun();
    const done = answerAll(run).slice(0, 6);
    await append(run, done);
    const change = await replanned(run, [{ do: 'replace', part: 'fan' }, { do: 'replace', part: 'ssd' }], done);
    expect((await append(run, [change])).ok).toBe(true);
    const now = (await findRun(pool(), run.id))!;
    expect(now.plan).toEqual(run.plan);
    expect(now.planNow.steps.length).toBeGreaterThan(run.plan.steps.length);
    expect(await findJob(pool(), number)).toMatchObject({ steps: now.planNow.steps.length, stepsDone: 6 });
    // A step of an earlier plan that this one no longer has does not count.
    expect(await append(run, [event({ type: 'done', step: 'down/joint:no-longer-there' })])).toMatchObject({ ok: false, refused: [{ why: 'strange' }] });
    expect(await findJob(pool(), number)).toMatchObject({ stepsDone: 6 });
    await append(run, [event({ type: 'undo', event: change.id })]);
    expect((await findRun(pool(), run.id))!.planNow).toEqual(run.plan);
  });

  it('that is not one of this machine is refused', async () => {
    const { run } = await newRun();
    const strange = structuredClone(run.plan);
    strange.steps[3] = { ...strange.steps[3]!, joint: 'nothing-here' };
    expect(await append(run, [event({ type: 'replanned', why: 'x', plan: strange })])).toMatchObject({ ok: false, refused: [{ why: 'other-machine' }] });
    expect(await append(run, [event({ type: 'replanned', why: 'x', plan: { ...run.plan, machine: { ...run.plan.machine, hash: '0'.repeat(64) } } })])).toMatchObject({ ok: false, refused: [{ why: 'other-machine' }] });
    expect((await eventsOf(pool(), run.id)).events).toEqual([]);
  });
});

describe('a second signature', () => {
  it('is another person\u2019s, and closes the job where the shop wants two', async () => {
    const ines = await addPerson(pool(), { signIn: 'ines', name: 'Ines Havgaard', role: 'lead' }, 'a long enough password');
    await saveSettings(pool(), { ...STANDARD_SETTINGS, secondSignature: true }, null);
    try {
      const { run, number } = await newRun();
      const stage = async () => (await findJob(pool(), number))!.stage;
      expect(await append(run, [event({ type: 'countersigned' })])).toMatchObject({ ok: false, refused: [{ why: 'not-signed' }] });
      expect((await append(run, [...answerAll(run), event({ type: 'signed' })])).ok).toBe(true);
      expect(await stage()).toBe('signed');
      expect(await append(run, [event({ type: 'countersigned' })])).toMatchObject({ ok: false, refused: [{ why: 'same-person' }] });
      expect(await append(run, [event({ type: 'note', text: 'late' })])).toMatchObject({ ok: false, refused: [{ why: 'signed' }] });
      expect(await append(run, [event({ type: 'corrected', text: 'Fan of lot 4.' })])).toMatchObject({ ok: true });
      expect(await appendEvents(run.id, machine, hash, [event({ type: 'countersigned' })], ines)).toMatchObject({ ok: true });
      expect(await stage()).toBe('closed');
      const state = fold(modelOf(machine), run.plan, (await eventsOf(pool(), run.id)).events);
      expect([state.signed?.by, state.countersigned?.by, state.corrections.length]).toEqual(['Tam Okello', 'Ines Havgaard', 1]);
    } finally {
      await saveSettings(pool(), STANDARD_SETTINGS, null);
    }
  });
});

describe('what held a part', () => {
  it('is known to later runs on such machines, unless it was taken back', async () => {
    const { run } = await newRun();
    const found = (suspect: string, is = true) => event({ type: 'looked', part: 'fan', suspect, found: is });
    const mistaken = found('fan-plug');
    await append(run, [found('fan-screws'), found('heat-sink-screws', false), mistaken, event({ type: 'undo', event: mistaken.id })]);
    const { run: other } = await newRun();
    await append(other, [found('fan-screws')]);
    expect(await foundOnMachine(pool(), machine.id)).toEqual([{ part: 'fan', suspect: 'fan-screws', times: 2 }]);
    expect(await foundOnMachine(pool(), 'another-machine')).toEqual([]);
  });
});

describe('what is refused', () => {
  it('is named one by one, and the rest can be sent without it', async () => {
    const { run } = await newRun();
    const good = answerAll(run).slice(0, 3);
    const bad = [
      event({ type: 'done', step: 'down/joint:none-such' }), event({ type: 'account', joint: 'none-such', fate: 'lost', count: 1 }), event({ type: 'account', joint: 'fan-plug', fate: 'lost', count: 1 }),
      event({ type: 'looked', part: 'none-such', suspect: 'fan-screws', found: true }), event({ type: 'looked', part: 'fan', suspect: 'none-such', found: true }), event({ type: 'swapped', part: 'none-such', old: {}, new: {} }),
      event({ type: 'moved-over', part: 'fan', to: 'none-such' }), event({ type: 'undo', event: randomUUID() }), event({ type: 'settled', step: run.plan.steps[0]!.id, event: randomUUID() }),
      event({ type: 'torqued', step: 'down/joint:fan-screws', hole: 99, pass: 0, nm: 0.2 })
    ];
    const answer = await append(run, [good[0]!, ...bad, good[1]!, good[2]!]);
    expect(answer.ok).toBe(false);
    if (!answer.ok) {
      expect(answer.refused.map((r) => [r.event, r.why])).toEqual(bad.map((e) => [e.id, 'strange']));
      expect(answer.refused.every((r) => r.message.length > 20)).toBe(true);
    }
    expect((await eventsOf(pool(), run.id)).events).toEqual([]);
    expect(await append(run, good)).toEqual({ ok: true, seq: 3 });
  });
  it('of a signed run may be added to it, and changes nothing of what was signed', async () => {
    const { run } = await newRun();
    const late = event({ type: 'note', text: 'Dust in the fan.' });
    await append(run, [...answerAll(run), event({ type: 'signed' })]);
    expect(await append(run, [late])).toMatchObject({ ok: false, refused: [{ why: 'signed', event: late.id }] });
    expect(await append(run, [event({ type: 'added', event: late })])).toMatchObject({ ok: true });
    const state = fold(modelOf(machine), run.plan, (await eventsOf(pool(), run.id)).events);
    expect(state.findings).toEqual([]);
    expect(state.additions).toMatchObject([{ by: 'Tam Okello', fact: { id: late.id, text: 'Dust in the fan.' } }]);
    expect(await append(run, [event({ type: 'added', event: event({ type: 'done', step: 'down/joint:none-such' }) })])).toMatchObject({ ok: false, refused: [{ why: 'strange' }] });
  });
});

describe('a clock that is wrong', () => {
  it('is noticed, marked, and shifts nothing of what follows', async () => {
    const { run } = await newRun();
    clock = Date.now() - 5000;
    const steps = answerAll(run).slice(0, 6);
    // The third was recorded by a clock of the year 2999, the fourth by one of before the run; what was sent in one batch stays in its order.
    const odd = steps.map((e, i) => (i === 2 ? { ...e, at: '2999-06-01T00:00:00.000Z' } : i === 3 ? { ...e, at: '2001-01-01T00:00:00.000Z' } : e));
    await append(run, odd.slice(0, 4));
    clock = Date.now() + 20;
    await append(run, odd.slice(4).map((e, i) => ({ ...e, at: new Date(clock + i).toISOString() })));
    const { events } = await eventsOf(pool(), run.id);
    expect(events.map((e) => e.took !== undefined)).toEqual([false, false, true, true, false, false]);
    const state = fold(modelOf(machine), run.plan, events);
    expect(state.position).toBe(6);
    expect(Object.keys(state.steps)).toEqual(steps.map((e) => 'step' in e && e.step));
    expect(state.wrongClocks.map((w) => w.said.slice(0, 4))).toEqual(['2999', '2001']);
    expect(state.lastAt! < new Date(Date.now() + 60_000).toISOString()).toBe(true);
    expect(state.activeSeconds).toBeLessThan(60);
  });
});

describe('starting and saving a plan at once', () => {
  it('a run is of the plan that stands, or it is not begun', async () => {
    for (let round = 0; round < 8; round++) {
      const { id, number } = await (async () => {
        const number = await addJob({ fileId, customer: 'MS Sule', serial: '', complaint: '', goals: [{ do: 'replace', part: 'fan' }], work: 'Replace fan', dueOn: null }, { by: tam });
        return (await findJob(pool(), number))!;
      })();
      const job = (await findJob(pool(), number))!;
      const other: Goal[] = [{ do: 'replace', part: round % 2 ? 'ssd' : 'keyboard' }];
      const [started, kept] = await Promise.allSettled([startRun(pool(), job, tam), keepPlan(id, { goals: other, weighting: 'part-by-part', avoid: [], work: 'Other' })]);
      const now = (await findJob(pool(), number))!;
      if (started.status === 'fulfilled') expect((await findRun(pool(), started.value))!.plan.goals).toEqual(now.goals);
      else expect(started.reason).toBeInstanceOf(PlanChanged);
      expect(kept).toMatchObject({ status: 'fulfilled' });
    }
  });
});

it('what is said twice under one id counts once, also at the same moment, and for nobody else', async () => {
  const id = randomUUID();
  const job = () => addJob({ fileId, customer: 'MS Once', serial: '', complaint: '', goals: [], work: 'x', dueOn: null }, { by: tam, once: id });
  const numbers = await Promise.all([job(), job(), job(), job()]);
  expect(new Set(numbers).size).toBe(1);
  expect((await pool().query(`select count(*)::int as n from job where customer = 'MS Once'`)).rows[0].n).toBe(1);
  const other = await addPerson(pool(), { signIn: 'other', name: 'Other', role: 'technician' }, 'a long enough password');
  await expect(addJob({ fileId, customer: 'MS Once', serial: '', complaint: '', goals: [], work: 'x', dueOn: null }, { by: other, once: id })).rejects.toMatchObject({ status: 409 });
  await keepSpare(pool(), Spare.parse({ number: 'ONCE-1', name: 'Fan', kind: 'part' }), 100, tam);
  const refusedFirst = randomUUID();
  expect(await moveStock('ONCE-1', 'Drawer', -1, 'taken', { by: tam, once: refusedFirst })).toMatchObject({ ok: false });
  const counted = randomUUID();
  for (let i = 0; i < 3; i++) expect(await moveStock('ONCE-1', 'Drawer', 5, 'bought', { by: tam, once: counted })).toEqual({ ok: true });
  // What was refused may be asked for again under its id.
  expect(await moveStock('ONCE-1', 'Drawer', -1, 'taken', { by: tam, once: refusedFirst })).toEqual({ ok: true });
  expect((await pool().query(`select quantity from stock where number = 'ONCE-1'`)).rows[0].quantity).toBe(4);
});

it('what signed runs came to is what later plans go by', async () => {
  const before = await shopTimes(pool());
  for (let i = 0; i < 4; i++) {
    const { run } = await newRun();
    const from = Date.now() - 3 * 3_600_000;
    await pool().query('update run set started_at = $2 where id = $1', [run.id, new Date(from)]);
    let at = from;
    // Everything takes twice its standard time.
    const slow = run.plan.steps.map((s) => ({ ...event({ ...(s.leg === 'prove' ? { type: 'tested', outcome: 'pass' } : { type: 'done', ...(s.count === undefined ? {} : { count: s.count }) }), step: s.id }), at: new Date((at += s.seconds * 2000)).toISOString() }) as RunEvent);
    expect(await append(run, [...slow, { ...event({ type: 'signed' }), at: new Date(at + 1000).toISOString() }])).toMatchObject({ ok: true });
  }
  const after = await shopTimes(pool());
  expect(before.pace['open screws'] ?? 1).toBeLessThan(1.2);
  expect(after.pace['open screws']).toBeGreaterThan(1.3);
  expect(after.pace.move).toBeGreaterThan(1.5);
});
