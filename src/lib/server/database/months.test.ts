import type pg from 'pg';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { eventsOf, monthOf } from '../bench/runs';
import { ownerOf } from '../testing/database';
import { append, event, newRun, openShop, type Shop } from '../testing/shop';
import { audit, auditLog } from './audit';
import { pool } from './pool';

let shop: Shop;
let owner: pg.Client;
beforeAll(async () => {
  shop = await openShop();
  owner = await ownerOf(shop.database);
});
afterAll(async () => {
  await owner.end();
  await shop.database.drop();
});

const partitionsOf = async (table: string) =>
  (
    await owner.query<{ name: string }>(
      `select inhrelid::regclass::text as name from pg_inherits where inhparent = $1::regclass order by 1`,
      [table]
    )
  ).rows.map((r) => r.name);
const monthFromNow = async (n: number) =>
  (await owner.query(`select to_char(now() at time zone 'utc' + make_interval(months => $1), 'YYYY_MM') as m`, [n]))
    .rows[0].m as string;
/** Tables of events that a statement reads, as the database plans it. */
async function read(sql: string, values: unknown[]): Promise<string[]> {
  const { rows } = await owner.query(`explain (analyze, costs off, timing off) ${sql}`, values);
  const lines = rows.map((r: { 'QUERY PLAN': string }) => r['QUERY PLAN']).filter((l) => !l.includes('never executed'));
  return [
    ...new Set(
      lines.flatMap((l) => /on ((?:run_event|audit)_\w+)/.exec(l)?.[1] ?? []).filter((name) => !name.endsWith('key'))
    )
  ].sort();
}

it('months are made ahead, once, by the application, which may make no other table', async () => {
  const [now, next, after] = [await monthFromNow(0), await monthFromNow(1), await monthFromNow(2)];
  expect(await partitionsOf('run_event')).toEqual([
    ...[now, next, after].map((m) => `run_event_${m}`),
    'run_event_first'
  ]);
  expect(await partitionsOf('audit')).toEqual([
    ...[next, after].map((m) => `audit_${m}`),
    'audit_first',
    'audit_other'
  ]);
  expect((await pool().query('select make_months() as made')).rows[0].made).toBe(0);
  await owner.query(`drop table run_event_${after}, audit_${after}`);
  await owner.query(`delete from month where month = to_date($1, 'YYYY_MM')`, [after]);
  const made = await Promise.all([1, 2, 3, 4].map(() => pool().query('select make_months() as made')));
  expect(made.map((m) => m.rows[0].made).sort()).toEqual([0, 0, 0, 1]);
  expect(await partitionsOf('audit')).toContain(`audit_${after}`);
  for (const table of [`run_event_${after}`, `audit_${after}`])
    await expect(owner.query(`truncate ${table}`)).rejects.toThrow(/append-only/);
});

it('where no month was made in time, runs are of the last there is, and the log goes on', async () => {
  await owner.query('begin');
  try {
    await owner.query(`delete from month where month > '2000-01-01'`);
    expect((await owner.query('select newest_month()::text as month')).rows).toEqual([{ month: '2000-01-01' }]);
    await owner.query(`insert into audit (at, what, about) values (now() + interval '5 years', 'later', 'x')`);
    expect((await owner.query(`select tableoid::regclass::text as t from audit where what = 'later'`)).rows).toEqual([
      { t: 'audit_other' }
    ]);
  } finally {
    await owner.query('rollback');
  }
});

it('a run of this month is read from its table alone; one from before there were months goes on in the first', async () => {
  const { run } = await newRun(shop);
  const notes = [1, 2, 3].map((n) => event({ type: 'note', text: `${n}` }));
  expect(await append(shop, run, notes)).toMatchObject({ ok: true, seq: 3 });
  const month = await monthFromNow(0);
  const reading = 'select body from run_event where month = $1 and run_id = $2 and seq > 0 order by seq';
  expect(await read(reading, [(await monthOf(run.id, pool()))!.month, run.id])).toEqual([`run_event_${month}`]);

  const { run: old } = await newRun(shop);
  await owner.query(`update run set month = '2000-01-01' where id = $1`, [old.id]);
  expect(await append(shop, old, notes)).toMatchObject({ ok: true, seq: 3 });
  expect((await eventsOf(pool(), old.id)).events.map((e) => e.id)).toEqual(notes.map((e) => e.id));
  expect(await read(reading, ['2000-01-01', old.id])).toEqual(['run_event_first']);
  // As the event of a photo is sought.
  const within = 'select 1 from run_event where run_id = $1 and month = (select month from run where id = $1)';
  expect(await read(within, [old.id])).toEqual(['run_event_first']);
});

it('an event that does not say its month, or another than its run, is refused by the database itself', async () => {
  const { run } = await newRun(shop);
  const insert = (month: string | null) =>
    pool().query(
      `insert into run_event (month, run_id, seq, id, at, person_id, body) values ($1, $2, 1, gen_random_uuid(), now(), $3, '{}')`,
      [month, run.id, shop.tam]
    );
  await expect(insert(null)).rejects.toThrow(/no partition/);
  await expect(insert('2000-01-01')).rejects.toThrow(/run_event_first_month_fkey/);
  await expect(insert('1999-01-01')).rejects.toThrow(/no partition/);
});

it('the newest of the log are read from the newest tables, in order', async () => {
  for (const about of ['a', 'b', 'c']) await audit(pool(), shop.tam, 'signed_in', about, {});
  expect((await auditLog(pool(), 3)).map((row) => row.about)).toEqual(['c', 'b', 'a']);
  await owner.query(
    `insert into audit (at, what, about)
     select date_trunc('month', now()) + interval '40 days' + make_interval(secs => i), 'later', i::text from generate_series(1, 300) i`
  );
  expect((await auditLog(pool(), 1))[0]!.about).toBe('300');
  const since = (days: number) =>
    read(`select 1 from audit a where a.at > now() + make_interval(days => $1) order by a.at desc, a.id desc`, [days]);
  expect(await since(-62)).toContain('audit_first');
  expect(await since(35)).not.toContain('audit_first');
});
