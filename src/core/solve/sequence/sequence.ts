import { Bound, plainBound } from './bound';
import { looseSpan } from './loose';
import { countedBound, greedySequence } from './greedy';
import { phasedSequence } from './phases';
import { Rearranging } from './local-search';
import { tableOf, type SequenceProblem, type Table } from './problem';
import { searchOrder } from './search';
import { seeded } from './seeded';
import { Space } from './space';
import { costOfSequence, towards, Walk } from './walk';
import { moves } from './setup';
import type { ActionId } from '../../ids';

export interface Sequenced {
  sequence: ActionId[];
  /** Weighted setup changes, s. */
  cost: number;
  /** No order with so few loose turns can cost less, s. */
  bound: number;
  /** Turns and moves of the lid with something in the machine that is not held, and the least that any order has. */
  loose: { turns: number; least: number };
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
/** Costs closer than this are equal. */
const EQUAL = 1e-6;
/** Disturbances between two reports of progress. */
const REPORT_EVERY = 500;

/**
 * The order with fewest turns while something is loose, and of those the one that wastes least motion: a first answer at once
 * (the first yield), which waits for no bound but one of counting; then the search for a better one and its proof, with progress.
 * Equal problems give equal orders, whatever the order of their lists.
 * @param budget setups to work through before the best order found is given with a gap; with 0 a fair order at once
 * @throws if the needs go in a circle
 */
export function* sequencing(problem: SequenceProblem, budget = ORDER_BUDGET): Generator<Sequenced, Sequenced> {
  const table = tableOf(problem);
  const n = table.ids.length;
  const answer = new Answer(table);
  const starts = new Starts(table);
  const firstShakes = Math.min(FIRST_SHAKES.most, Math.max(FIRST_SHAKES.least, FIRST_SHAKES.perAction * n));
  if (n > PROVED_ACTIONS && budget > 0) starts.shake(firstShakes);
  yield answer.with(starts.best, countedBound(table).all);
  if (budget === 0) return answer.finished();

  if (n > BOUNDED_ACTIONS) {
    const least = plainBound(table);
    if (starts.best.cost > least) starts.addPhases();
    for (let left = budget; left > 0 && starts.best.cost > least; left -= REPORT_EVERY) {
      starts.shake(Math.min(left, REPORT_EVERY));
      yield answer.with(starts.best, least);
    }
    return answer.finished();
  }
  // What may be loose makes the search harder. So it is left aside at first, and only what an order found without it would
  // drop is looked at then: an order that is best among more and drops nothing else is best among all.
  const looked = new Set<string>();
  let left = budget;
  for (;;) {
    const seen = looked.size === table.rules.length ? table : tableOf(problem, looked);
    const space = new Space(seen);
    const bound = new Bound(seen);
    const least = space.leastCost(bound);
    if (starts.best.cost > answer.total(least, seen)) {
      if (looked.size === 0) starts.addPhases();
      if (n <= PROVED_ACTIONS) starts.shake(2 * firstShakes);
    }
    yield answer.with(starts.best, least, seen);
    if (answer.proved) return answer.finished();
    // In pieces, so that who does not want it any more is heard.
    for (
      let more = n > PROVED_ACTIONS && looked.size === 0 ? 2 * LAST_SHAKES * n : 0;
      more > 0 && !answer.proved;
      more -= REPORT_EVERY
    ) {
      starts.shake(Math.min(more, REPORT_EVERY));
      yield answer.with(starts.best, least, seen);
    }
    const search = searchOrder(
      space,
      bound,
      { sequence: answer.best.sequence, cost: costOfSequence(seen, answer.best.sequence)! },
      left
    );
    for (;;) {
      const { value, done } = search.next();
      left -= done ? value.tried : 0;
      answer.with({ sequence: value.sequence, cost: costOfSequence(table, value.sequence)! }, value.bound, seen);
      if (done) break;
      yield answer.now();
    }
    if (answer.proved) return answer.finished();
    const dropped = answer.lastTried.filter((what) => !looked.has(what));
    if (dropped.length === 0 || left <= 0) break;
    for (const what of dropped) looked.add(what);
  }
  if (n <= PROVED_ACTIONS) {
    const last = new Rearranging(table, answer.best);
    last.shake(seeded(1), LAST_SHAKES * n);
    answer.with(last, 0);
  }
  return answer.finished();
}

/** The best order found so far, and what is known of all others. */
class Answer {
  best: Known = { sequence: [], cost: Infinity };
  /** What the order that was offered last would drop. */
  lastTried: readonly string[] = [];
  /** Least changes of any order, and least cost with what may be loose counted in. */
  private setups = 0;
  private least = 0;

  constructor(private readonly table: Table) {}

  get proved(): boolean {
    return this.least >= this.best.cost - EQUAL;
  }

  /** A bound of a problem that looks at less, in the cost of the whole one. */
  total(bound: number, seen: Table): number {
    const turns = seen.looseTurn > 0 ? Math.floor(bound / seen.looseTurn) : 0;
    return turns * this.table.looseTurn + bound - turns * seen.looseTurn;
  }

