import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { demoText } from '$core/testing/machines';
import { modelOf, type Machine } from '$core/machine';
import { accessOf } from '$core/access';
import { plan } from '$core/plan';
import { continued, fold, fromHere, type RunEvent } from '$core/run';
import { STANDARD_SETTINGS } from '$core/job';
import { pool } from '../database/pool';
import { addJob, findJob, listJobs } from '../jobs/jobs';
import { machinesToChoose } from '../library/choice';
import { importMachine } from '../library/machines';
import { addPerson } from '../sign-in/people';
import { appendEvents, eventsOf, findRun, foundOnMachine, startRun, type Run } from './runs';
import { RunFeed } from './run-feed';
import { saveSettings } from '../settings/shop';
import { answerAll, append as appendTo, event, newRun as runOf, openShop, type Shop } from '../testing/shop';
import type { Goal } from '$core/goals';

let shop: Shop;
let tam: string;
let fileId: number;
let machine: Machine;
let hash: string;
beforeAll(async () => {
  shop = await openShop();
  ({ tam, fileId, machine, hash } = shop);
});
afterAll(() => shop.database.drop());

const newRun = () => runOf(shop);
const append = (run: Run, events: RunEvent[]) => appendTo(shop, run, events);

it('a run that an earlier version started has a plan that this one can show', async () => {
  const { run } = await newRun();
  await pool().query("update run set plan = plan - 'loose' where id = $1", [run.id]);
  const now = (await findRun(pool(), run.id))!;
  expect([now.plan.loose, now.planNow.loose]).toEqual([[], []]);
});

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
    const answers = await Promise.all(
      Array.from({ length: 8 }, (_, i) => append(run, i % 2 ? events : [...events].reverse()))
    );
    expect(answers.every((a) => a.ok)).toBe(true);
    const { rows } = await pool().query(
      'select count(*)::int as n, max(seq)::int as last from run_event where run_id = $1',
      [run.id]
    );
    expect(rows[0]).toEqual({ n: 10, last: 10 });
  });

  it('of a known id with other contents are refused, and nothing of the batch is taken', async () => {
    const { run } = await newRun();
    const [first, second] = answerAll(run) as [RunEvent, RunEvent];
    await append(run, [first]);
    expect(await append(run, [second, { ...first, type: 'note', text: 'changed' } as RunEvent])).toMatchObject({
      ok: false,
      problems: [{ code: 'changed', place: first.id }]
    });
    expect((await eventsOf(pool(), run.id)).events.length).toBe(1);
    const other = await newRun();
    // An event is a run's own: another run knows nothing of its ids.
    expect(await append(other.run, [first])).toMatchObject({ ok: true, seq: 1 });
  });

  it('twice in one batch are taken once, and not at all where they differ', async () => {
    const { run } = await newRun();
    const note = event({ type: 'note', text: 'warm' });
    expect(await append(run, [note, note])).toMatchObject({ ok: true, seq: 1 });
    const other = event({ type: 'note', text: 'cold' });
    expect(await append(run, [other, { ...other, text: 'colder' } as RunEvent])).toMatchObject({
      ok: false,
      problems: [{ code: 'changed', place: other.id }]
    });
    expect((await eventsOf(pool(), run.id)).events.map((e) => e.id)).toEqual([note.id]);
  });

  it('can be neither changed nor deleted in the database', async () => {
    const { run } = await newRun();
    await append(run, answerAll(run).slice(0, 1));
    await expect(pool().query('update run_event set seq = 9 where run_id = $1', [run.id])).rejects.toThrow(
      /permission denied/
    );
    await expect(pool().query('delete from run_event where run_id = $1', [run.id])).rejects.toThrow(
      /permission denied/
    );
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
    expect(await append(run, [event({ type: 'note', text: 'late' })])).toMatchObject({
      ok: false,
      problems: [{ code: 'signed' }]
    });
    const state = fold(modelOf(machine), run.plan, (await eventsOf(pool(), run.id)).events);
    expect(state.ledger.every((l) => l.inHand === 0)).toBe(true);
    expect(state.signed?.by).toBe('Tam Okello');
  });

  it('is refused with one screw fewer until it is said what became of it', async () => {
    const { run, number } = await newRun();
    await append(run, answerAll(run, { 'up/joint:fan-screws': { count: 1 } }));
    const signed = event({ type: 'signed' });
    expect(await append(run, [signed])).toMatchObject({
      ok: false,
      problems: [{ code: 'not-closed', obstacles: [{ kind: 'screws', at: 'fan-screws' }] }]
    });
    expect((await findJob(pool(), number))!.stage).toBe('on-bench');
    expect(
      await append(run, [
        event({ type: 'account', joint: 'fan-screws', fate: 'lost', count: 1 }),
        event({ type: 'signed' })
      ])
    ).toMatchObject({ ok: true });
  });
});

