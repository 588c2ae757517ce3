import { english } from '$core/testing/english';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { foldJob, STANDARD_SETTINGS, type JobFact } from '$core/job';
import { makeQuote } from '$core/money';
import { Spare } from '$core/spares';
import { Machine, modelOf } from '$core/machine';
import { demoText } from '$core/testing/machines';
import { readFileSync } from 'node:fs';
import { startSupplier } from '../../../../scripts/stand-ins/supplier.mjs';
import { auditLog } from '../database/audit';
import { pool, transaction } from '../database/pool';
import { faultsFound, faultSetFor, importFaultSet } from '../library/faults';
import { factsOf, learnSpare, needsOfJob, refreshNeeding, replanJob, sayOfJob, startProblem } from './facts';
import { JOB_ORDERS } from '$lib/job-sorting';
import { addJob, countJobs, findJob, listJobs } from './jobs';
import { importMachine } from '../library/machines';
import {
  accounts,
  addPerson,
  changeAccount,
  changeOwnPassword,
  openAccount,
  resetPassword,
  findForSignIn
} from '../sign-in/people';
import { closePlanner } from '../planning/plans';
import { openSession, personOfSession, sessionsOf, endSession } from '../sign-in/sessions';
import { saveSettings, settingsHistory, shopSettings } from '../settings/shop';
import {
  keepSpare,
  listSpares,
  moveStock,
  openOrders,
  release,
  reserve,
  stockOf,
  takeIn,
  useReserved
} from '../stock/spares';
import { dropOrder, offersFor, orderSpare } from '../stock/supplier';
import { freshDatabase } from '../testing/database';

let database: Awaited<ReturnType<typeof freshDatabase>>;
let ines: string;
let tam: string;
let fileId: number;

beforeAll(async () => {
  database = await freshDatabase();
  ines = await addPerson(pool(), { signIn: 'ines', name: 'Ines Havgaard', role: 'lead' }, 'harbour lamp');
  tam = await addPerson(pool(), { signIn: 'tam', name: 'Tam Okello', role: 'technician' }, 'harbour lamp');
  const file = await importMachine(pool(), demoText(), ines);
  if (!file.ok) throw new Error('no machine');
  fileId = file.row.fileId;
});
afterAll(async () => {
  await closePlanner();
  await database.drop();
});

const HARMLESS = { cell: 'sound', heat: 'no', liquid: 'no', glass: 'no', adapter: 'sound', dirt: 'no' };
async function newJob(
  goals: Parameters<typeof addJob>[0]['goals'] = [{ do: 'replace', part: 'fan' }],
  customer = 'MS Terna'
) {
  const number = await addJob(
    { fileId, customer, serial: 'NF14-1', complaint: 'Rattles 50%_loud', goals, work: 'Replace fan', dueOn: null },
    { by: ines }
  );
  await replanJob((await findJob(pool(), number))!.id);
  return (await findJob(pool(), number))!;
}
const say = (
  job: { id: string },
  fact: JobFact,
  by: { id: string; role: 'lead' | 'technician' } = { id: ines, role: 'lead' }
) => sayOfJob(job, fact, by);
const waits = async (number: number) => (await findJob(pool(), number))!.waits;
const FAN = 'NF14-3310';
async function fanNumber(): Promise<string> {
  const { rows } = await pool().query(
    `select n ->> 'number' as number from machine_file, jsonb_array_elements(document -> 'parts') p, jsonb_array_elements(p -> 'numbers') n where p ->> 'id' = 'fan'`
  );
  return rows[0].number;
}
const stocked = (number: string) => Spare.parse({ number, name: 'Fan, Fathom 14', kind: 'part' });

it('only work at the cell waits until the cell has drained', async () => {
  const atCell = async (part: string) => {
    const job = await newJob([{ do: 'replace', part }]);
    return (await pool().query('select at_cell from job where id = $1', [job.id])).rows[0].at_cell;
  };
  expect(await atCell('fan')).toBe(false);
  expect(await atCell('battery')).toBe(true);
});

