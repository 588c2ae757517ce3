import { fail } from '@sveltejs/kit';
import { z } from 'zod';
import { line } from '$core/machine';
import { amountExample, readAmount } from '$core/money';
import { Spare } from '$core/spares';
import { pool } from '$lib/server/database/pool';
import { reading } from '$lib/server/database/standby';
import { learnSpare, refreshNeeding } from '$lib/server/jobs/facts';
import { shopSettings } from '$lib/server/settings/shop';
import { listQuery, stayWithin } from '$lib/server/database/lists';
import { listSpares, moveStock, openOrders, SPARE_ORDERS, SPARES_PAGE, takeIn } from '$lib/server/stock/spares';
import { dropOrder, orderSpare } from '$lib/server/stock/supplier';
import type { Actions, PageServerLoad } from './$types';
import { whyNot } from '$core/result';
import { formOf } from '$lib/server/http/form';
import { here } from '$lib/server/http/here';

export const load: PageServerLoad = async (event) => {
  const { searchParams } = event.url;
  const query = listQuery(searchParams, SPARE_ORDERS);
  const onlyOut = searchParams.get('free') === 'none';
  const [{ spares, found }, orders, { rates }] = await reading(event, (db) =>
    Promise.all([listSpares(db, query, onlyOut), openOrders(db), shopSettings(db)])
  );
  stayWithin(event.url, query.page, spares);
  return {
    spares,
    page: query.page,
    pages: Math.ceil(found / SPARES_PAGE),
    isNarrowed: query.search !== '' || onlyOut,
    orders,
    currency: rates.currency,
    mayWrite: event.locals.person!.role !== 'trainee'
  };
};

const Move = z.object({
  number: line(40),
  place: line(60),
  change: z.coerce.number().int().min(-10_000).max(10_000),
  why: line(200)
});
const Arrived = z.object({ order: z.uuid(), place: line(60) });
const Added = z.object({
  number: line(40),
  name: line(120),
  kind: z.enum(['part', 'consumable']),
  price: z.string().max(40)
});
const Again = z.object({ order: z.uuid(), number: line(40), quantity: z.coerce.number().int().min(1).max(10_000) });

const FIELDS = { number: 'server.fieldNumber', name: 'server.fieldName' } as const;

export const actions: Actions = {
  move: async ({ request, locals }) => {
    const asked = await formOf(request, Move);
    if (!asked.ok || asked.value.change === 0)
      return fail(400, { message: here().t('server.enterHowManyWhereAndWhy') });
    const { number, place, change, why } = asked.value;
    const moved = await moveStock(number, place, change, why, { by: locals.person!.id, once: asked.value.once });
    if (!moved.ok) return fail(409, { message: whyNot(moved) });
    await refreshNeeding(pool(), number);
    return {};
  },
  arrived: async ({ request, locals }) => {
    const asked = await formOf(request, Arrived);
    if (!asked.ok) return fail(400, { message: here().t('server.enterTheLocation') });
    const taken = await takeIn(asked.value.order, asked.value.place, { by: locals.person!.id, once: asked.value.once });
    if (!taken) return fail(409, { message: here().t('server.somebodyHasReceivedThisOrderAlready') });
    await refreshNeeding(pool(), taken.number);
    return {};
  },
  again: async ({ request, locals }) => {
    const asked = await formOf(request, Again);
    if (!asked.ok) return fail(400, { message: here().t('server.whichOrder') });
    const answer = await orderSpare(
      asked.value.number,
      asked.value.quantity,
      null,
      locals.person!.id,
      asked.value.order
    );
    return answer.ok ? {} : fail(502, { message: whyNot(answer) });
  },
  drop: async ({ request }) => {
    const order = z.uuid().safeParse((await request.formData()).get('order'));
    if (!order.success || !(await dropOrder(order.data)))
      return fail(409, { message: here().t('server.theSupplierHasConfirmedThisOrder') });
    return {};
  },
  add: async ({ request, locals }) => {
    const asked = await formOf(request, Added, FIELDS);
    if (!asked.ok) return fail(400, { message: whyNot(asked) });
    const { rates } = await shopSettings(pool());
    const price = asked.value.price.trim() === '' ? null : readAmount(asked.value.price, rates.currency);
    if (price === undefined)
      return fail(400, {
        message: here().t('server.isNotAnAmountOrCan2', {
          price: asked.value.price,
          example: amountExample(rates.currency)
        })
      });
    await learnSpare(
      pool(),
      Spare.parse({ number: asked.value.number.trim(), name: asked.value.name, kind: asked.value.kind }),
      price,
      locals.person!.id
    );
    return {};
  }
};
