import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { modelOf, type Machine } from '$core/machine';
import { fold, type RunEvent } from '$core/run';
import { Spare } from '$core/spares';
import { pool } from '../database/pool';
import { addJob, findJob, keepPlan } from '../jobs/jobs';
import { addPerson } from '../sign-in/people';
import { eventsOf, findRun, PlanChanged, startRun, type Run } from './runs';
import { keepSpare, moveStock } from '../stock/spares';
import { answerAll, append as appendTo, clock, event, newRun as runOf, openShop, type Shop } from '../testing/shop';
import { shopTimes } from '../planning/times';
import type { Goal } from '$core/goals';

let shop: Shop;
let tam: string;
let fileId: number;
let machine: Machine;
beforeAll(async () => {
  shop = await openShop();
  ({ tam, fileId, machine } = shop);
});
afterAll(() => shop.database.drop());

const newRun = () => runOf(shop);
const append = (run: Run, events: RunEvent[]) => appendTo(shop, run, events);

describe('what is refused', () => {
  it('is named one by one, and the rest can be sent without it', async () => {
    const { run } = await newRun();
    const good = answerAll(run).slice(0, 3);
    const bad = [
      event({ type: 'done', step: 'down/joint:none-such' }),
      event({ type: 'account', joint: 'none-such', fate: 'lost', count: 1 }),
      event({ type: 'account', joint: 'fan-plug', fate: 'lost', count: 1 }),
      event({ type: 'looked', part: 'none-such', suspect: 'fan-screws', found: true }),
      event({ type: 'looked', part: 'fan', suspect: 'none-such', found: true }),
      event({ type: 'swapped', part: 'none-such', old: {}, new: {} }),
      event({ type: 'moved-over', part: 'fan', to: 'none-such' }),
      event({ type: 'undo', event: randomUUID() }),
      event({ type: 'settled', step: run.plan.steps[0]!.id, event: randomUUID() }),
      event({ type: 'torqued', step: 'down/joint:fan-screws', hole: 99, pass: 0, nm: 0.2 })
    ];
    const answer = await append(run, [good[0]!, ...bad, good[1]!, good[2]!]);
    expect(answer.ok).toBe(false);
    if (!answer.ok) {
      expect(answer.problems.map((r) => [r.place, r.code])).toEqual(bad.map((e) => [e.id, 'strange']));
      expect(answer.problems.every((r) => String(r.message).length > 20)).toBe(true);
    }
    expect((await eventsOf(pool(), run.id)).events).toEqual([]);
    expect(await append(run, good)).toEqual({ ok: true, seq: 3 });
  });
  it('of a signed run may be added to it, and changes nothing of what was signed', async () => {
    const { run } = await newRun();
    const late = event({ type: 'note', text: 'Dust in the fan.' });
    await append(run, [...answerAll(run), event({ type: 'signed' })]);
    expect(await append(run, [late])).toMatchObject({ ok: false, problems: [{ code: 'signed', place: late.id }] });
    expect(await append(run, [event({ type: 'added', event: late })])).toMatchObject({ ok: true });
    const state = fold(modelOf(machine), run.plan, (await eventsOf(pool(), run.id)).events);
    expect(state.findings).toEqual([]);
    expect(state.additions).toMatchObject([{ by: 'Tam Okello', fact: { id: late.id, text: 'Dust in the fan.' } }]);
    expect(
      await append(run, [event({ type: 'added', event: event({ type: 'done', step: 'down/joint:none-such' }) })])
    ).toMatchObject({ ok: false, problems: [{ code: 'strange' }] });
  });
});

describe('a clock that is wrong', () => {
  it('is noticed, marked, and shifts nothing of what follows', async () => {
    const { run } = await newRun();
    clock.ms = Date.now() - 5000;
    const steps = answerAll(run).slice(0, 6);
    // The third was recorded by a clock of the year 2999, the fourth by one of before the run; what was sent in one batch stays in its order.
    const odd = steps.map((e, i) =>
      i === 2 ? { ...e, at: '2999-06-01T00:00:00.000Z' } : i === 3 ? { ...e, at: '2001-01-01T00:00:00.000Z' } : e
    );
    await append(run, odd.slice(0, 4));
    clock.ms = Date.now() + 20;
    await append(
      run,
      odd.slice(4).map((e, i) => ({ ...e, at: new Date(clock.ms + i).toISOString() }))
    );
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
        const number = await addJob(
          {
            fileId,
            customer: 'MS Sule',
            serial: '',
            complaint: '',
            goals: [{ do: 'replace', part: 'fan' }],
            work: 'Replace fan',
            dueOn: null
          },
          { by: tam }
        );
        return (await findJob(pool(), number))!;
      })();
      const job = (await findJob(pool(), number))!;
      const other: Goal[] = [{ do: 'replace', part: round % 2 ? 'ssd' : 'keyboard' }];
      const [started, kept] = await Promise.allSettled([
        startRun(pool(), job, tam),
        keepPlan(id, { goals: other, weighting: 'part-by-part', avoid: [], work: 'Other' })
      ]);
      const now = (await findJob(pool(), number))!;
      if (started.status === 'fulfilled') expect((await findRun(pool(), started.value))!.plan.goals).toEqual(now.goals);
      else expect(started.reason).toBeInstanceOf(PlanChanged);
      expect(kept).toMatchObject({ status: 'fulfilled' });
    }
  });
});

it('what is said twice under one id counts once, also at the same moment, and for nobody else', async () => {
  const id = randomUUID();
  const job = () =>
    addJob(
      { fileId, customer: 'MS Once', serial: '', complaint: '', goals: [], work: 'x', dueOn: null },
      { by: tam, once: id }
    );
  const numbers = await Promise.all([job(), job(), job(), job()]);
  expect(new Set(numbers).size).toBe(1);
  expect((await pool().query(`select count(*)::int as n from job where customer = 'MS Once'`)).rows[0].n).toBe(1);
  const other = await addPerson(
    pool(),
    { signIn: 'other', name: 'Other', role: 'technician' },
    'a long enough password'
  );
  await expect(
    addJob(
      { fileId, customer: 'MS Once', serial: '', complaint: '', goals: [], work: 'x', dueOn: null },
      { by: other, once: id }
    )
  ).rejects.toMatchObject({ status: 409 });
  await keepSpare(pool(), Spare.parse({ number: 'ONCE-1', name: 'Fan', kind: 'part' }), 100, tam);
  const refusedFirst = randomUUID();
  expect(await moveStock('ONCE-1', 'Drawer', -1, 'taken', { by: tam, once: refusedFirst })).toMatchObject({
    ok: false
  });
  const counted = randomUUID();
  for (let i = 0; i < 3; i++)
    expect(await moveStock('ONCE-1', 'Drawer', 5, 'bought', { by: tam, once: counted })).toEqual({ ok: true });
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
    const slow = run.plan.steps.map(
      (s) =>
        ({
          ...event({
            ...(s.leg === 'prove'
              ? { type: 'tested', outcome: 'pass' }
              : { type: 'done', ...(s.count === undefined ? {} : { count: s.count }) }),
            step: s.id
          }),
          at: new Date((at += s.seconds * 2000)).toISOString()
        }) as RunEvent
    );
    expect(
      await append(run, [...slow, { ...event({ type: 'signed' }), at: new Date(at + 1000).toISOString() }])
    ).toMatchObject({ ok: true });
  }
  const after = await shopTimes(pool());
  expect(before.pace['open screws'] ?? 1).toBeLessThan(1.2);
  expect(after.pace['open screws']).toBeGreaterThan(1.3);
  expect(after.pace.move).toBeGreaterThan(1.5);
});
