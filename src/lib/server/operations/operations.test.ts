import pg from 'pg';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { Cluster } from '../../../../scripts/setup/postgres.mjs';
import { pool } from '../database/pool';
import { freshDatabase, ownerOf } from '../testing/database';
import { backupState, databaseState } from './databases';
import { AWAY_MS, beat, processes, sayGoodbye } from './processes';

let database: Awaited<ReturnType<typeof freshDatabase>>;
let owner: pg.Client;
beforeAll(async () => {
  database = await freshDatabase();
  owner = await ownerOf(database);
});
afterAll(async () => {
  await owner.end();
  await database.drop();
});

it('a process that was heard of is there, one that was not for some time is away, and is forgotten after a day', async () => {
  await beat(pool());
  await beat(pool());
  const [mine, ...others] = await processes(pool());
  expect(others).toEqual([]);
  expect(mine).toMatchObject({ isAway: false, streams: 0, threadWork: 0 });
  expect(mine!.memory).toBeGreaterThan(1e7);
  const silent = (ms: number) =>
    owner.query('update process set seen_at = now() - make_interval(secs => $1)', [ms / 1000]);
  await silent(AWAY_MS - 5000);
  expect((await processes(pool()))[0]!.isAway).toBe(false);
  await silent(AWAY_MS + 5000);
  expect((await processes(pool()))[0]!.isAway).toBe(true);
  await owner.query(
    `insert into process (id, host, port, version, started_at, seen_at) values (gen_random_uuid(), 'gone', 1, '1', now(), now() - interval '25 hours')`
  );
  await beat(pool());
  expect((await processes(pool())).map((p) => [p.host === 'gone', p.isAway])).toEqual([[false, false]]);
  await sayGoodbye(pool());
  expect(await processes(pool())).toEqual([]);
});

it('the database says what it is, and when the last backup and the last drill were', async () => {
  const state = await databaseState(pool());
  expect(state).toMatchObject({ standbys: [], migration: expect.stringMatching(/^\d{4}_/) });
  expect(state.size).toBeGreaterThan(1e6);
  expect(state.connections.used).toBeGreaterThan(0);
  expect(await backupState(pool())).toEqual({});
  await owner.query(
    `insert into backup (what, at) values ('backup', '2026-11-25T03:00:00Z'), ('backup', '2026-11-26T03:00:00Z'), ('drill', '2026-11-01T03:00:00Z')`
  );
  expect(await backupState(pool())).toEqual({ backup: '2026-11-26T03:00:00.000Z', drill: '2026-11-01T03:00:00.000Z' });
});

it('where the application may not ask for standbys it says so, and does not say that there are none', async () => {
  await owner.query('revoke pg_monitor from eager_wrench_app');
  try {
    expect('standbys' in (await databaseState(pool()))).toBe(false);
  } finally {
    await owner.query('grant pg_monitor to eager_wrench_app');
  }
});

it('a standby that follows is seen, with how far it is behind', async () => {
  const primary = await Cluster.throwAway().start();
  const standby = await primary.standby();
  const db = new pg.Client({ connectionString: primary.url('postgres') });
  const held = new pg.Client({ connectionString: standby.url('postgres') });
  await Promise.all([db.connect(), held.connect()]);
  try {
    await db.query('create table migration (id int, name text)');
    const seen = async () => (await databaseState(db)).standbys![0];
    await expect.poll(seen).toMatchObject({ isStreaming: true, isSynchronous: false, behind: 0 });
    await held.query('select pg_wal_replay_pause()');
    await db.query('create table thing as select generate_series(1, 20000)');
    await expect.poll(async () => (await seen())!.behind).toBeGreaterThan(100_000);
  } finally {
    await Promise.all([db.end(), held.end()]);
    await standby.stop();
    await primary.stop();
  }
});
