import { afterAll, beforeAll, expect, it } from 'vitest';
import { later } from '../background/queue';
import { pool, transaction } from '../database/pool';
import { mayTry } from '../sign-in/tries';
import { freshDatabase, useDatabase } from '../testing/database';
import { answered, registry } from './metrics';
import { spending, type Spent } from './spent';

let database: Awaited<ReturnType<typeof freshDatabase>>;
beforeAll(async () => void (database = await freshDatabase()));
afterAll(() => database.drop());

/** What some work spends on the database. */
async function spentBy(work: () => Promise<unknown>): Promise<Spent> {
  const spent: Spent = { queries: 0, ms: 0 };
  await spending.run(spent, () => work().catch(() => {}));
  return spent;
}
/** The value of one line of the metrics. */
const told = async (line: string) =>
  Number(
    (await registry.metrics())
      .split('\n')
      .find((l) => l.startsWith(`${line} `))
      ?.slice(line.length)
  );

it('what each request spends on the database is its own, whichever way it is asked', async () => {
  await pool().query('select 1');
  const [two, three, none] = await Promise.all([
    spentBy(() => Promise.all([pool().query('select pg_sleep(0.2)'), pool().query('select $1::int', [7])])),
    // With begin and commit.
    spentBy(() => transaction((db) => db.query('select 2'))),
    spentBy(async () => 3)
  ]);
  expect([two.queries, three.queries, none.queries]).toEqual([2, 3, 0]);
  expect(two.ms).toBeGreaterThan(190);
  expect(two.slowest!.sql).toBe('select pg_sleep(0.2)');
  expect(none).toEqual({ queries: 0, ms: 0 });
});

it('a question that is refused took its time, too', async () => {
  const spent = await spentBy(() => pool().query('select pg_sleep(0.1), 1 / 0'));
  expect(spent.queries).toBe(1);
});

it('nothing of a question stays with its connection: a pooler may lend it to somebody else before the next', async () => {
  expect(await mayTry('sign-in', 'somebody')).toBeUndefined();
  await pool().query({ name: 'kept', text: 'select $1::int', values: [1] });
  await transaction(async (db) => {
    await db.query({ name: 'kept too', text: 'select $1::int', values: [1] });
    expect((await db.query('select name from pg_prepared_statements')).rows).toEqual([]);
  });
});

it('requests are counted by route, and named as slow above a second', async () => {
  answered('/jobs', 'GET', 200, 30, { queries: 2, ms: 12 });
  answered('/jobs', 'GET', 200, 1800, { queries: 2, ms: 1700 });
  expect(await told('eager_wrench_request_seconds_count{route="/jobs",method="GET",status="200"}')).toBe(2);
  expect(await told('eager_wrench_request_seconds_bucket{le="0.05",route="/jobs",method="GET",status="200"}')).toBe(1);
  expect(await told('eager_wrench_request_database_seconds_sum{route="/jobs"}')).toBeCloseTo(1.712);
  expect(await told('eager_wrench_slow_requests_total{route="/jobs"}')).toBe(1);
});

it('tells the state of connections, threads and streams as they are when it is asked', async () => {
  // Suites before this one, in the same process, may still hold some.
  const busy = 'eager_wrench_database_connections{state="busy"}';
  const before = await told(busy);
  const client = await pool().connect();
  try {
    expect(await told(busy)).toBe(before + 1);
  } finally {
    client.release();
  }
  expect(await told(busy)).toBe(before);
  expect(await told('eager_wrench_streams')).toBe(0);
  expect(await told('eager_wrench_thread_work{stage="working"}')).toBe(0);
});

it('tells of the work in the background, and of none once the database is away', async () => {
  await transaction((db) => later(db, 'store-photo', 'a', { photo: 'a' }));
  await pool().query(`update work.job set state = 'failed'`);
  await transaction((db) => later(db, 'store-photo', 'b', { photo: 'b' }));
  const of = (state: string) => told(`eager_wrench_background_work{task="store-photo",state="${state}"}`);
  expect([await of('waiting'), await of('active'), await of('failed')]).toEqual([1, 0, 1]);
  const url = process.env.DATABASE_URL;
  try {
    await useDatabase('postgresql://nobody@127.0.0.1:1/none');
    const metrics = await registry.metrics();
    expect(metrics).not.toContain('eager_wrench_background_work{');
    expect(metrics).toMatch(/^eager_wrench_streams /m);
  } finally {
    await useDatabase(url!);
  }
});