  /** @param bound none can cost less, by what is looked at in `seen` */
  with(order: Known, bound: number, seen: Table = this.table): Sequenced {
    this.lastTried = droppedBy(this.table, order.sequence);
    if (order.cost < this.best.cost - EQUAL) this.best = { sequence: [...order.sequence], cost: order.cost };
    const total = this.total(bound, seen);
    this.least = Math.max(this.least, total);
    if (total < this.table.looseTurn || this.table.looseTurn === 0) this.setups = Math.max(this.setups, total);
    return this.now();
  }

  now(sequence: readonly number[] = this.best.sequence): Sequenced {
    const { looseTurn, ids } = this.table;
    const turnsIn = (cost: number) => (looseTurn > 0 ? Math.floor(cost / looseTurn + EQUAL) : 0);
    const [turns, least] = [turnsIn(this.best.cost), turnsIn(this.least)];
    const cost = this.best.cost - turns * looseTurn;
    const bound = least >= turns ? this.least - turns * looseTurn : this.setups;
    return {
      sequence: sequence.map((i) => ids[i]!),
      cost,
      bound: Math.min(bound, cost),
      loose: { turns, least: Math.min(least, turns) },
      proved: this.proved
    };
  }

  /** Keeps to the preferred order wherever that costs nothing. */
  finished(): Sequenced {
    return this.now(this.table.prefer ? towards(this.table, this.best.sequence) : this.best.sequence);
  }
}

/** What is loose while the machine is turned or its lid moved. */
function droppedBy(table: Table, sequence: readonly number[]): string[] {
  if (table.rules.length === 0) return [];
  const walk = new Walk(table);
  const at = new Int32Array(sequence.length);
  sequence.forEach((i, k) => (at[i] = k));
  const turns = sequence.flatMap((i, k) => {
    const turned = moves(walk.at, walk.labels(i));
    walk.take(i);
    return turned ? [k] : [];
  });
  return table.rules
    .filter((rule) => {
      const span = looseSpan(rule, at, table.opens);
      return span && turns.some((k) => k >= span[0] && k <= span[1]);
    })
    .map((rule) => rule.what);
}

/** Orders that are rearranged side by side: where one cannot get any further, another that began elsewhere may. */
class Starts {
  private all: Rearranging[] = [];
  private readonly random = seeded(1);
  private turn = 0;
  private readonly looked: Set<string>;
  /** The problem with what may be loose as far as it is looked at: every rule makes every move dearer to try. */
  private seen: Table;

  constructor(private readonly table: Table) {
    const first = firstOrder(table);
    const isLarge = table.ids.length > BOUNDED_ACTIONS;
    this.looked = new Set(isLarge ? droppedBy(table, first.sequence) : table.rules.map((rule) => rule.what));
    this.seen = this.lookingOn();
    this.add(first.sequence);
    this.look();
  }

  /** After a look nothing is dropped that is not looked at: the cost is the whole one. */
  get best(): Known {
    return this.all.reduce((best, other) => (other.cost < best.cost ? other : best));
  }

  addPhases(): void {
    this.add(phasedSequence(this.seen).sequence);
    this.look();
  }

  /** @param times disturbances, shared between the orders in turn */
  shake(times: number): void {
    for (const _ of this.all)
      this.all[this.turn++ % this.all.length]!.shake(this.random, Math.ceil(times / this.all.length));
    this.look();
  }

  private add(sequence: readonly number[]): void {
    const started = new Rearranging(this.seen, { sequence, cost: costOfSequence(this.seen, sequence)! });
    started.settle();
    this.all.push(started);
  }

  private lookingOn(): Table {
    return { ...this.table, rules: this.table.rules.filter((rule) => this.looked.has(rule.what)) };
  }

  /** What the best order would drop and nobody looked at is looked at from now on. */
  private look(): void {
    for (;;) {
      const dropped =
        this.looked.size < this.table.rules.length
          ? droppedBy(this.table, this.best.sequence).filter((what) => !this.looked.has(what))
          : [];
      if (dropped.length === 0) return;
      for (const what of dropped) this.looked.add(what);
      this.seen = this.lookingOn();
      const sequences = this.all.map((order) => [...order.sequence]);
      this.all = [];
      for (const sequence of sequences) this.add(sequence);
    }
  }
}

type Known = { sequence: readonly number[]; cost: number };

/** The preferred order where it is no dearer than one found at once. */
function firstOrder(table: Table): Known {
  const quick = greedySequence(table);
  if (!table.prefer) return quick;
  const preferred = table.ids.map((_, i) => i).sort((a, b) => table.prefer![a]! - table.prefer![b]!);
  const cost = costOfSequence(table, preferred);
  return cost !== undefined && cost <= quick.cost ? { sequence: preferred, cost } : quick;
}

/** The best order, with its proof where the budget allows one. */
export function bestSequence(problem: SequenceProblem, budget?: number): Sequenced {
  const search = sequencing(problem, budget);
  for (;;) {
    const { value, done } = search.next();
    if (done) return value;
  }
}
