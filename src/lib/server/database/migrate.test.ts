import type pg from 'pg';
import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { migrate } from '../../../../db/migrate';
import { freshDatabase, ownerOf } from '../testing/database';
import { LIMITS, pool } from './pool';

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

const finished = async () => (await owner.query('select name from finished order by id')).rows.map((r) => r.name);
/** As before the second part: the first is there, and a process serves in some version. */
async function unfinished(version: string, secondsAgo = 0): Promise<void> {
  await owner.query('delete from finished; delete from process');
  await owner.query(
    `insert into process (id, host, port, version, started_at, seen_at)
     values (gen_random_uuid(), 'here', 1, $1, now(), now() - make_interval(secs => $2))`,
    [version, secondsAgo]
  );
}

it('what the version before could not bear waits for the last of its processes, and is told as left', async () => {
  const all = await finished();
  expect(all).toContain('0015_months');
  await unfinished('before');
  expect(await migrate(database.ownerUrl, 'now')).toEqual(all);
  // Who does not say what is there now waits for everybody.
  expect(await migrate(database.ownerUrl)).toEqual(all);
  expect(await finished()).toEqual([]);
  await unfinished('now');
  expect(await migrate(database.ownerUrl, 'now')).toEqual([]);
  expect(await finished()).toEqual(all);
  await unfinished('before', 61);
  expect(await migrate(database.ownerUrl, 'now')).toEqual([]);
  expect(await finished()).toEqual(all);
});

it('a migration that waits for its turn gives way to those who work, and tries again', async () => {
  await unfinished('now');
  // Somebody reads for long: the migration waits for them, and everybody else would wait behind it.
  await owner.query('begin');
  await owner.query('select 1 from run');
  const held = migrate(database.ownerUrl, 'now');
  await new Promise((r) => setTimeout(r, 1000));
  await pool().query('select 1 from run');
  await owner.query('commit');
  expect(await held).toEqual([]);
  expect(await finished()).toContain('0015_months');
});

it('behind a pooler the application’s login has the limits that the application asks for itself', () => {
  const sql = readFileSync('deploy/pgbouncer/limits.sql', 'utf8');
  const set = Object.fromEntries(
    [...sql.matchAll(/set (\w+) = (\d+);/g)].map(([, name, value]) => [name, Number(value)])
  );
  const { statement_timeout, lock_timeout, idle_in_transaction_session_timeout } = LIMITS;
  expect(set).toEqual({ statement_timeout, lock_timeout, idle_in_transaction_session_timeout });
  const ignored = /ignore_startup_parameters = (.*)/.exec(readFileSync('deploy/pgbouncer/pgbouncer.ini', 'utf8'))![1]!;
  expect(ignored.split(',').sort()).toEqual(Object.keys(set).sort());
});
