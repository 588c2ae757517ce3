import { readFileSync } from 'node:fs';
import pg from 'pg';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { fold, runFigures } from '$core/run';
import { modelOf } from '$core/machine';
import { pool } from './database';
import { eventsOf, findRun } from './runs';
import { append, answerAll, event, newRun, openShop, type Shop } from './testing/shop';

let shop: Shop;
beforeAll(async () => void (shop = await openShop()));
afterAll(() => shop.database.drop());

const figures = async () => (await pool().query('select id, steps_done as "stepsDone", found from run order by id')).rows;

it('runs of the version before get the figures that their events come to', async () => {
  for (const take of [0, 7, 12]) {
    const { run } = await newRun(shop);
    const done = answerAll(run).slice(0, take);
    const found = event({ type: 'looked', part: 'fan', suspect: 'fan-screws', found: true });
    const mistaken = event({ type: 'looked', part: 'fan', suspect: 'fan-plug', found: true });
    const events = take === 0 ? [] : [...done, found, mistaken, event({ type: 'undo', event: mistaken.id }), event({ type: 'undo', event: done[2]!.id })];
    expect((await append(shop, run, events)).ok).toBe(true);
  }
  const written = await figures();
  expect(written.map((r) => r.stepsDone).sort((a, b) => a - b)).toEqual([0, 6, 11]);
  for (const { id, ...row } of written) {
    const run = (await findRun(pool(), id))!;
    expect(row).toEqual(runFigures(run.planNow, fold(modelOf(shop.machine), run.plan, (await eventsOf(pool(), id)).events)));
  }

  const owner = new pg.Client({ connectionString: shop.database.ownerUrl });
  await owner.connect();
  try {
    await owner.query(`alter table run drop column steps_done, drop column found; create index run_event_looked on run_event (run_id) where body ->> 'type' = 'looked'`);
    await owner.query(readFileSync('db/migrations/0008_figures-of-runs.sql', 'utf8'));
  } finally {
    await owner.end();
  }
  expect(await figures()).toEqual(written);
});