describe('what a job waits for, kept as it changes', () => {
  it('has its times as soon as it is planned, and none before there is anything to plan', async () => {
    const job = await newJob();
    expect(job.p50Seconds).toBeGreaterThan(300);
    expect(job.p80Seconds).toBeGreaterThan(job.p50Seconds!);
    expect(await newJob([])).toMatchObject({ p50Seconds: null, p80Seconds: null });
    // What cannot be planned is no reason not to take the job in.
    const { root } = modelOf(Machine.parse(JSON.parse(demoText())));
    expect(await newJob([{ do: 'remove', part: root.id }])).toMatchObject({ p50Seconds: null, p80Seconds: null });
  });
  it('goes from questions over the missing part to the bench as the part comes in', async () => {
    const number = await fanNumber();
    await keepSpare(pool(), stocked(number), 3900, ines);
    const job = await newJob();
    expect(await waits(job.number)).toBe('triage');
    await say(job, { is: 'hazards', answers: HARMLESS });
    expect(await waits(job.number)).toBe('part');
    expect((await needsOfJob(pool(), job.id)).find((n) => n.part === 'fan')).toMatchObject({ is: 'missing' });
    for (const need of (await needsOfJob(pool(), job.id)).filter((n) => n.what === 'consumable'))
      await keepSpare(
        pool(),
        Spare.parse({ number: `C-${need.name}`.slice(0, 20), name: need.name, kind: 'consumable' }),
        100,
        ines
      );
    await replanJob(job.id);
    for (const need of await needsOfJob(pool(), job.id)) {
      expect(await moveStock(need.numbers[0]!, 'Drawer 1', 1, 'bought', { by: ines })).toEqual({ ok: true });
      await refreshNeeding(pool(), need.numbers[0]!);
    }
    expect(await waits(job.number)).toBe('bench');
    await reserve((await newJob()).id, number, 1, { by: tam });
    await refreshNeeding(pool(), number);
    expect(await waits(job.number)).toBe('part');
  });

  it('a swollen cell stops it, a lead lets it go on, a technician cannot', async () => {
    const job = await newJob([]);
    await say(job, { is: 'hazards', answers: { ...HARMLESS, cell: 'swollen' } });
    expect(await waits(job.number)).toBe('stopped');
    expect(await say(job, { is: 'allowed', why: 'Cell is out' }, { id: tam, role: 'technician' })).toBe(false);
    expect(await waits(job.number)).toBe('stopped');
    expect(await say(job, { is: 'allowed', why: 'Cell is out' })).toBe(true);
    expect(await waits(job.number)).toBe('finding');
    const state = foldJob(await factsOf(pool(), job.id));
    expect(state.allowed).toMatchObject({ why: 'Cell is out', by: 'Ines Havgaard' });
  });

  it('facts are kept as they were said', async () => {
    await expect(pool().query('update job_event set body = $1', ['{}'])).rejects.toThrow(/permission denied/);
    await expect(pool().query('delete from job_event')).rejects.toThrow(/permission denied/);
  });

  it('is found by all the words of a search, none of which is a pattern', async () => {
    const job = await newJob(undefined, 'MS Sule, \u00d8st');
    const found = async (search: string) => (await listJobs(pool(), { search })).map((j) => j.number);
    expect(await found('sule \u00f8st fathom')).toEqual([job.number]);
    expect(await found('50%_loud')).toContain(job.number);
    expect(await found('5_%')).toEqual([]);
    expect(await found(String(job.number))).toContain(job.number);
    expect((await countJobs(pool(), { search: 'sule' })).found).toBe(1);
    expect(await listJobs(pool(), { closed: true })).toEqual([]);
  });

  it.each(JOB_ORDERS)('is listed by %s and the other way, each once', async (order) => {
    const names = ['zebra', 'Ada', 'MS Øst'];
    const mine = new Set<number>();
    for (const name of names) mine.add((await newJob(undefined, name)).number);
    const listed = async (desc: boolean) =>
      (await listJobs(pool(), { order, desc }, 1000)).filter((j) => mine.has(j.number)).map((j) => j.customer);
    const [up, down] = [await listed(false), await listed(true)];
    expect([...up].sort()).toEqual([...names].sort());
    expect([...down].sort()).toEqual([...names].sort());
    if (order === 'customer') expect(up[0]).toBe('Ada');
    if (order === 'customer' || order === 'age') expect(down).toEqual([...up].reverse());
  });
});

