import type { Cookies, RequestEvent } from '@sveltejs/kit';
import pg from 'pg';
import { afterAll, beforeAll, beforeEach, expect, it } from 'vitest';
import { Cluster } from '../../../../scripts/setup/postgres.mjs';
import { registry } from '../metrics/metrics';
import { settings } from '../settings/environment';
import { useDatabase } from '../testing/database';
import { closePool, isOutOfReach, pool, transaction, type Queryable } from './pool';
import { closeStandbys, keepPosition, reading } from './standby';

/** A primary and a standby of its own, whose copying a test may hold. */
let primary: Cluster;
let standby: Cluster;
let keeper: pg.Client;
const before = { url: process.env.DATABASE_URL, read: settings.databaseReadUrl };

beforeAll(async () => {
  primary = await Cluster.throwAway().start();
  standby = await primary.standby();
  await useDatabase(await primary.createDatabase('shop'));
  settings.databaseReadUrl = standby.url('shop');
  await pool().query('create table thing (name text)');
  keeper = new pg.Client({ connectionString: standby.url('postgres') });
  keeper.on('error', () => {});
  await keeper.connect();
});
afterAll(async () => {
  settings.databaseReadUrl = before.read;
  process.env.DATABASE_URL = before.url;
  await keeper.end().catch(() => {});
  await Promise.all([closePool(), closeStandbys()]);
  await Promise.all([primary.stop(), standby.stop()]);
});

const hold = (isHeld: boolean) => keeper.query(`select pg_wal_replay_${isHeld ? 'pause' : 'resume'}()`);
/** A browser that keeps what it is given. */
class Browser {
  kept: string | undefined;
  event(method: string): RequestEvent {
    return {
      request: new Request('http://shop.example/', { method }),
      url: new URL('http://shop.example/'),
      cookies: { get: () => this.kept } as unknown as Cookies
    } as RequestEvent;
  }
  /** Writes by way of the primary, as an action does. */
  async adds(name: string): Promise<void> {
    await pool().query('insert into thing values ($1)', [name]);
    const answer = new Response(null, { status: 303 });
    await keepPosition(this.event('POST'), answer);
    this.kept = /eager_wrench_position=([^;]+)/.exec(answer.headers.get('set-cookie') ?? '')?.[1];
  }
  async sees(method = 'GET'): Promise<{ names: string[]; by: string }> {
    return reading(this.event(method), async (db: Queryable) => {
      const { rows } = await db.query(
        'select coalesce(array_agg(name order by name), \'{}\') as names, pg_is_in_recovery() as "isStandby" from thing'
      );
      return { names: rows[0].names, by: rows[0].isStandby ? 'standby' : 'primary' };
    });
  }
}

/** How many reads have gone so, as the figures tell it. */
async function reads(how: 'standby' | 'behind' | 'failed'): Promise<number> {
  const told = await registry.metrics();
  return Number(new RegExp(`eager_wrench_standby_reads_total\\{how="${how}"\\} (\\d+)`).exec(told)?.[1] ?? 0);
}

/** A standby that does not answer within a second is not waited for, so that on a busy machine one may have to ask again. */
const SOON = { timeout: 60_000 };

/** Until the standby has what the primary has. */
async function caughtUp(): Promise<void> {
  const { rows } = await pool().query('select pg_current_wal_insert_lsn()::text as position');
  for (;;) {
    const { rows: at } = await keeper.query('select pg_last_wal_replay_lsn() >= $1::pg_lsn as "isThere"', [
      rows[0].position
    ]);
    if (at[0].isThere) return;
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
}

beforeEach(async () => {
  await hold(false);
  await pool().query('truncate thing');
  await caughtUp();
});

it('a standby answers, and nobody misses what they did themselves while it is behind', async () => {
  const [one, other] = [new Browser(), new Browser()];
  await one.adds('fan');
  await caughtUp();
  await expect.poll(() => one.sees(), SOON).toEqual({ names: ['fan'], by: 'standby' });
  await hold(true);
  await one.adds('lid');
  const behind = await reads('behind');
  do expect(await one.sees()).toEqual({ names: ['fan', 'lid'], by: 'primary' });
  while ((await reads('behind')) === behind);
  // Who did nothing may be a moment behind.
  await expect.poll(() => other.sees(), SOON).toEqual({ names: ['fan'], by: 'standby' });
  await hold(false);
  await caughtUp();
  await expect.poll(() => one.sees(), SOON).toEqual({ names: ['fan', 'lid'], by: 'standby' });
});

it('the page in answer to a change is read where the change was made; a position that is none is none', async () => {
  const one = new Browser();
  await hold(true);
  await one.adds('fan');
  expect(await one.sees('POST')).toEqual({ names: ['fan'], by: 'primary' });
  for (const kept of ["0/0'; drop table thing", '', 'FFFFFFFFF/0', '1']) {
    one.kept = kept;
    await expect.poll(async () => (await one.sees()).by, SOON).toBe('standby');
  }
});

it('nothing is kept of what was only read, or was refused', async () => {
  const one = new Browser();
  for (const [method, status] of [
    ['GET', 200],
    ['POST', 422]
  ] as const) {
    const answer = new Response(null, { status });
    await keepPosition(one.event(method), answer);
    expect(answer.headers.get('set-cookie')).toBeNull();
  }
});

it('writing to what turned out to be a standby is told as a database out of reach, and asked of another connection next', async () => {
  const shop = process.env.DATABASE_URL;
  await useDatabase(standby.url('shop'));
  const write = () => transaction((db) => db.query("insert into thing values ('fan')"));
  try {
    const error = await write().catch((e: unknown) => e);
    expect(isOutOfReach(error)).toBe(true);
    expect(pool().totalCount).toBe(0);
  } finally {
    await useDatabase(shop!);
  }
  await write();
});

it('what a standby refuses is a fault as anywhere; one that is gone is not missed', async () => {
  await expect
    .poll(() => reading(new Browser().event('GET'), (db) => db.query('select nothing from thing')).catch(String), SOON)
    .toMatch(/nothing/);
  // Who would write there is sent to the primary.
  await reading(new Browser().event('GET'), (db) => db.query("insert into thing values ('fan')"));
  await standby.stop();
  const failed = await reads('failed');
  expect(await new Browser().sees()).toEqual({ names: ['fan'], by: 'primary' });
  expect(await reads('failed')).toBe(failed + 1);
});
