import { randomUUID, createHash } from 'node:crypto';
import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { afterAll, afterEach, beforeAll, expect, it } from 'vitest';
import { health } from '../operations/health';
import { keepPhoto, photoOf } from '../bench/photos';
import { pool } from '../database/pool';
import { objectStore, StoreOutOfReach } from '../objects/store';
import { settings } from '../settings/environment';
import { append, event, newRun, openShop, type Shop } from '../testing/shop';
import { StoreForTests } from '../testing/object-store';
import type { Run } from '../bench/runs';
import { beginBackground, endBackground } from './begin';
import { sendWhatIsLeft, storePhoto } from './photos';
import { tasksState, tryAgain, work } from './queue';

const server = new StoreForTests();
const setting = () => server.setting;
let shop: Shop;
let run: Run;

beforeAll(async () => {
  await server.open();
  shop = await openShop();
  ({ run } = await newRun(shop));
});
afterEach(() => {
  settings.objectStore = undefined;
  settings.photoFolder = undefined;
});
afterAll(async () => {
  await server.end();
  await shop.database.drop();
});

/** A picture that somebody took and sent. */
async function taken(): Promise<{ id: string; bytes: Buffer }> {
  const id = randomUUID();
  const background = { r: Number.parseInt(id.slice(0, 2), 16), g: 90, b: 110 };
  const bytes = await sharp({ create: { width: 300, height: 200, channels: 3, background } })
    .jpeg()
    .toBuffer();
  const sha256 = createHash('sha256').update(bytes).digest('hex');
  await append(shop, run, [event({ type: 'photo', photo: id, step: run.plan.steps[0]!.id, sha256 })]);
  expect(await keepPhoto(pool(), { id, album: { run: run.id }, person: shop.tam, bytes })).toEqual({ ok: true });
  return { id, bytes };
}
const shown = (id: string) => photoOf(pool(), { run: run.id }, id);
const lying = async (id: string) =>
  (
    await pool().query(
      'select bytes is not null as "inRow", stored_at is not null as "inStore" from photo where id = $1',
      [id]
    )
  ).rows[0];
const until = async (is: () => Promise<boolean>, seconds = 20) => {
  for (let i = 0; i < seconds * 10; i++) {
    if (await is()) return;
    await new Promise((r) => setTimeout(r, 100));
  }
  throw new Error(`not within ${seconds} s`);
};
const given = (fails: number) => expect.objectContaining({ task: 'store-photo', waiting: 0, active: 0, failed: fails });

it('a picture lies in its row until it has been brought into the store, by whichever process takes it, and once', async () => {
  settings.objectStore = setting();
  const photos = await Promise.all([1, 2, 3, 4, 5, 6].map(taken));
  const before = await Promise.all(photos.map(({ id }) => shown(id)));
  expect(await lying(photos[0]!.id)).toEqual({ inRow: true, inStore: false });
  expect((await tasksState(pool()))[0]).toMatchObject({ task: 'store-photo', waiting: 6, failed: 0 });
  const brought: string[] = [];
  const does = {
    'store-photo': async ({ photo }: { photo: string }) => {
      brought.push(photo);
      await storePhoto(pool(), photo);
    }
  };
  // Two processes that ask seldom: one piece after the other is taken all the same.
  const stops = [await work(does, 10), await work(does, 10)];
  await until(async () => (await tasksState(pool()))[0]!.waiting + (await tasksState(pool()))[0]!.active === 0);
  await Promise.all(stops.map((stop) => stop()));
  expect([...brought].sort()).toEqual(photos.map(({ id }) => id).sort());
  for (const [i, { id }] of photos.entries()) {
    expect(await lying(id)).toEqual({ inRow: false, inStore: true });
    expect(await shown(id)).toEqual(before[i]);
    // Done once more, as work may be: nothing changes.
    await storePhoto(pool(), id);
    expect(await shown(id)).toEqual(before[i]);
  }
});

it('a store that is away keeps nobody waiting; its pictures are told as out of reach, not as lost', async () => {
  settings.objectStore = setting();
  const there = await taken();
  await storePhoto(pool(), there.id);
  await server.close();
  try {
    const { id } = await taken();
    expect((await shown(id))!.length).toBeGreaterThan(100);
    await expect(storePhoto(pool(), id)).rejects.toThrow(StoreOutOfReach);
    expect(await lying(id)).toEqual({ inRow: true, inStore: false });
    await expect(shown(there.id)).rejects.toThrow(/ECONNREFUSED/);
    expect(await objectStore()!.answers()).toBe(false);
  } finally {
    await server.open();
  }
  await expect.poll(() => objectStore()!.answers(), { timeout: 60_000 }).toBe(true);
  expect(await shown(there.id)).toBeDefined();
});

