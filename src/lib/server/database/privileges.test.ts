import type pg from 'pg';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { pool } from './pool';
import { freshDatabase, ownerOf } from '../testing/database';

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

/** Tables that say of themselves that they are only added to: those that a trigger keeps from being changed. */
const kept = async () =>
  (
    await owner.query(
      `select distinct c.relname as name from pg_trigger t join pg_class c on c.oid = t.tgrelid join pg_proc p on p.oid = t.tgfoid where p.proname = 'refuse_change' and not c.relispartition order by 1`
    )
  ).rows.map((r: { name: string }) => r.name);

it('what is append-only is so for the application, by privilege, and for its owner, by trigger', async () => {
  const tables = await kept();
  expect(tables).toEqual([
    'audit',
    'draft_event',
    'fault_set',
    'job_event',
    'machine_file',
    'machine_standing',
    'photo',
    'recording_event',
    'run_event',
    'shop_settings',
    'stock_move'
  ]);
  for (const table of tables) {
    const column = (
      await owner.query(
        `select attname from pg_attribute where attrelid = $1::regclass and attnum > 0 and attidentity = '' limit 1`,
        [table]
      )
    ).rows[0].attname;
    for (const sql of [
      `update ${table} set ${column} = ${column}`,
      `delete from ${table}`,
      `truncate ${table} cascade`
    ])
      await expect(pool().query(sql), sql).rejects.toThrow(/permission denied/);
    await expect(owner.query(`truncate ${table} cascade`), table).rejects.toThrow(/append-only|cannot truncate/);
  }
});

it('the application owns nothing, makes nothing and takes no trigger away', async () => {
  const { rows } = await pool().query(
    `select count(*)::int as n from pg_class where relowner = (select oid from pg_roles where rolname = current_user)`
  );
  expect(rows[0].n).toBe(0);
  for (const sql of [
    'create table mine (a int)',
    'alter table run_event disable trigger all',
    'drop table audit',
    'set role eager_wrench',
    'create role other',
    'drop function refuse_change() cascade'
  ]) {
    await expect(pool().query(sql), sql).rejects.toThrow(/permission denied|must be owner/);
  }
  expect(
    (
      await pool().query(
        `select rolsuper or rolcreaterole or rolcreatedb or rolbypassrls as "is" from pg_roles where rolname = current_user`
      )
    ).rows[0].is
  ).toBe(false);
});

it('every table is granted as it is meant: only the keeper writes down migrations and backups', async () => {
  const { rows } = await owner.query(
    `select relname as name from pg_class where relkind in ('r', 'p') and not relispartition and relnamespace = 'public'::regnamespace and not has_table_privilege('eager_wrench_app', oid, 'insert') order by 1`
  );
  expect(rows.map((r: { name: string }) => r.name)).toEqual(['backup', 'finished', 'migration', 'month']);
});

it('the tables of months are reached through the whole table alone', async () => {
  const { rows } = await owner.query(
    `select relname as name, has_any_column_privilege('eager_wrench_app', oid, 'select, insert, update') or has_table_privilege('eager_wrench_app', oid, 'delete, truncate') as "is"
       from pg_class where relispartition and relkind = 'r' and relnamespace = 'public'::regnamespace`
  );
  expect(rows.length).toBeGreaterThan(5);
  expect(rows.filter((r: { is: boolean }) => r.is)).toEqual([]);
});
