import type { ActionId } from '../../access';
import { Bound, plainBound } from './bound';
import { countedBound, greedyOrder } from './greedy';
import { phasedOrder } from './phases';
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
/** Disturbances that are tried out for the first answer of a large problem: per action, within limits. */
const FIRST_SHAKES = { perAction: 3, least: 150, most: 3000 };
/** The same for a last try when no proof is in sight. */
const LAST_SHAKES = 20;
/** Above this number of actions a proof is seldom found, so that the last try comes before the search. */
const PROVED_ACTIONS = 120;
/** Disturbances between two reports of progress. */
const REPORT_EVERY = 500;

/**
 * The order that wastes least motion: a first answer at once (the first yield), which waits for no bound but one of counting;
 * then the search for a better one and its proof, with progress. Equal problems give equal orders, whatever the order of their lists.
 * @param budget setups to work through before the best order found is given with a gap; with 0 a fair order at once
 * @throws if the needs go in a circle
 */
export function* ordering(problem: OrderProblem, budget = ORDER_BUDGET): Generator<Order, Order> {
  const table = tableOf(problem);
  const n = table.ids.length;
  const named = (best: Known, bound: number): Order => ({ sequence: best.sequence.map((i) => table.ids[i]!), cost: best.cost, bound: Math.min(bound, best.cost), proved: bound >= best.cost });
  const starts = new Starts(table);
  const firstShakes = Math.min(FIRST_SHAKES.most, Math.max(FIRST_SHAKES.least, FIRST_SHAKES.perAction * n));
  if (n > PROVED_ACTIONS && budget > 0) starts.shake(firstShakes);
  yield named(starts.best, countedBound(table).all);
  if (budget === 0) return finished(table, named(starts.best, countedBound(table).all));

  if (n > BOUNDED_ACTIONS) {
    const least = plainBound(table);
    if (starts.best.cost > least) starts.addPhases();
    for (let left = budget; left > 0 && starts.best.cost > least; left -= REPORT_EVERY) {
      starts.shake(Math.min(left, REPORT_EVERY));
      yield named(starts.best, least);
    }
    return finished(table, named(starts.best, least));
  }
  const space = new Space(table);
  const bound = new Bound(table);
  const least = space.leastCost(bound);
  if (starts.best.cost > least) {
    starts.addPhases();
    if (n <= PROVED_ACTIONS) starts.shake(2 * firstShakes);
  }
  yield named(starts.best, least);
  if (starts.best.cost <= least) return finished(table, named(starts.best, least));

  // In pieces, so that who does not want it any more is heard.
  for (let left = n > PROVED_ACTIONS ? 2 * LAST_SHAKES * n : 0; left > 0 && starts.best.cost > least; left -= REPORT_EVERY) {
    starts.shake(Math.min(left, REPORT_EVERY));
    yield named(starts.best, least);
  }
  const search = searchOrder(space, bound, starts.best, budget);
  for (;;) {
    const { value, done } = search.next();
    if (!done) {
      yield named(value, value.bound);
      continue;
    }
    if (value.bound >= value.cost || n > PROVED_ACTIONS) return finished(table, named(value, value.bound));
    const last = new Rearranging(table, value);
    last.shake(seeded(1), LAST_SHAKES * n);
    return finished(table, named(last, value.bound));
  }
}

/** Orders that are rearranged side by side: where one cannot get any further, another that began elsewhere may. */
class Starts {
  private readonly all: Rearranging[] = [];
  private readonly random = seeded(1);
  private turn = 0;

  constructor(private readonly table: Table) {
    this.add(firstOrder(table));
  }

  get best(): Known {
    return this.all.reduce((best, other) => (other.cost < best.cost ? other : best));
  }

  addPhases(): void {
    this.add(phasedOrder(this.table));
  }

  /** @param times disturbances, shared between the orders in turn */
  shake(times: number): void {
    for (const _ of this.all) this.all[this.turn++ % this.all.length]!.shake(this.random, Math.ceil(times / this.all.length));
  }

  private add(order: Known): void {
    const started = new Rearranging(this.table, order);
    started.settle();
    this.all.push(started);
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
