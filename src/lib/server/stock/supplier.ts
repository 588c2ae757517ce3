import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import { Spare } from '$core/spares';
import { pool } from '../database/pool';
import { settings } from '../settings/environment';
import { refused, type Result } from '$core/result';
import { here } from '$lib/server/http/here';

export const SUPPLIER_FORMAT = 'eager-wrench/supplier@1';

const Offer = z.object({
  ...Spare.shape,
  /** Minor units of the currency. */
  priceMinor: z.int().min(0).max(1e9),
  currency: z.string().length(3),
  stock: z.int().min(0).max(1e6),
  leadDays: z.int().min(0).max(400)
});
export type Offer = z.infer<typeof Offer>;
const Offers = z.object({ format: z.literal(SUPPLIER_FORMAT), items: z.array(Offer).max(200) });
const Ordered = z.object({
  format: z.literal(SUPPLIER_FORMAT),
  reference: z.string(),
  order: z.string().min(1).max(60),
  number: z.string(),
  quantity: z.int(),
  priceMinor: z.int().min(0).max(1e9),
  dueOn: z.iso.date()
});

/** Longer than this nobody waits at a counter, ms. */
const PATIENCE_MS = 4000;
const MOST_BYTES = 1_000_000;

export type Answered<T> = Result<{ value: T }>;

/** What the supplier offers under these numbers; whatever it answers, nothing breaks here. */
export async function offersFor(numbers: readonly string[]): Promise<Answered<Offer[]>> {
  const answer = await ask(`/catalogue?${new URLSearchParams(numbers.map((n) => ['number', n]))}`, Offers);
  if (!answer.ok) return answer;
  // What was not asked for is not believed.
  const wanted = new Set(numbers);
  const strange = answer.value.items.find((i) => !wanted.has(i.number));
  return strange
    ? refused('not-asked', here().t('server.theSupplierAnsweredForWhichWas', { number: strange.number }))
    : { ok: true, value: answer.value.items };
}

/**
 * Orders from the supplier. The order is written down first under an id of its own: asked again with it after a lost answer, the
 * supplier gives the same order, and nothing is bought twice.
 */
export async function orderSpare(
  number: string,
  quantity: number,
  jobId: string | null,
  by: string,
  id: string = randomUUID()
): Promise<Answered<{ dueOn: string }>> {
  await pool().query(
    'insert into spare_order (id, number, quantity, job_id, person_id) values ($1, $2, $3, $4, $5) on conflict (id) do nothing',
    [id, number, quantity, jobId, by]
  );
  const written = (
    await pool().query(
      `select number, quantity, supplier_ref as "ref", to_char(due_on, 'YYYY-MM-DD') as "dueOn" from spare_order where id = $1`,
      [id]
    )
  ).rows[0];
  if (written.number !== number || written.quantity !== quantity)
    return refused('other-order', here().t('server.thisOrderIsForSomethingElse'));
  if (written.ref !== null) return { ok: true, value: { dueOn: written.dueOn } };
  const answer = await ask('/orders', Ordered, { format: SUPPLIER_FORMAT, reference: id, number, quantity });
  if (!answer.ok) return answer;
  const { reference, order, dueOn, priceMinor } = answer.value;
  if (reference !== id || answer.value.number !== number || answer.value.quantity !== quantity)
    return refused('other-order', here().t('server.theSupplierConfirmedSomethingOtherThan'));
  await pool().query('update spare_order set supplier_ref = $2, due_on = $3, price_minor = $4 where id = $1', [
    id,
    order,
    dueOn,
    priceMinor
  ]);
  return { ok: true, value: { dueOn } };
}

/** Drops an order that the supplier never took. */
export async function dropOrder(id: string): Promise<boolean> {
  return (await pool().query('delete from spare_order where id = $1 and supplier_ref is null', [id])).rowCount === 1;
}

async function ask<T>(path: string, shape: z.ZodType<T>, body?: object): Promise<Answered<T>> {
  if (!settings.supplierUrl) return refused('no-supplier', here().t('server.noSupplierIsSetUpSet'));
  try {
    const response = await fetch(`${settings.supplierUrl}${path}`, {
      signal: AbortSignal.timeout(PATIENCE_MS),
      ...(body ? { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) } : {})
    });
    if (!response.ok)
      return refused(
        'refuses',
        here().t('server.theSupplierRefuses', { why: (await response.text()).slice(0, 200) || response.status })
      );
    if (Number(response.headers.get('content-length') ?? 0) > MOST_BYTES)
      return refused('too-long', here().t('server.theSuppliersAnswerIsTooLong'));
    const parsed = shape.safeParse(await response.json());
    if (!parsed.success)
      return refused(
        'unreadable',
        here().t('server.theSuppliersAnswerCannotBeRead', {
          place: parsed.error.issues[0]!.path.join('/'),
          message: parsed.error.issues[0]!.message
        })
      );
    return { ok: true, value: parsed.data };
  } catch (error) {
    return (error as Error).name === 'TimeoutError'
      ? refused('too-late', here().t('server.theSupplierDoesNotAnswerIn'))
      : refused('not-reached', here().t('server.theSupplierCannotBeReachedTry'));
  }
}
