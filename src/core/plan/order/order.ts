import type { ActionId } from '../../access';
import { Bound, plainBound } from './bound';
import { countedBound, greedyOrder } from './greedy';
import { Rearranging } from './rearrange';
import { tableOf, type OrderProblem, type Table } from './problem';
import { searchOrder } from './search';
import { seeded } from './seeded';
import { Space } from './space';
import { costOfOrder, towards } from './walk';

export interface Order {
  sequence: ActionId[];
  /** Weighted setup changes, s. */
  cost: number;
  /** No order can cost less, s. */
  bound: number;
  proved: boolean;
}

/** Setups that are worked through before an order is given with a gap: a few seconds on a common processor. */
export const ORDER_BUDGET = 40_000;
/** Above this number of actions the bound is one of counting alone: the better one's tables grow with the square. */
const BOUNDED_ACTIONS = 400;
/** Disturbances that are tried out for the first answer: per action, within limits. */
const FIRST_SHAKES = { perAction: 3, least: 150, most: 3000 };
/** The same for a last try when no proof is in sight. */
const LAST_SHAKES = 20;
/** Above this number of actions a proof is seldom found, so that the last try comes before the search. */
const PROVED_ACTIONS = 120;
/** Up to this number of actions a settled order is good enough to be shown: the proof follows within a blink. */
const SHOWN_AT_ONCE = 70;
/** Disturbances between two reports of progress. */
const REPORT_EVERY = 500;

/**
 * The order that wastes least motion: a first answer at once (the first yield), then the search for a better one and its
 * proof, with progress. Equal problems give equal orders, whatever the order of their lists.
 * @param budget setups to work through before the best order found is given with a gap; with 0 a fair order at once
 * @throws if the needs go in a circle
 */
export function* ordering(problem: OrderProblem, budget = ORDER_BUDGET): Generator<Order, Order> {
  const table = tableOf(problem);
  const n = table.ids.length;
  const random = seeded(1);
  const shaken = new Rearranging(table, firstOrder(table));
  shaken.settle();
  const shake = () => budget > 0 && shaken.shake(random, Math.min(FIRST_SHAKES.most, Math.max(FIRST_SHAKES.least, FIRST_SHAKES.perAction * n)));
  const named = (best: Known, bound: number): Order => ({ sequence: best.sequence.map((i) => table.ids[i]!), cost: best.cost, bound, proved: bound >= best.cost });

  if (n <= SHOWN_AT_ONCE || n > PROVED_ACTIONS) {
    if (n > PROVED_ACTIONS) shake();
    yield named(shaken, Math.min(shaken.cost, countedBound(table).all));
  }
  if (n > BOUNDED_ACTIONS) {
    const bound = Math.min(shaken.cost, plainBound(table));
    for (let left = budget; left > 0 && shaken.cost > bound; left -= REPORT_EVERY) {
      shaken.shake(random, Math.min(left, REPORT_EVERY));
      yield named(shaken, bound);
    }
    return finished(table, named(shaken, bound));
  }
  const space = new Space(table);
  const bound = new Bound(table);
  const least = Math.min(shaken.cost, space.leastCost(bound));
  if (n <= PROVED_ACTIONS && shaken.cost > least) shake();
  yield named(shaken, least);
  if (shaken.cost <= least || budget === 0) return finished(table, named(shaken, least));

  // In pieces, so that who does not want it any more is heard.
  for (let left = n > PROVED_ACTIONS ? LAST_SHAKES * n : 0; left > 0; left -= REPORT_EVERY) {
    shaken.shake(random, Math.min(left, REPORT_EVERY));
    yield named(shaken, least);
  }
  const search = searchOrder(space, bound, shaken, budget);
  for (;;) {
    const { value, done } = search.next();
    if (!done) {
      yield named(value, value.bound);
      continue;
    }
    if (value.bound >= value.cost || n > PROVED_ACTIONS) return finished(table, named(value, value.bound));
    const last = new Rearranging(table, value);
    last.shake(random, LAST_SHAKES * n);
    return finished(table, named(last, value.bound));
  }
}

type Known = { sequence: readonly number[]; cost: number };

/** The preferred order where it is no dearer than one found at once. */
function firstOrder(table: Table): Known {
  const quick = greedyOrder(table);
  if (!table.prefer) return quick;
  const preferred = table.ids.map((_, i) => i).sort((a, b) => table.prefer![a]! - table.prefer![b]!);
  const cost = costOfOrder(table, preferred);
  return cost !== undefined && cost <= quick.cost ? { sequence: preferred, cost } : quick;
}

/** Keeps to the preferred order wherever that costs nothing. */
function finished(table: Table, order: Order): Order {
  if (!table.prefer) return order;
  const index = new Map(table.ids.map((id, i) => [id, i]));
  return { ...order, sequence: towards(table, order.sequence.map((id) => index.get(id)!)).map((i) => table.ids[i]!) };
}

/** The best order, with its proof where the budget allows one. */
export function order(problem: OrderProblem, budget?: number): Order {
  const search = ordering(problem, budget);
  for (;;) {
    const { value, done } = search.next();
    if (done) return value;
  }
}
