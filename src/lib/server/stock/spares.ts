import type { FaultSet, ShopSpare } from '$core/faults';
import type { Machine, Model } from '$core/machine';
import { numbersFor } from '$core/plan';
import { Spare, type Stocked } from '$core/spares';
import { audit } from '../database/audit';
import { holdsWords, inWords, type ListQuery } from '../database/lists';
import type { Queryable } from '../database/pool';
import { once, type Asking } from '../database/once';
import { refused, type Result } from '$core/result';
import { here } from '$lib/server/http/here';

export interface SpareRow {
  number: string;
  spare: Spare;
  priceMinor: number | null;
  places: { place: string; quantity: number }[];
  /** Set aside for jobs. */
  held: number;
  /** On order. */
  coming: number;
}

/** Of a spare `s`: pieces that are set aside, and free ones, which are all that lie anywhere without those. */
const HELD = `coalesce((select sum(r.quantity) from reservation r where r.number = s.number), 0)::int`;
const FREE = `(coalesce((select sum(k.quantity) from stock k where k.number = s.number), 0)::int - ${HELD})`;
const NAME = `s.document ->> 'name'`;

/** What a list of spares is sorted by, as the database has it. */
export const SPARE_ORDERS = {
  number: inWords('s.number'),
  name: inWords(NAME),
  location: `(select min(${inWords('k.place')}) from stock k where k.number = s.number and k.quantity > 0)`,
  free: FREE,
  reserved: HELD,
  price: 's.price_minor'
} as const;
export type SpareOrder = keyof typeof SPARE_ORDERS;

/** One page of the list. */
export const SPARES_PAGE = 100;

/** A page of what the shop knows of, by name unless asked otherwise, and how many there are. @param onlyOut those of which none is free */
export async function listSpares(
  db: Queryable,
  { search, sort, page }: ListQuery<SpareOrder> = { search: '', sort: undefined, page: 1 },
  onlyOut = false
): Promise<{ spares: SpareRow[]; found: number }> {
  const values: unknown[] = [];
  const where = ['true', ...holdsWords(`lower(s.number || ' ' || (${NAME}))`, search, values)];
  if (onlyOut) where.push(`${FREE} <= 0`);
  const text = where.join(' and ');
  const order = `${sort ? `${SPARE_ORDERS[sort.by]}${sort.desc ? ' desc' : ''} nulls last, ` : ''}${inWords(NAME)}, s.number`;
  // The rows of the page are found first: what each of them costs to describe is paid for these alone.
  const [rows, found] = [
    await db.query(
      `with wanted as materialized (select s.number from spare s where ${text} order by ${order} limit $${values.length + 1} offset $${values.length + 2})
       select s.number, s.document as spare, s.price_minor::float8 as "priceMinor",
              coalesce((select jsonb_agg(jsonb_build_object('place', k.place, 'quantity', k.quantity) order by k.place) from stock k where k.number = s.number and k.quantity > 0), '[]') as places,
              ${HELD} as held,
              coalesce((select sum(o.quantity) from spare_order o where o.number = s.number and o.arrived_at is null and o.supplier_ref is not null), 0)::int as coming
         from spare s join wanted w on w.number = s.number order by ${order}`,
      [...values, SPARES_PAGE, (page - 1) * SPARES_PAGE]
    ),
    await db.query(`select count(*)::int as n from spare s where ${text}`, values)
  ];
  return { spares: rows.rows, found: found.rows[0].n };
}

export async function spareDocuments(db: Queryable): Promise<Spare[]> {
  return (await db.query('select document from spare order by number')).rows.map(
    (r: { document: Spare }) => r.document
  );
}

export async function findSpare(
  db: Queryable,
  number: string
): Promise<{ spare: Spare; priceMinor: number | null } | undefined> {
  return (
    await db.query('select document as spare, price_minor::float8 as "priceMinor" from spare where number = $1', [
      number
    ])
  ).rows[0];
}

/** Adds a spare, or puts right what is known of it. */
export async function keepSpare(
  db: Queryable,
  spare: Spare,
  priceMinor: number | null,
  by: string | null
): Promise<void> {
  await db.query(
    `insert into spare (number, document, price_minor) values ($1, $2, $3)
     on conflict (number) do update set document = excluded.document, price_minor = coalesce(excluded.price_minor, spare.price_minor), changed_at = now()`,
    [spare.number, JSON.stringify(spare), priceMinor]
  );
  await audit(db, by, 'spare_kept', spare.number, { name: spare.name, priceMinor });
}

