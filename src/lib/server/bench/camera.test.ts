import { english } from '$core/testing/english';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { pool } from '../database/pool';
import { answerAll, append, event, newRun, openShop, type Shop } from '../testing/shop';
import { cameraOf, openCamera, stepAtHand, takePicture } from './camera';
import { photoOf } from './photos';
import { eventsOf } from './runs';
import type { Run } from './runs';

let shop: Shop;
let run: Run;
let number: number;
let picture: Buffer;
beforeAll(async () => {
  shop = await openShop();
  ({ run, number } = await newRun(shop));
  picture = await sharp({ create: { width: 64, height: 48, channels: 3, background: { r: 40, g: 90, b: 110 } } })
    .jpeg()
    .toBuffer();
});
afterAll(() => shop.database.drop());

const opened = async () => (await cameraOf(pool(), (await openCamera(pool(), run.id, shop.tam)).token))!;
const owner = async (sql: string, values: unknown[] = []) => {
  const { default: pg } = await import('pg');
  const client = new pg.Client({ connectionString: shop.database.ownerUrl });
  await client.connect();
  await client.query(sql, values).finally(() => client.end());
};

describe('a phone beside the bench', () => {
  it('is opened by a key that only it keeps, for this run and in this name', async () => {
    const { token, expiresAt } = await openCamera(pool(), run.id, shop.tam);
    expect(await cameraOf(pool(), token)).toEqual({
      runId: run.id,
      personId: shop.tam,
      person: 'Tam Okello',
      job: Number(number),
      expiresAt
    });
    const minutes = (Date.parse(expiresAt) - Date.now()) / 60_000;
    expect(minutes).toBeGreaterThan(14);
    expect(minutes).toBeLessThanOrEqual(15);
    expect(JSON.stringify((await pool().query('select * from camera')).rows)).not.toContain(token);
    expect(await cameraOf(pool(), `${token}x`)).toBeUndefined();
  });

  it('takes pictures of the step in hand: recorded first, then kept', async () => {
    const camera = await opened();
    expect(await stepAtHand(pool(), camera)).toBe(english(run.plan.steps[0]!.text));
    expect((await append(shop, run, answerAll(run).slice(0, 3))).ok).toBe(true);
    expect(await stepAtHand(pool(), camera)).toBe(english(run.plan.steps[3]!.text));
    const taken = await takePicture(pool(), camera, picture);
    if (!taken.ok) throw new Error('not taken');
    const { events } = await eventsOf(pool(), run.id);
    expect(events.at(-1)).toMatchObject({
      type: 'photo',
      photo: taken.photo,
      step: run.plan.steps[3]!.id,
      by: 'Tam Okello'
    });
    expect((await photoOf(pool(), { run: run.id }, taken.photo))!.subarray(0, 3)).toEqual(
      Buffer.from([0xff, 0xd8, 0xff])
    );
  });

  it('records nothing of what is no picture', async () => {
    const before = (await eventsOf(pool(), run.id)).seq;
    expect(await takePicture(pool(), await opened(), Buffer.from('<html>'))).toMatchObject({ ok: false });
    expect((await eventsOf(pool(), run.id)).seq).toBe(before);
  });

  it('is shut by time, by a newer key, by a change of its person, and by the signature', async () => {
    const first = (await openCamera(pool(), run.id, shop.tam)).token;
    const second = (await openCamera(pool(), run.id, shop.tam)).token;
    expect(await cameraOf(pool(), first)).toBeUndefined();
    const isOpen = async () => (await cameraOf(pool(), second)) !== undefined;
    expect(await isOpen()).toBe(true);
    await owner(`update person set role = 'trainee' where id = $1`, [shop.tam]);
    expect(await isOpen()).toBe(false);
    await owner(`update person set role = 'technician', disabled_at = now() where id = $1`, [shop.tam]);
    expect(await isOpen()).toBe(false);
    await owner(`update person set disabled_at = null where id = $1`, [shop.tam]);
    expect(await isOpen()).toBe(true);
    await owner(`update camera set expires_at = now() - interval '1 second'`);
    expect(await isOpen()).toBe(false);

    const other = await newRun(shop);
    const { token } = await openCamera(pool(), other.run.id, shop.tam);
    const camera = (await cameraOf(pool(), token))!;
    expect((await append(shop, other.run, [...answerAll(other.run), event({ type: 'signed' })])).ok).toBe(true);
    expect(await cameraOf(pool(), token)).toBeUndefined();
    expect(await takePicture(pool(), camera, picture)).toMatchObject({ ok: false });
  });
});