describe('stock', () => {
  beforeEach(async () => {
    await keepSpare(pool(), stocked(FAN), 3900, ines);
  });
  const all = async () => (await stockOf(pool(), [FAN], null))[0]!;

  it('the last one goes to one of two who ask at once', async () => {
    await moveStock(FAN, 'Drawer 1', 1, 'bought', { by: ines });
    const jobs = await Promise.all([newJob(), newJob(), newJob(), newJob()]);
    const answers = await Promise.all(jobs.map((j) => reserve(j.id, FAN, 1, { by: tam })));
    expect(answers.filter((a) => a.ok)).toHaveLength(1);
    expect(answers.find((a) => !a.ok)).toMatchObject({
      problems: [expect.objectContaining({ message: expect.stringMatching(/another job has it/) })]
    });
    expect((await all()).free).toBe(0);
    const winner = jobs[answers.findIndex((a) => a.ok)]!;
    expect(await moveStock(FAN, 'Drawer 1', -1, 'lost', { by: ines })).toMatchObject({
      ok: false,
      problems: [expect.objectContaining({ message: expect.stringMatching(/reserved/) })]
    });
    expect(await release(pool(), winner.id, FAN)).toBe(true);
    expect(await moveStock(FAN, 'Drawer 1', -1, 'lost', { by: ines })).toEqual({ ok: true });
  });

  it('no place holds less than nothing, however many take from it at once', async () => {
    await moveStock(FAN, 'Rack A', 5, 'bought', { by: ines });
    const taken = await Promise.all(
      Array.from({ length: 9 }, () => moveStock(FAN, 'Rack A', -1, 'taken', { by: tam }))
    );
    expect(taken.filter((t) => t.ok)).toHaveLength(5);
    expect((await all()).free).toBe(0);
    const { rows } = await pool().query('select sum(change)::int as sum from stock_move where number = $1', [FAN]);
    expect(rows[0].sum).toBe(0);
  });

  it('what was set aside is used up when the job closes, and every piece has its line', async () => {
    const job = await newJob();
    await moveStock(FAN, 'Rack A', 1, 'bought', { by: ines });
    await moveStock(FAN, 'Rack B', 2, 'bought', { by: ines });
    await reserve(job.id, FAN, 2, { by: tam });
    await transaction((db) => useReserved(db, job.id, tam));
    expect(await all()).toMatchObject({ free: 1 });
    expect((await listSpares(pool())).spares.find((s) => s.number === FAN)).toMatchObject({
      held: 0,
      places: [{ place: 'Rack A', quantity: 1 }]
    });
    await moveStock(FAN, 'Rack A', -1, 'lost', { by: ines });
  });
});

describe('the supplier', () => {
  let supplier: Awaited<ReturnType<typeof startSupplier>>;
  let number: string;
  beforeAll(async () => {
    supplier = await startSupplier();
    number = await fanNumber();
    process.env.SUPPLIER_URL = supplier.address;
    const { settings } = await import('../settings/environment');
    settings.supplierUrl = supplier.address;
  });
  afterAll(() => supplier.stop());
  beforeEach(() => void supplier.be('well'));

  it('offers what is in its catalogue, with holes and plugs', async () => {
    const answer = await offersFor([number, 'NONE-1']);
    expect(answer).toMatchObject({
      ok: true,
      value: [{ number, currency: 'EUR', plugs: expect.any(Array), holes: expect.any(Array) }]
    });
  });
  it('offers what it has none of, too, with the days that it takes', async () => {
    supplier.offer({
      number: 'GONE-1',
      name: 'Hinge cap',
      kind: 'part',
      priceMinor: 0,
      currency: 'EUR',
      stock: 0,
      leadDays: 0
    });
    expect(await offersFor(['GONE-1'])).toMatchObject({
      ok: true,
      value: [{ number: 'GONE-1', stock: 0, leadDays: 0 }]
    });
  });
  it('an order is taken once however often it is sent, and comes in aside for its job', async () => {
    const job = await newJob();
    const id = crypto.randomUUID();
    expect(await orderSpare(number, 1, job.id, tam, id)).toMatchObject({ ok: true });
    expect(await orderSpare(number, 1, job.id, tam, id)).toMatchObject({ ok: true });
    expect(supplier.orders.size).toBe(1);
    expect(await openOrders(pool())).toMatchObject([{ id, number, job: job.number, supplierRef: 'S-1000' }]);
    expect(await takeIn(id, 'Drawer 2', { by: tam })).toEqual({ number });
    expect(await takeIn(id, 'Drawer 2', { by: tam })).toBeUndefined();
    expect((await stockOf(pool(), [number], job.id))[0]).toMatchObject({ held: 1 });
  });
  it.each([
    ['failing', /cannot be reached/],
    ['refusing', /stocktaking/],
    ['lying', /cannot be read/],
    ['slow', /does not answer in time/]
  ] as const)('when it is %s the answer says so and nothing breaks', async (mode, words) => {
    supplier.be(mode);
    expect(await offersFor([number])).toMatchObject({
      ok: false,
      problems: [expect.objectContaining({ message: expect.stringMatching(words) })]
    });
  });
  it('an order that was never confirmed stays to be asked for again, or dropped; a false confirmation is not believed', async () => {
    const id = crypto.randomUUID();
    supplier.be('lying');
    expect(await orderSpare(number, 1, null, tam, id)).toMatchObject({
      ok: false,
      problems: [expect.objectContaining({ message: expect.stringMatching(/something other than/) })]
    });
    expect(await openOrders(pool())).toMatchObject([{ id, supplierRef: null }]);
    expect(await dropOrder(id)).toBe(true);
    expect(await dropOrder(id)).toBe(false);
  });
});

