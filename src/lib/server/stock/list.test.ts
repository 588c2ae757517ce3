import { afterAll, beforeAll, expect, it } from 'vitest';
import { listQuery } from '../database/lists';
import { pool } from '../database/pool';
import { newRun, openShop, type Shop } from '../testing/shop';
import { demoFaults } from '$core/testing/demo-faults';
import { demoAccess } from '$core/testing/machines';
import { keepSpare, listSpares, moveStock, reserve, sparesOfRepairs, SPARE_ORDERS, SPARES_PAGE } from './spares';

let shop: Shop;
const spare = (number: string, name: string) =>
  ({ format: 'eager-wrench/spare@1', number, name, kind: 'part', includes: [] }) as never;

beforeAll(async () => {
  shop = await openShop();
  for (let i = 1; i <= SPARES_PAGE + 20; i++)
    await keepSpare(
      pool(),
      spare(`ZZ-${String(i).padStart(3, '0')}`, `Left hinge ${i}`),
      i === 7 ? null : 1000 - i,
      shop.tam
    );
  await moveStock('ZZ-005', 'Drawer b', 3, 'bought', { by: shop.tam });
  await moveStock('ZZ-005', 'Drawer a', 1, 'bought', { by: shop.tam });
  await moveStock('ZZ-006', 'Drawer c', 2, 'bought', { by: shop.tam });
});
afterAll(() => shop.database.drop());

const page = (asked: string, onlyOut = false) =>
  listSpares(pool(), listQuery(new URLSearchParams(asked), SPARE_ORDERS), onlyOut);
const numbers = async (asked: string, onlyOut = false) => (await page(asked, onlyOut)).spares.map((s) => s.number);

it('comes in pages, each row once, whatever it is sorted by', async () => {
  for (const sort of ['', ...Object.keys(SPARE_ORDERS).flatMap((by) => [by, `-${by}`])]) {
    const pages = [await numbers(`q=hinge&sort=${sort}`), await numbers(`q=hinge&sort=${sort}&page=2`)];
    expect(pages.map((p) => p.length)).toEqual([SPARES_PAGE, 20]);
    expect(new Set(pages.flat()).size).toBe(SPARES_PAGE + 20);
  }
  expect((await page('q=hinge')).found).toBe(SPARES_PAGE + 20);
});

it('has numbers in names in their own order', async () => {
  const names = (await page('q=hinge&sort=name')).spares.map((s) => s.spare.name);
  expect(names.slice(7, 11)).toEqual(['Left hinge 8', 'Left hinge 9', 'Left hinge 10', 'Left hinge 11']);
});

it('is searched for all words in number and name, and nothing in them is a pattern', async () => {
  expect(await numbers('q=HINGE+zz-00+7')).toEqual(['ZZ-007']);
  expect(await numbers('q=hinge+_')).toEqual([]);
  expect(await numbers(`q=${encodeURIComponent("'; drop table spare; --")}`)).toEqual([]);
});

it('is sorted by what lies there, with what is not known last either way', async () => {
  expect((await numbers('q=hinge&sort=-free')).slice(0, 2)).toEqual(['ZZ-005', 'ZZ-006']);
  expect((await numbers('q=hinge&sort=location')).slice(0, 2)).toEqual(['ZZ-005', 'ZZ-006']);
  expect((await numbers('q=hinge&sort=-location')).slice(0, 2)).toEqual(['ZZ-006', 'ZZ-005']);
  expect((await numbers('q=hinge&sort=price&page=2')).at(-1)).toBe('ZZ-007');
  expect((await numbers('q=hinge&sort=-price&page=2')).at(-1)).toBe('ZZ-007');
});

it('shows those of which none is free, also because all are set aside', async () => {
  expect(await numbers('q=zz-006', true)).toEqual([]);
  const { run } = await newRun(shop);
  expect(await reserve(run.jobId, 'ZZ-006', 2, { by: shop.tam })).toMatchObject({ ok: true });
  expect(await numbers('q=zz-006', true)).toEqual(['ZZ-006']);
  expect((await page('q=zz-006')).spares).toMatchObject([{ held: 2, places: [{ place: 'Drawer c', quantity: 2 }] }]);
});

it('tells of each repair’s spare the price and whether one is there, of the numbers that fit', async () => {
  const { model } = demoAccess();
  const set = demoFaults('norrvik-fathom-14');
  const { run } = await newRun(shop);
  const board = set.repairs.find((r) => r.goal?.do === 'replace' && r.goal.part === 'board')!.id;
  const of = async (variant?: string) =>
    (await sparesOfRepairs(pool(), model, set, { jobId: run.jobId, variant }))[board];
  expect(await of()).toEqual({ isThere: false });
  await keepSpare(pool(), spare('NF14-4110', 'Main board'), 41000, shop.tam);
  expect(await of()).toEqual({ isThere: false, each: 41000 });
  await moveStock('NF14-4110', 'Drawer b', 1, 'bought', { by: shop.tam });
  expect(await of('wwan')).toEqual({ isThere: true, each: 41000 });
  // That number is of the other variant.
  expect(await of('plain')).toEqual({ isThere: false });
  // Set aside for this job it is there for it, and for no other.
  await reserve(run.jobId, 'NF14-4110', 1, { by: shop.tam });
  expect(await of('wwan')).toEqual({ isThere: true, each: 41000 });
  const other = await newRun(shop);
  const there = await sparesOfRepairs(pool(), model, set, { jobId: other.run.jobId, variant: 'wwan' });
  expect(there[board]).toEqual({ isThere: false, each: 41000 });
});
