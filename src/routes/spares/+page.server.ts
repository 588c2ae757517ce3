import { fail } from '@sveltejs/kit';
import { z } from 'zod';
import { line } from '$core/machine';
import { amountExample, readAmount } from '$core/money';
import { Spare } from '$core/spares';
import { pool } from '$lib/server/database/pool';
import { learnSpare, refreshNeeding } from '$lib/server/jobs/facts';
import { shopSettings } from '$lib/server/settings/shop';
import { listSpares, moveStock, openOrders, takeIn } from '$lib/server/stock/spares';
import { dropOrder, orderSpare } from '$lib/server/stock/supplier';
import type { Actions, PageServerLoad } from './$types';
import { whyNot } from '$core/result';

export const load: PageServerLoad = async ({ locals }) => {
  const [spares, orders, { rates }] = await Promise.all([listSpares(pool()), openOrders(pool()), shopSettings(pool())]);
  return { spares, orders, currency: rates.currency, mayWrite: locals.person!.role !== 'trainee' };
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

const Once = z.object({ once: z.uuid().optional().catch(undefined) });
const form = async <T>(request: Request, shape: z.ZodType<T>) =>
  z.intersection(Once, shape).safeParse(Object.fromEntries(await request.formData()));

export const actions: Actions = {
  move: async ({ request, locals }) => {
    const asked = await form(request, Move);
    if (!asked.success || asked.data.change === 0) return fail(400, { message: 'Say how many, where, and why.' });
    const { number, place, change, why } = asked.data;
    const moved = await moveStock(number, place, change, why, { by: locals.person!.id, once: asked.data.once });
    if (!moved.ok) return fail(409, { message: whyNot(moved) });
    await refreshNeeding(pool(), number);
    return {};
  },
  arrived: async ({ request, locals }) => {
    const asked = await form(request, Arrived);
    if (!asked.success) return fail(400, { message: 'Say where it is put.' });
    const taken = await takeIn(asked.data.order, asked.data.place, { by: locals.person!.id, once: asked.data.once });
    if (!taken) return fail(409, { message: 'Somebody has taken this order in already.' });
    await refreshNeeding(pool(), taken.number);
    return {};
  },
  again: async ({ request, locals }) => {
    const asked = await form(request, Again);
    if (!asked.success) return fail(400, { message: 'Which order?' });
    const answer = await orderSpare(asked.data.number, asked.data.quantity, null, locals.person!.id, asked.data.order);
    return answer.ok ? {} : fail(502, { message: whyNot(answer) });
  },
  drop: async ({ request }) => {
    const order = z.uuid().safeParse((await request.formData()).get('order'));
    if (!order.success || !(await dropOrder(order.data)))
      return fail(409, { message: 'The supplier has confirmed this order: it can only arrive.' });
    return {};
  },
  add: async ({ request, locals }) => {
    const asked = await form(request, Added);
    if (!asked.success)
      return fail(400, {
        message: `${asked.error.issues[0]!.path[0] === 'number' ? 'The number' : 'The name'} ${asked.error.issues[0]!.message}.`
      });
    const { rates } = await shopSettings(pool());
    const price = asked.data.price.trim() === '' ? null : readAmount(asked.data.price, rates.currency);
    if (price === undefined)
      return fail(400, {
        message: `“${asked.data.price}” is no amount, or could be read in two ways: write it like ${amountExample(rates.currency)}.`
      });
    await learnSpare(
      pool(),
      Spare.parse({ number: asked.data.number.trim(), name: asked.data.name, kind: asked.data.kind }),
      price,
      locals.person!.id
    );
    return {};
  }
};
