import { readFileSync } from 'node:fs';
import pg from 'pg';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { fold, runFigures } from '$core/run';
import { modelOf } from '$core/machine';
import { pool } from './pool';
import { eventsOf, findRun } from '../bench/runs';
import { append, answerAll, event, newRun, openShop, type Shop } from '../testing/shop';

let shop: Shop;
beforeAll(async () => void (shop = await openShop()));
afterAll(() => shop.database.drop());

const figures = async () =>
  (await pool().query('select id, steps_done as "stepsDone", found, readings from run order by id')).rows;

/** A cell read twice before and once after, in one run with another in its place. */
const cells = (isReplaced: boolean) => [
  ...[40, 41].map((fullWh) => event({ type: 'battery', when: 'before', reading: { designWh: 50, fullWh } })),
  ...(isReplaced ? [event({ type: 'swapped', part: 'battery', old: { number: 'A' }, new: { number: 'B' } })] : []),
  event({ type: 'battery', when: 'after', reading: { designWh: 50, fullWh: 50 } })
];

it('runs of the version before get the figures that their events come to', async () => {
  for (const take of [0, 7, 12]) {
    const { run } = await newRun(shop);
    const done = answerAll(run).slice(0, take);
    const found = event({ type: 'looked', part: 'fan', suspect: 'fan-screws', found: true });
    const mistaken = event({ type: 'looked', part: 'fan', suspect: 'fan-plug', found: true });
    const events =
      take === 0
        ? []
        : [
            ...done,
            found,
            mistaken,
            event({ type: 'undo', event: mistaken.id }),
            event({ type: 'undo', event: done[2]!.id }),
            ...cells(take === 12)
          ];
    expect((await append(shop, run, events)).ok).toBe(true);
  }
  const written = await figures();
  const model = modelOf(shop.machine);
  expect(written.map((r) => r.readings.map((b: { isNew: boolean }) => b.isNew)).sort()).toEqual([
    [],
    [false, false],
    [false, true]
  ]);
  expect(written.map((r) => r.stepsDone).sort((a, b) => a - b)).toEqual([0, 6, 11]);
  for (const { id, ...row } of written) {
    const run = (await findRun(pool(), id))!;
    expect(row).toEqual(runFigures(model, run.planNow, fold(model, run.plan, (await eventsOf(pool(), id)).events)));
  }

  const owner = new pg.Client({ connectionString: shop.database.ownerUrl });
  await owner.connect();
  try {
    await owner.query(
      `alter table run drop column steps_done, drop column found, drop column readings; create index run_event_looked on run_event (run_id) where body ->> 'type' = 'looked'`
    );
    await owner.query(readFileSync('db/migrations/0008_figures-of-runs.sql', 'utf8'));
  } finally {
    await owner.end();
  }
  expect(await figures()).toEqual(written);
});