/** What new parts of a machine cost in this shop, as far as that is known: by the part, minor units. */
export async function pricesOfParts(db: Queryable, { parts }: Machine): Promise<Record<string, number>> {
  const numbers = parts.flatMap((part) => part.numbers.map(({ number }) => [number, part.id] as const));
  const { rows } = await db.query<{ number: string; price: number }>(
    'select number, price_minor::float8 as price from spare where number = any($1::text[]) and price_minor is not null',
    [numbers.map(([number]) => number)]
  );
  const known = new Map(rows.map((r) => [r.number, r.price]));
  // Of several numbers the first that has a price.
  return Object.fromEntries(
    [...numbers].reverse().flatMap(([number, part]) => (known.has(number) ? [[part, known.get(number)!]] : []))
  );
}

/** What the shop knows of the spare of each repair that takes one, of the numbers that fit the machine and its variant: a price, and whether one is there. */
export async function sparesOfRepairs(
  db: Queryable,
  model: Model,
  { repairs }: FaultSet,
  of: { jobId: string; variant?: string | undefined }
): Promise<Record<string, ShopSpare>> {
  const fitting = repairs.flatMap(({ id, goal }) =>
    goal?.do === 'replace' && model.hasPart(goal.part)
      ? [{ id, numbers: numbersFor(model, model.part(goal.part), of.variant) }]
      : []
  );
  const { rows } = await db.query<{ number: string; price: number | null; there: number }>(
    `select s.number, s.price_minor::float8 as price,
            ${FREE} + coalesce((select sum(r.quantity) from reservation r where r.number = s.number and r.job_id = $2), 0)::int as there
       from spare s where s.number = any($1)`,
    [fitting.flatMap(({ numbers }) => numbers), of.jobId]
  );
  return Object.fromEntries(
    fitting.map(({ id, numbers }) => {
      const known = rows.filter((r) => numbers.includes(r.number));
      const best = known.find((r) => r.there > 0) ?? known.find((r) => r.price !== null);
      return [id, { isThere: (best?.there ?? 0) > 0, ...(best?.price == null ? {} : { each: best.price }) }];
    })
  );
}

/** How much of each number is free, and how much is set aside for a job. */
export async function stockOf(db: Queryable, numbers: readonly string[], jobId: string | null): Promise<Stocked[]> {
  const { rows } = await db.query(
    `select s.number, ${FREE} as free,
            coalesce((select sum(r.quantity) from reservation r where r.number = s.number and r.job_id = $2), 0)::int as held
       from spare s where s.number = any($1)`,
    [numbers, jobId]
  );
  return rows;
}

export type Taken = Result;

/** Changes what lies at a place, with its reason. No place holds less than nothing, and nothing that is set aside is given away. */
export async function moveStock(
  number: string,
  place: string,
  change: number,
  why: string,
  asking: Asking,
  jobId: string | null = null
): Promise<Taken> {
  return once(asking, 'stock', async (db): Promise<Taken> => {
    if ((await db.query('select 1 from spare where number = $1 for update', [number])).rowCount === 0)
      return refused('no-spare', here().t('server.thereIsNoSpare', { number }));
    const there: number =
      (await db.query('select quantity from stock where number = $1 and place = $2', [number, place])).rows[0]
        ?.quantity ?? 0;
    if (there + change < 0) return refused('not-enough', here().t('server.thereAreOnlyOfAt', { there, number, place }));
    const [stock] = await stockOf(db, [number], jobId);
    if (change < 0 && stock!.free + change < 0)
      return refused('set-aside', here().t('server.isReservedForAJobRelease', { number }));
    await db.query(
      'insert into stock (number, place, quantity) values ($1, $2, $3) on conflict (number, place) do update set quantity = excluded.quantity',
      [number, place, there + change]
    );
    await db.query(
      'insert into stock_move (person_id, number, place, change, why, job_id) values ($1, $2, $3, $4, $5, $6)',
      [asking.by, number, place, change, why, jobId]
    );
    return { ok: true };
  });
}

/**
 * Sets a spare aside for a job. The spare's row is locked first, so that of two who ask for the last one at once one gets it.
 */
