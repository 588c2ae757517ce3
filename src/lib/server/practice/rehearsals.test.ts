import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { accessOf } from '$core/access';
import { goalOf } from '$core/goals';
import { STANDARD_SETTINGS, type TraineesMay } from '$core/job';
import { modelOf } from '$core/machine';
import { plan } from '$core/plan';
import type { RehearsedWork } from '$core/practice';
import { followed, REHEARSAL_FORMAT, type Entry } from '$core/rehearsal';
import { appendEvents } from '../bench/runs';
import { auditLog } from '../database/audit';
import { pool } from '../database/pool';
import { findJob } from '../jobs/jobs';
import { saveSettings } from '../settings/shop';
import { addPerson } from '../sign-in/people';
import { event, newRun, openShop, type Shop } from '../testing/shop';
import { atBench, letOn, mayWorkHere } from './at-bench';
import { readyTable } from './ready';
import { keepRehearsals, rehearsalsOf, toRehearse, wholeJobs } from './rehearsals';
import { troublesOf } from './troubles';

let shop: Shop;
let juno: string;
let other: string;
let clean: Entry[];
const DAY_MS = 86_400_000;

beforeAll(async () => {
  shop = await openShop();
  juno = await addPerson(pool(), { signIn: 'juno', name: 'Juno Brekke', role: 'trainee' }, 'a long enough password');
  other = await addPerson(pool(), { signIn: 'ro', name: 'Ro Lind', role: 'trainee' }, 'a long enough password');
  const access = accessOf(modelOf(shop.machine));
  clean = followed(access, plan(access, [goalOf('replace:fan')], { budget: 0 })).flatMap((s) => s.tries);
});
afterAll(() => shop.database.drop());

const rehearsed = (entries: readonly Entry[], at = Date.now(), goal = 'replace:fan'): RehearsedWork => ({
  id: randomUUID(),
  at: new Date(at).toISOString(),
  record: {
    format: REHEARSAL_FORMAT,
    machine: { id: shop.machine.id, revision: shop.machine.revision, hash: shop.hash },
    goals: [goalOf(goal)],
    entries: [...entries]
  }
});
const setTrainees = (trainees: TraineesMay, freshDays: number | null = 30) =>
  saveSettings(pool(), { ...STANDARD_SETTINGS, practice: { trainees, freshDays } }, null);

describe('rehearsals that were ended', () => {
  it('count once, as the server finds them to be from all that was done', async () => {
    const [good, hinted, bad] = [
      rehearsed(clean),
      rehearsed([{ do: 'hint' }, ...clean]),
      rehearsed(clean.filter((t) => t.do !== 'isolate'))
    ];
    for (let i = 0; i < 2; i++) expect(await keepRehearsals(pool(), other, [good, hinted, bad])).toBeUndefined();
    const rows = await rehearsalsOf(pool(), other);
    const of = (sent: RehearsedWork) => rows.find((r) => r.id === sent.id);
    expect(rows).toHaveLength(3);
    expect(of(good)).toMatchObject({ isClean: true, hints: 0, harms: [], goals: ['replace:fan'] });
    expect(of(hinted)).toMatchObject({ isClean: true, hints: 1 });
    expect(of(bad)).toMatchObject({ isClean: false });
    expect(of(bad)!.harms.map((h) => h.kind)).toContain('short');
    expect(await rehearsalsOf(pool(), juno)).toEqual([]);
    const { rehearsed: listed, machines } = await wholeJobs(pool(), other);
    expect(listed.map((r) => r.isClean).sort()).toEqual([false, true, true]);
    expect(machines[0]!.works.map((w) => w.id)).toContain('replace:fan');
  });

  it.each<[string, (good: RehearsedWork) => RehearsedWork, string]>([
    [
      'of a machine that is not there',
      (g) => ({ ...g, record: { ...g.record, machine: { ...g.record.machine, hash: 'a'.repeat(64) } } }),
      'machine'
    ],
    [
      'with what the machine does not have',
      (g) => ({ ...g, record: { ...g.record, entries: [{ do: 'isolate', step: 'none' }] } }),
      'exercise'
    ],
    [
      'for what the machine does not have',
      (g) => ({ ...g, record: { ...g.record, goals: [goalOf('replace:none')] } }),
      'exercise'
    ]
  ])('are refused %s, by their place, and none of them is kept', async (_, change, why) => {
    const before = (await rehearsalsOf(pool())).length;
    expect(await keepRehearsals(pool(), juno, [rehearsed(clean), change(rehearsed(clean))])).toEqual({ at: 1, why });
    expect(await rehearsalsOf(pool())).toHaveLength(before);
  });
});