it('work that is given up is told with its reason, and tried again when a lead says so', async () => {
  settings.objectStore = { ...setting(), key: 'NOBODY' };
  const { id } = await taken();
  await pool().query(
    `update work.job set retry_limit = 0 where name = 'store-photo' and state in ('created', 'retry')`
  );
  const does = { 'store-photo': ({ photo }: { photo: string }) => storePhoto(pool(), photo) };
  let stop = await work(does, 0.5);
  await until(async () => (await tasksState(pool()))[0]!.failed > 0 && (await tasksState(pool()))[0]!.waiting === 0);
  await stop();
  const [state] = await tasksState(pool());
  expect(state!.lastError).toMatch(/refused PUT \(InvalidAccessKeyId\)/);
  expect(await lying(id)).toEqual({ inRow: true, inStore: false });
  // Not sent on its way again by itself.
  await sendWhatIsLeft();
  expect((await tasksState(pool()))[0]!.failed).toBe(state!.failed);
  settings.objectStore = setting();
  expect(await tryAgain()).toBe(state!.failed);
  stop = await work(does, 0.5);
  await until(async () => (await lying(id)).inStore);
  await stop();
  expect((await tasksState(pool()))[0]).toEqual(given(0));
});

it('what came back from the store is compared: a store that spoils what it is given gets no picture for its own', async () => {
  const liar: Server = createServer((request, response) => {
    request.resume();
    request.on('end', () => response.end(request.method === 'GET' ? 'something else' : ''));
  });
  await new Promise<void>((r) => liar.listen(0, '127.0.0.1', r));
  try {
    settings.objectStore = setting();
    const { id } = await taken();
    settings.objectStore = { ...setting(), address: `http://127.0.0.1:${(liar.address() as AddressInfo).port}/x` };
    await expect(storePhoto(pool(), id)).rejects.toThrow(/not in the store as it was put/);
    expect(await lying(id)).toEqual({ inRow: true, inStore: false });
  } finally {
    await new Promise((r) => liar.close(r));
  }
});

it('pictures from before there was a store are sent on their way, out of rows and out of the folder; each once', async () => {
  const inRow = await taken();
  const photos = mkdtempSync(join(tmpdir(), 'photos-'));
  settings.photoFolder = photos;
  const inFolder = await taken();
  expect(readdirSync(photos)).toEqual([`${inFolder.id}.jpg`]);
  const before = [await shown(inRow.id), await shown(inFolder.id)];
  settings.objectStore = setting();
  expect(await sendWhatIsLeft()).toBeGreaterThanOrEqual(2);
  expect(await sendWhatIsLeft()).toBe(0);
  const stop = await work({ 'store-photo': ({ photo }) => storePhoto(pool(), photo) }, 0.5);
  await until(async () => (await lying(inRow.id)).inStore && (await lying(inFolder.id)).inStore);
  await stop();
  expect(readdirSync(photos)).toEqual([]);
  expect([await shown(inRow.id), await shown(inFolder.id)]).toEqual(before);
  rmSync(photos, { recursive: true });
});

it('a process with a store does this by itself from its start to its end, and says of the store whether it answers', async () => {
  const left = await taken();
  expect(await health()).toEqual({ process: 'up', database: 'up' });
  settings.objectStore = setting();
  expect(await health()).toEqual({ process: 'up', database: 'up', photos: 'up' });
  beginBackground();
  const sent = await taken();
  await until(async () => (await lying(left.id)).inStore && (await lying(sent.id)).inStore);
  await endBackground();
  const after = await taken();
  await new Promise((r) => setTimeout(r, 3000));
  expect(await lying(after.id)).toEqual({ inRow: true, inStore: false });
});

it('a picture that the store has lost can be sent again, and no other in its place', async () => {
  settings.objectStore = setting();
  const { id, bytes } = await taken();
  await storePhoto(pool(), id);
  const before = await shown(id);
  await objectStore()!.remove(`photos/${id}.jpg`);
  expect(await shown(id)).toBeUndefined();
  const other = await sharp(bytes).negate().jpeg().toBuffer();
  const send = (sent: Buffer) => keepPhoto(pool(), { id, album: { run: run.id }, person: shop.tam, bytes: sent });
  expect(await send(other)).toMatchObject({ ok: false, problems: [{ code: 'not-the-picture' }] });
  expect(await send(bytes)).toEqual({ ok: true });
  expect(await shown(id)).toEqual(before);
});

it('nothing else of a picture may ever change, and not even that twice', async () => {
  settings.objectStore = setting();
  const { id } = await taken();
  const refused = /append-only|permission denied/;
  for (const set of [`bytes = '\\x00'`, `bytes = null`, `stored_at = now()`, `bytes = null, stored_at = null`])
    await expect(pool().query(`update photo set ${set} where id = $1`, [id]), set).rejects.toThrow(refused);
  await expect(pool().query(`update photo set thumb = '\\x00' where id = $1`, [id])).rejects.toThrow(refused);
  await storePhoto(pool(), id);
  await expect(pool().query(`update photo set stored_at = now() where id = $1`, [id])).rejects.toThrow(refused);
});