describe('whether a job may be opened now', () => {
  it('is told gate by gate: questions, a danger, what is missing, the customer\u2019s word', async () => {
    const job = await newJob([{ do: 'replace', part: 'touchpad' }]);
    const why = async () => startProblem(pool(), (await findJob(pool(), job.number))!);
    expect(await why()).toMatch(/safety questions first/);
    await say(job, { is: 'hazards', answers: { ...HARMLESS, cell: 'swollen' } });
    expect(await why()).toMatch(/^Safety stop/);
    await say(job, { is: 'hazards', answers: HARMLESS });
    expect(await why()).toMatch(/Not opened until these parts are here: .*touchpad/);
    await say(job, { is: 'opened-without', missing: ['Touchpad'], why: 'Only looking' });
    expect(await why()).toBeUndefined();
    await say(job, { is: 'quoted', quote: makeQuote(STANDARD_SETTINGS.rates, { p50: 1800, p80: 2400 }, []) });
    expect(await why()).toMatch(/customer has not approved/);
    await say(job, { is: 'answered', approved: false, from: 'Purser', how: 'phone' });
    expect(await why()).toMatch(/customer has not approved/);
    await say(job, { is: 'answered', approved: true, from: 'Purser', how: 'phone' });
    expect(await why()).toBeUndefined();
  });
});

describe('a spare that becomes known', () => {
  it('is known to the jobs that need it: consumables by their name, numbers by what takes their place', async () => {
    const job = await newJob([{ do: 'replace', part: 'heat-sink' }]);
    const needs = async () => (await needsOfJob(pool(), job.id)).map((n) => [n.what, n.is, n.numbers.length]);
    const compound = (await needsOfJob(pool(), job.id)).find((n) => n.what === 'consumable')!;
    expect(compound).toMatchObject({ is: 'unlisted', numbers: [] });
    await learnSpare(
      pool(),
      Spare.parse({ number: 'TC-1', name: english(compound.name).split(':')[0], kind: 'consumable' }),
      500,
      ines
    );
    expect((await needsOfJob(pool(), job.id)).find((n) => n.what === 'consumable')).toMatchObject({
      is: 'missing',
      numbers: ['TC-1']
    });
    const [number] = (await needsOfJob(pool(), job.id)).find((n) => n.what === 'part')!.numbers;
    await learnSpare(
      pool(),
      Spare.parse({ number: number!, name: 'Heat sink', kind: 'part', supersededBy: 'NEW-1' }),
      null,
      ines
    );
    expect((await needsOfJob(pool(), job.id)).find((n) => n.what === 'part')!.numbers[0]).toBe('NEW-1');
    expect(await needs()).toEqual(expect.arrayContaining([['part', 'missing', expect.any(Number)]]));
  });
});

describe('fault sets', () => {
  const text = readFileSync(new URL('../../../../demo/faults/norrvik-fathom-14.json', import.meta.url), 'utf8');
  it('are kept when they go with their machine, and refused in words when not', async () => {
    expect(await importFaultSet(pool(), text, ines)).toMatchObject({ ok: true, machine: 'norrvik-fathom-14' });
    expect((await faultSetFor(pool(), 'norrvik-fathom-14'))!.faults.length).toBeGreaterThan(20);
    expect(await importFaultSet(pool(), text.replaceAll('"fan-plug"', '"fun-plug"'), ines)).toMatchObject({
      ok: false,
      problems: expect.arrayContaining([
        expect.objectContaining({ message: expect.stringMatching(/no joint "fun-plug"/) })
      ])
    });
    expect(await importFaultSet(pool(), text.replace('norrvik-fathom-14', 'unknown-1'), ines)).toMatchObject({
      ok: false,
      problems: [expect.objectContaining({ message: expect.stringMatching(/no machine file/) })]
    });
    const unplannable = JSON.parse(text) as { repairs: { goal?: object }[] };
    unplannable.repairs[0]!.goal = { do: 'remove', part: modelOf(Machine.parse(JSON.parse(demoText()))).root.id };
    expect(await importFaultSet(pool(), JSON.stringify(unplannable), ines)).toMatchObject({ ok: false });
    expect(await importFaultSet(pool(), '{', ines)).toMatchObject({
      ok: false,
      problems: [expect.objectContaining({ message: expect.stringMatching(/not JSON/) })]
    });
  });
  it('count what closed jobs came to: the last repair that helped, once for each job', async () => {
    const job = await newJob([]);
    await say(job, { is: 'mended', repair: 'fan-plug-reseat', helped: true, fault: 'fan-plug-loose' });
    await say(job, { is: 'mended', repair: 'fan-replace', helped: true, fault: 'fan-bearing' });
    expect(await faultsFound(pool(), 'norrvik-fathom-14')).toEqual({});
    await pool().query('update job set closed_at = now() where id = $1', [job.id]);
    expect(await faultsFound(pool(), 'norrvik-fathom-14')).toEqual({ 'fan-bearing': 1 });
  });
});