export async function reserve(jobId: string, number: string, quantity: number, asking: Asking): Promise<Taken> {
  return once(asking, 'reservation', async (db): Promise<Taken> => {
    if ((await db.query('select 1 from spare where number = $1 for update', [number])).rowCount === 0)
      return refused('no-spare', here().t('server.thereIsNoSpare', { number }));
    const [stock] = await stockOf(db, [number], jobId);
    if (stock!.free < quantity)
      return refused(
        'not-free',
        stock!.free <= 0
          ? here().t('server.noIsFreeAnotherJobHas', { number })
          : here().t('server.onlyOfAreFree', { free: stock!.free, number })
      );
    await db.query(
      'insert into reservation (job_id, number, quantity, person_id) values ($1, $2, $3, $4) on conflict (job_id, number) do update set quantity = reservation.quantity + excluded.quantity',
      [jobId, number, quantity, asking.by]
    );
    return { ok: true };
  });
}

/** Lets go what was set aside. @returns whether there was anything */
export async function release(db: Queryable, jobId: string, number: string): Promise<boolean> {
  return (await db.query('delete from reservation where job_id = $1 and number = $2', [jobId, number])).rowCount === 1;
}

/** A job that is closed has used what was set aside for it: it leaves its place, fullest place first. */
export async function useReserved(db: Queryable, jobId: string, by: string): Promise<void> {
  const { rows } = await db.query('delete from reservation where job_id = $1 returning number, quantity', [jobId]);
  for (const { number, quantity } of rows) {
    let left = quantity;
    const places = (
      await db.query(
        'select place, quantity from stock where number = $1 and quantity > 0 order by quantity desc, place for update',
        [number]
      )
    ).rows;
    for (const { place, quantity: there } of places) {
      const taken = Math.min(left, there);
      if (taken === 0) break;
      await db.query('update stock set quantity = quantity - $3 where number = $1 and place = $2', [
        number,
        place,
        taken
      ]);
      await db.query(
        `insert into stock_move (person_id, number, place, change, why, job_id) values ($1, $2, $3, $4, 'used', $5)`,
        [by, number, place, -taken, jobId]
      );
      left -= taken;
    }
  }
}

export interface OrderRow {
  id: string;
  number: string;
  name: string;
  quantity: number;
  job: number | null;
  by: string;
  at: string;
  supplierRef: string | null;
  priceMinor: number | null;
  dueOn: string | null;
}

/** Orders that have not arrived, the first expected first. */
export async function openOrders(db: Queryable): Promise<OrderRow[]> {
  const { rows } = await db.query(
    `select o.id, o.number, s.document ->> 'name' as name, o.quantity, j.number::int as job, p.display_name as by, o.at, o.supplier_ref as "supplierRef", o.price_minor::float8 as "priceMinor", to_char(o.due_on, 'YYYY-MM-DD') as "dueOn"
       from spare_order o join spare s on s.number = o.number join person p on p.id = o.person_id left join job j on j.id = o.job_id
      where o.arrived_at is null order by o.due_on nulls last, o.at limit 500`
  );
  return rows.map((r: OrderRow & { at: Date }) => ({ ...r, at: r.at.toISOString() }));
}

/** Takes what was ordered in: onto its place, and aside for the job that it was ordered for. */
export async function takeIn(orderId: string, place: string, asking: Asking): Promise<{ number: string } | undefined> {
  const { by } = asking;
  return once(asking, 'delivery', async (db) => {
    const { rows } = await db.query(
      'update spare_order set arrived_at = now() where id = $1 and arrived_at is null returning number, quantity, job_id as "jobId"',
      [orderId]
    );
    const order = rows[0];
    if (!order) return undefined;
    await db.query(
      'insert into stock (number, place, quantity) values ($1, $2, $3) on conflict (number, place) do update set quantity = stock.quantity + excluded.quantity',
      [order.number, place, order.quantity]
    );
    await db.query(
      `insert into stock_move (person_id, number, place, change, why, job_id) values ($1, $2, $3, $4, 'arrived', $5)`,
      [by, order.number, place, order.quantity, order.jobId]
    );
    if (order.jobId) {
      await db.query(
        `insert into reservation (job_id, number, quantity, person_id) select $1, $2, $3, $4 from job where id = $1 and closed_at is null
         on conflict (job_id, number) do nothing`,
        [order.jobId, order.number, order.quantity, by]
      );
    }
    return { number: order.number };
  });
}