describe('a trainee at the bench', () => {
  let number: number;
  let run: string;
  const job = async () => (await findJob(pool(), number))!;
  const may = async (id = juno) => atBench(pool(), { id, role: 'trainee' }, await job());

  beforeAll(async () => {
    const begun = await newRun(shop);
    number = begun.number;
    run = begun.run.id;
  });

  it('watches, works, or works on what was rehearsed, as the shop has it; technicians work whatever it says', async () => {
    for (const [trainees, mayWork] of [
      ['watch', false],
      ['work', true],
      ['rehearsed', false]
    ] as const) {
      await setTrainees(trainees);
      expect([trainees, (await may()).mayWork]).toEqual([trainees, mayWork]);
      expect(await atBench(pool(), { id: shop.tam, role: 'technician' }, await job())).toEqual({ mayWork: true });
    }
    expect((await may()).ready).toEqual({ is: 'never' });
  });

  it('is let in by a clean rehearsal that is fresh, in all that belongs to the job and nothing else', async () => {
    await setTrainees('rehearsed');
    const old = Date.now() - 31 * DAY_MS;
    await keepRehearsals(pool(), juno, [rehearsed(clean, old)]);
    expect(await may()).toMatchObject({ mayWork: false, ready: { is: 'stale' } });
    await keepRehearsals(pool(), juno, [rehearsed(clean.filter((t) => t.do !== 'isolate'))]);
    expect((await may()).mayWork).toBe(false);
    await keepRehearsals(pool(), juno, [rehearsed(clean, Date.now() - DAY_MS)]);
    expect(await may()).toMatchObject({ mayWork: true, ready: { is: 'ready', hints: 0 } });
    const who = { id: juno, role: 'trainee' } as const;
    expect(await mayWorkHere(pool(), who, { run })).toBe(true);
    expect(await mayWorkHere(pool(), who, { number: String(number) })).toBe(true);
    expect(await mayWorkHere(pool(), who, { run: randomUUID() })).toBe(false);
    expect(await mayWorkHere(pool(), who, { number: '999999' })).toBe(false);
    expect(await mayWorkHere(pool(), who, {})).toBe(false);
  });

  it('is let on by a lead in writing, for that job alone', async () => {
    await setTrainees('rehearsed', 1);
    const third = await addPerson(
      pool(),
      { signIn: 'sol', name: 'Sol Vik', role: 'trainee' },
      'a long enough password'
    );
    expect((await may(third)).mayWork).toBe(false);
    await letOn(pool(), await job(), third, 'Did it twice beside me.', shop.tam);
    expect(await may(third)).toMatchObject({
      mayWork: true,
      letOn: { by: 'Tam Okello', reason: 'Did it twice beside me.' }
    });
    const elsewhere = await newRun(shop);
    expect(await mayWorkHere(pool(), { id: third, role: 'trainee' }, { run: elsewhere.run.id })).toBe(false);
    expect((await auditLog(pool())).filter((row) => row.what === 'trainee_let_on')).toMatchObject([
      { detail: { person: third, reason: 'Did it twice beside me.' }, named: 'Sol Vik' }
    ]);
    await setTrainees('watch');
    expect((await may(third)).mayWork).toBe(false);
  });

  it('records, and does not sign', async () => {
    const { machine, hash } = shop;
    const refused = await appendEvents(run, machine, hash, [event({ type: 'signed' })], juno, false);
    expect(refused).toMatchObject({ ok: false, problems: [{ code: 'not-by-trainee' }] });
    expect((await appendEvents(run, machine, hash, [event({ type: 'paused' })], juno, false)).ok).toBe(true);
  });

  it('stands in the table with everybody who is learning, against open jobs and what was rehearsed', async () => {
    await setTrainees('rehearsed');
    const { people, rows, letOn: let_ } = await readyTable(pool(), Date.now());
    expect(people.map((p) => p.name)).toEqual(['Juno Brekke', 'Ro Lind', 'Sol Vik']);
    const fan = rows.find((r) => r.jobs.includes(number))!;
    expect(fan.jobs).toHaveLength(2);
    expect(fan.ready.map((r) => r.is)).toEqual(['ready', 'ready', 'never']);
    expect(let_).toMatchObject([{ job: number, person: 'Sol Vik', by: 'Tam Okello' }]);
  });
});

it('work that a machine does not have cannot be rehearsed', async () => {
  expect((await toRehearse(pool(), shop.fileId, 'replace:fan')).plan.steps.length).toBeGreaterThan(5);
  for (const [file, work] of [
    [shop.fileId, 'replace:none'],
    [shop.fileId, 'nonsense'],
    [shop.fileId, ''],
    [9999, 'replace:fan']
  ] as const)
    await expect(toRehearse(pool(), file, work), work).rejects.toMatchObject({ status: 404 });
});

it('steps that took long in signed runs are marked', async () => {
  const { plan: made } = await toRehearse(pool(), shop.fileId, 'replace:fan');
  expect(await troublesOf(pool(), shop.machine.id, made)).toEqual([]);
  const step = made.steps.find((s) => s.do === 'open')!;
  for (let i = 0; i < 2; i++) {
    const { run } = await newRun(shop);
    const observed = [{ step: step.id, kind: 'open', standardSeconds: 10, seconds: 30 }];
    await pool().query('update run set observed = $2, signed_at = now() where id = $1', [
      run.id,
      JSON.stringify(observed)
    ]);
  }
  expect(await troublesOf(pool(), shop.machine.id, made)).toEqual([{ step: step.id, slow: { factor: 3, runs: 2 } }]);
});