describe('runs and jobs', () => {
  it('a job that is started twice at once has one run', async () => {
    const number = await addJob(
      {
        fileId,
        customer: 'MS Sule',
        serial: '',
        complaint: '',
        goals: [{ do: 'replace', part: 'ssd' }],
        work: 'Replace SSD',
        dueOn: '2026-12-01'
      },
      { by: tam }
    );
    const job = (await findJob(pool(), number))!;
    const ids = await Promise.all([startRun(pool(), job, tam), startRun(pool(), job, tam), startRun(pool(), job, tam)]);
    expect(new Set(ids).size).toBe(1);
    expect((await findJob(pool(), number))!).toMatchObject({
      stage: 'on-bench',
      dueOn: '2026-12-01',
      startedBy: 'Tam Okello'
    });
  });

  it('a run stays with the machine file it was planned on when a newer one comes', async () => {
    const { run, number } = await newRun();
    const newer = JSON.parse(demoText());
    newer.revision = 'r3';
    const imported = await importMachine(pool(), JSON.stringify(newer), tam);
    expect(imported).toMatchObject({ ok: true, isNew: true });
    expect((await findRun(pool(), run.id))!.fileId).toBe(fileId);
    expect((await findJob(pool(), number))!.revision).toBe('r2');
    expect((await machinesToChoose(pool(), {})).machines.map((m) => m.revision)).toEqual(['r3', 'r2']);
  });

  it('the same machine file twice is one, and a faulty one is none', async () => {
    const before = (await pool().query('select count(*)::int as n from machine_file')).rows[0].n;
    expect(await importMachine(pool(), JSON.stringify(JSON.parse(demoText()), null, 4), tam)).toMatchObject({
      ok: true,
      isNew: false
    });
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
    const feed = new RunFeed(shop.database.url);
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
    const feed = new RunFeed(shop.database.url);
    let told = 0;
    feed.watch(run.id, () => told++);
    await wait(() => told > 0);
    const before = told;
    await pool().query(
      "select pg_terminate_backend(pid) from pg_stat_activity where application_name = 'eager-wrench feed' and datname = current_database()"
    );
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
    const change = await replanned(
      run,
      [
        { do: 'replace', part: 'fan' },
        { do: 'replace', part: 'ssd' }
      ],
      done
    );
    expect((await append(run, [change])).ok).toBe(true);
    const now = (await findRun(pool(), run.id))!;
    expect(now.plan).toEqual(run.plan);
    expect(now.planNow.steps.length).toBeGreaterThan(run.plan.steps.length);
    expect(await findJob(pool(), number)).toMatchObject({ steps: now.planNow.steps.length, stepsDone: 6 });
    // A step of an earlier plan that this one no longer has does not count.
    expect(await append(run, [event({ type: 'done', step: 'down/joint:no-longer-there' })])).toMatchObject({
      ok: false,
      problems: [{ code: 'strange' }]
    });
    expect(await findJob(pool(), number)).toMatchObject({ stepsDone: 6 });
    await append(run, [event({ type: 'undo', event: change.id })]);
    expect((await findRun(pool(), run.id))!.planNow).toEqual(run.plan);
  });

  it('that is not one of this machine is refused', async () => {
    const { run } = await newRun();
    const strange = structuredClone(run.plan);
    strange.steps[3] = { ...strange.steps[3]!, joint: 'nothing-here' };
    expect(await append(run, [event({ type: 'replanned', why: 'x', plan: strange })])).toMatchObject({
      ok: false,
      problems: [{ code: 'other-machine' }]
    });
    expect(
      await append(run, [
        event({
          type: 'replanned',
          why: 'x',
          plan: { ...run.plan, machine: { ...run.plan.machine, hash: '0'.repeat(64) } }
        })
      ])
    ).toMatchObject({ ok: false, problems: [{ code: 'other-machine' }] });
    expect((await eventsOf(pool(), run.id)).events).toEqual([]);
  });
});

describe('a second signature', () => {
  it('is another person\u2019s, and closes the job where the shop wants two', async () => {
    const ines = await addPerson(
      pool(),
      { signIn: 'ines', name: 'Ines Havgaard', role: 'lead' },
      'a long enough password'
    );
    await saveSettings(pool(), { ...STANDARD_SETTINGS, secondSignature: true }, null);
    try {
      const { run, number } = await newRun();
      const stage = async () => (await findJob(pool(), number))!.stage;
      expect(await append(run, [event({ type: 'countersigned' })])).toMatchObject({
        ok: false,
        problems: [{ code: 'not-signed' }]
      });
      expect((await append(run, [...answerAll(run), event({ type: 'signed' })])).ok).toBe(true);
      expect(await stage()).toBe('signed');
      expect(await append(run, [event({ type: 'countersigned' })])).toMatchObject({
        ok: false,
        problems: [{ code: 'same-person' }]
      });
      expect(await append(run, [event({ type: 'note', text: 'late' })])).toMatchObject({
        ok: false,
        problems: [{ code: 'signed' }]
      });
      expect(await append(run, [event({ type: 'corrected', text: 'Fan of lot 4.' })])).toMatchObject({ ok: true });
      expect(await appendEvents(run.id, machine, hash, [event({ type: 'countersigned' })], ines)).toMatchObject({
        ok: true
      });
      expect(await stage()).toBe('closed');
      const state = fold(modelOf(machine), run.plan, (await eventsOf(pool(), run.id)).events);
      expect([state.signed?.by, state.countersigned?.by, state.corrections.length]).toEqual([
        'Tam Okello',
        'Ines Havgaard',
        1
      ]);
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
    await append(run, [
      found('fan-screws'),
      found('heat-sink-screws', false),
      mistaken,
      event({ type: 'undo', event: mistaken.id })
    ]);
    const { run: other } = await newRun();
    await append(other, [found('fan-screws')]);
    expect(await foundOnMachine(pool(), machine.id)).toEqual([{ part: 'fan', suspect: 'fan-screws', times: 2 }]);
    expect(await foundOnMachine(pool(), 'another-machine')).toEqual([]);
  });
});
