import { SplitPrices } from './bound';
import type { Graph, Need } from './problem';

export interface Chosen {
  actions: ReadonlySet<number>;
  cost: number;
  bound: number;
  /** Needs that were weighed. */
  tried: number;
}

/**
 * The cheapest set of actions that meets every need of the job and of its own members, order left aside.
 * Depth first over the needs with a choice; needs with one way left are followed at once, and those met by what is chosen
 * anyhow are met for nothing. A branch ends when its cost and the bound on its rest reach the best set found.
 * @param budget needs to weigh before the search settles for the best set found so far
 */
export function cheapest(graph: Graph, budget: number): Chosen {
  return new Search(graph, budget).run();
}

const EQUAL = 1e-9;

class Search {
  private readonly chosen: Uint8Array;
  private readonly prices: SplitPrices;
  private readonly trail: number[] = [];
  private cost = 0;
  private best: { actions: Set<number>; cost: number } | undefined;
  private tried = 0;
  /** The bound at the start: a set that costs no more is proved without looking further. */
  private least = 0;

  constructor(
    private readonly graph: Graph,
    private readonly budget: number
  ) {
    this.chosen = new Uint8Array(graph.cost.length);
    this.prices = new SplitPrices(graph);
  }

  run(): Chosen {
    const open = this.choose([0], []);
    this.least = this.cost + this.prices.of(this.chosen, open);
    this.explore(open);
    const { actions, cost } = this.best!;
    actions.delete(0);
    return { actions, cost, bound: this.tried > this.budget ? Math.min(this.least, cost) : cost, tried: this.tried };
  }

  private explore(pending: readonly Need[]): void {
    const open = pending.filter((need) => !need.ways.some((way) => way.actions.every((a) => this.chosen[a])));
    if (open.length === 0) {
      if (!this.best || this.cost < this.best.cost - EQUAL)
        this.best = { actions: new Set(this.trail), cost: this.cost };
      return;
    }
    if (this.best) {
      this.tried += open.length;
      if (this.tried > this.budget || this.cost + this.prices.of(this.chosen, open) >= this.best.cost - EQUAL) return;
    }
    const next = open[0]!;
    const ways = next.ways
      .map((way) => ({
        way,
        extra: this.prices.forcedBy(way.actions, this.chosen).reduce((sum, a) => sum + this.graph.cost[a]!, 0)
      }))
      .sort((p, q) => p.extra - q.extra);
    for (const { way } of ways) {
      if (this.best && this.best.cost <= this.least + EQUAL) return;
      const mark = this.trail.length;
      const before = this.cost;
      this.explore(this.choose(way.actions, open.slice(1)));
      while (this.trail.length > mark) this.chosen[this.trail.pop()!] = 0;
      this.cost = before;
    }
  }

  /** Chooses these actions and all that follows without choice; returns the needs with a choice left. */
  private choose(actions: readonly number[], open: readonly Need[]): Need[] {
    const left = [...open];
    const work = [...actions];
    while (work.length > 0) {
      const a = work.pop()!;
      if (this.chosen[a]) continue;
      this.chosen[a] = 1;
      this.trail.push(a);
      this.cost += this.graph.cost[a]!;
      for (const need of this.graph.needs[a]!) {
        if (need.ways.length === 1) work.push(...need.ways[0]!.actions);
        else left.push(need);
      }
    }
    return left;
  }
}