describe('people and settings', () => {
  it('every change is in the audit log with who made it; the log cannot be changed', async () => {
    expect(
      await openAccount({ signIn: 'juno', name: 'Juno Brekke', role: 'trainee' }, 'a long password', ines)
    ).toEqual({ ok: true });
    expect(
      await openAccount({ signIn: 'juno', name: 'Other', role: 'trainee' }, 'a long password', ines)
    ).toMatchObject({ ok: false });
    expect((await auditLog(pool()))[0]).toMatchObject({ by: 'Ines Havgaard', what: 'account_opened', about: 'juno' });
    await expect(pool().query('delete from audit')).rejects.toThrow(/permission denied/);
  });
  it('whoever is shut out is out at once; the last lead stays, even when two are taken down at once', async () => {
    const juno = (await accounts(pool())).find((a) => a.signIn === 'juno')!;
    const token = await openSession(pool(), juno.id, 'a browser');
    expect(await personOfSession(pool(), token)).toBeDefined();
    expect(await changeAccount(juno.id, { isDisabled: true }, ines)).toEqual({ ok: true });
    expect(await personOfSession(pool(), token)).toBeUndefined();
    // Another role is signed in to anew.
    expect(await changeAccount(juno.id, { isDisabled: false }, ines)).toEqual({ ok: true });
    const again = await openSession(pool(), juno.id, 'a browser');
    expect(await changeAccount(juno.id, { role: 'technician' }, ines)).toEqual({ ok: true });
    expect(await personOfSession(pool(), again)).toBeUndefined();
    expect(await changeAccount(ines, { role: 'technician' }, ines)).toMatchObject({
      ok: false,
      problems: [expect.objectContaining({ message: expect.stringMatching(/last lead/) })]
    });
    await changeAccount(tam, { role: 'lead' }, ines);
    const both = await Promise.all([
      changeAccount(tam, { role: 'technician' }, ines),
      changeAccount(ines, { role: 'technician' }, tam)
    ]);
    expect(both.filter((c) => c.ok)).toHaveLength(1);
    if (both[1]!.ok) await changeAccount(ines, { role: 'lead' }, tam);
    await changeAccount(tam, { role: 'technician' }, ines);
  });
  it('a new password ends the other sessions; the old one has to be known', async () => {
    const [here, there] = [await openSession(pool(), tam, 'here'), await openSession(pool(), tam, 'there')];
    const mine = (await sessionsOf(pool(), tam, here)).find((s) => s.isThis)!;
    expect(await changeOwnPassword(tam, 'wrong', 'another long one', mine.id)).toMatchObject({ ok: false });
    expect(await changeOwnPassword(tam, 'harbour lamp', 'another long one', mine.id)).toEqual({ ok: true });
    expect(await personOfSession(pool(), here)).toBeDefined();
    expect(await personOfSession(pool(), there)).toBeUndefined();
    expect(await endSession(pool(), ines, mine.id)).toBe(false);
    expect(await endSession(pool(), tam, mine.id)).toBe(true);
    await resetPassword(tam, 'harbour lamp again', ines);
    expect((await findForSignIn(pool(), 'tam'))!.passwordHash).toMatch(/argon2id/);
  });
  it('settings have versions, and one for nothing is not made', async () => {
    const before = (await settingsHistory(pool())).length;
    expect(await saveSettings(pool(), await shopSettings(pool()), ines)).toBe(false);
    expect(await saveSettings(pool(), { ...STANDARD_SETTINGS, pace: { 'open clips': 1.4 } }, ines)).toBe(true);
    expect(await settingsHistory(pool())).toHaveLength(before + 1);
    expect((await shopSettings(pool())).pace).toEqual({ 'open clips': 1.4 });
    expect((await auditLog(pool()))[0]).toMatchObject({
      what: 'settings_changed',
      detail: { pace: { to: { 'open clips': 1.4 } } }
    });
  });
});
