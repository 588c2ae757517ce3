import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { execFileSync } from 'node:child_process';
import pg from 'pg';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { migrate } from '../../db/migrate';
import { closePool, pool } from '$lib/server/database/pool';
import { closePlanner } from '$lib/server/planning/plans';
import { useDatabase } from '$lib/server/testing/database';
import { append, event, newRun, openShop, type Shop } from '$lib/server/testing/shop';
import { Cluster } from '../setup/postgres.mjs';
import { isRoot, scratch } from '../setup/system.mjs';
import { base, drillMoment } from './moment';

const folder = mkdtempSync(join(scratch, 'eager-wrench-moment-'));
const archive = join(folder, 'archive');
const copy = join(folder, 'base');
let cluster: Cluster;
let url: string;
let shop: Shop;

beforeAll(async () => {
  mkdirSync(archive);
  execFileSync('chmod', ['755', folder]);
  if (isRoot) execFileSync('chown', ['postgres', archive]);
  cluster = Cluster.throwAway();
  cluster.settings = ['archive_mode=on', `archive_command=cp %p "${archive}/%f"`];
  await cluster.start();
  url = await cluster.createDatabase('shop');
  await migrate(url);
  await useDatabase(url);
  shop = await openShop(Promise.resolve({ url, ownerUrl: url, drop: closePool }));
});
afterAll(async () => {
  await closePlanner();
  await closePool();
  await cluster.stop();
  rmSync(folder, { recursive: true, force: true });
});

/** Everything until now is in the archive. */
async function archived(): Promise<void> {
  const owner = new pg.Client({ connectionString: url });
  await owner.connect();
  const { file } = (await owner.query('select pg_walfile_name(pg_switch_wal()) as file')).rows[0];
  await owner.end();
  for (let i = 0; i < 300 && !existsSync(join(archive, file)); i++) await new Promise((r) => setTimeout(r, 50));
}
const notes = (n: number) => Array.from({ length: n }, (_, i) => event({ type: 'note', text: `note ${i}` }));

it('any moment since a copy was made can be had again, and what came after it is told', async () => {
  const { run } = await newRun(shop);
  expect(await append(shop, run, notes(2))).toMatchObject({ ok: true });
  const settings = join(folder, 'settings.env');
  writeFileSync(settings, 'LOG_LEVEL=warn\n');
  await base({ url, copying: url }, copy, { settings });
  expect(readFileSync(join(copy, 'settings.env'), 'utf8')).toBe('LOG_LEVEL=warn\n');
  await expect(base({ url, copying: url }, copy, {})).rejects.toThrow(/not empty/);

  expect(await append(shop, run, notes(3))).toMatchObject({ ok: true });
  const { moment } = (await pool().query<{ moment: string }>('select now()::text as moment')).rows[0]!;
  await new Promise((r) => setTimeout(r, 20));
  const { run: later } = await newRun(shop);
  expect(await append(shop, later, notes(4))).toMatchObject({ ok: true });
  await archived();

  const then = await drillMoment(url, { folder: copy, archive, to: moment });
  expect(then).toMatchObject({ runs: 1, events: 5, differing: [], lostEvents: 4 });
  expect(then.lostSeconds).toBeGreaterThan(0);
  const end = await drillMoment(url, { folder: copy, archive });
  expect(end).toMatchObject({ runs: 2, events: 9, differing: [], lostEvents: 0, lostSeconds: 0 });

  // A record that is another than it was then is found.
  await pool().query('alter table run_event disable trigger run_event_is_kept');
  await pool().query(
    `update run_event set body = jsonb_set(body, '{text}', '"another"') where run_id = $1 and seq = 2`,
    [run.id]
  );
  expect((await drillMoment(url, { folder: copy, archive })).differing).toEqual([run.id]);
});

it('a moment without its zone, and a folder that holds no copy, are refused', async () => {
  await expect(drillMoment(url, { folder: copy, archive, to: '2026-11-28 12:00:00' })).rejects.toThrow(/no zone/);
  await expect(drillMoment(url, { folder, archive })).rejects.toThrow(/no base\.json/);
});
