import { afterAll, afterEach, beforeAll, expect, it } from 'vitest';
import { pool } from '../database/pool';
import { objectStore, StoreOutOfReach } from '../objects/store';
import { settings } from '../settings/environment';
import { answerAll, append, event, newRun, openShop, type Shop } from '../testing/shop';
import { StoreForTests } from '../testing/object-store';
import { recordNameOf } from '../bench/record-place';
import type { Run } from '../bench/runs';
import { tasksState, work } from './queue';
import { sendRecordsThatAreLeft, storeRecord } from './records';

const server = new StoreForTests();
let shop: Shop;

beforeAll(async () => {
  await server.open();
  shop = await openShop();
});
afterEach(() => (settings.objectStore = undefined));
afterAll(async () => {
  await server.end();
  await shop.database.drop();
});

async function signed(): Promise<Run> {
  const { run } = await newRun(shop);
  expect(await append(shop, run, [...answerAll(run), event({ type: 'signed' })])).toMatchObject({ ok: true });
  return run;
}
const laidDown = async (run: Run) => {
  const bytes = await objectStore()!.get(recordNameOf(run.id));
  return bytes && (JSON.parse(bytes.toString('utf8')) as { job: object; plan: object; events: { type: string }[] });
};
const isStored = async ({ id }: Run) =>
  (await pool().query('select record_stored_at is not null as is from run where id = $1', [id])).rows[0].is as boolean;
const waiting = async () => (await tasksState(pool())).find((s) => s.task === 'store-record')!.waiting;
/** All that waits is done, as a process does it. */
async function done(): Promise<void> {
  const stop = await work({ 'store-record': ({ run }) => storeRecord(pool(), run) }, 0.5);
  for (let i = 0; i < 200 && (await waiting()) > 0; i++) await new Promise((r) => setTimeout(r, 100));
  await stop();
}

it('a record goes there when it is signed, whole, without whose machine it was, and anew when something is added', async () => {
  settings.objectStore = server.setting;
  const { run: open } = await newRun(shop);
  await append(shop, open, [event({ type: 'note', text: 'not signed' })]);
  expect(await waiting()).toBe(0);
  const run = await signed();
  expect(await waiting()).toBe(1);
  await done();
  expect(await isStored(run)).toBe(true);
  const record = (await laidDown(run))!;
  expect(record).toMatchObject({ format: 'eager-wrench/run@1', plan: run.plan, machine: { hash: shop.hash } });
  expect(record.events.map((e) => e.type)).toContain('signed');
  expect(JSON.stringify(record)).not.toContain('MS Terna');
  const addition = event({ type: 'added', event: { ...event({ type: 'note', text: 'seen later' }) } });
  const taken = await append(shop, run, [addition]);
  expect(taken).toMatchObject({ ok: true });
  expect(await isStored(run)).toBe(false);
  await done();
  expect(await isStored(run)).toBe(true);
  expect((await laidDown(run))!.events).toHaveLength(record.events.length + 1);
});

it('what is added while a record is on its way sends it once more', async () => {
  settings.objectStore = server.setting;
  const run = await signed();
  const store = objectStore()!;
  const put = store.put.bind(store);
  store.put = async (...asked) => {
    await put(...asked);
    store.put = put;
    await append(shop, run, [event({ type: 'added', event: { ...event({ type: 'note', text: 'meanwhile' }) } })]);
  };
  await storeRecord(pool(), run.id);
  expect(await isStored(run)).toBe(false);
  await done();
  expect(await isStored(run)).toBe(true);
  expect(JSON.stringify(await laidDown(run))).toContain('meanwhile');
});

it('those from before there was a store are sent on their way, each once; a store that is away loses none', async () => {
  const run = await signed();
  expect(await waiting()).toBe(0);
  settings.objectStore = server.setting;
  await server.close();
  await expect(storeRecord(pool(), run.id)).rejects.toThrow(StoreOutOfReach);
  expect(await isStored(run)).toBe(false);
  await server.open();
  expect(await sendRecordsThatAreLeft()).toBe(1);
  expect(await sendRecordsThatAreLeft()).toBe(0);
  await done();
  expect(await isStored(run)).toBe(true);
  expect(await sendRecordsThatAreLeft()).toBe(0);
});
