import type { Graph, Need } from './problem';

/**
 * Lower bound on what the needs still open will cost, by splitting each action's price among the needs that may call for it
 * (dual ascent, as for Steiner trees): each need is charged the least that any of its ways still costs with all that the way
 * forces, and what was charged is taken off those prices. Every solution pays all charges.
 */
export class SplitPrices {
  private readonly price: Float64Array;
  private readonly stamp: Int32Array;
  private turn = 0;

  constructor(private readonly graph: Graph) {
    this.price = new Float64Array(graph.cost.length);
    this.stamp = new Int32Array(graph.cost.length);
  }

  /** @param chosen what is paid for @param open needs with a choice left */
  of(chosen: Uint8Array, open: readonly Need[]): number {
    this.price.set(this.graph.cost);
    let sum = 0;
    for (const need of open) {
      const ways = need.ways.map((way) => this.forcedBy(way.actions, chosen));
      let least = Infinity;
      for (const way of ways)
        least = Math.min(
          least,
          way.reduce((s, a) => s + this.price[a]!, 0)
        );
      if (least <= 0) continue;
      sum += least;
      this.charge(ways, least);
    }
    return sum;
  }

  /** What taking these actions means: they and all that they need without choice, as far as it is not paid for. */
  forcedBy(actions: readonly number[], chosen: Uint8Array): number[] {
    const turn = ++this.turn;
    const out: number[] = [];
    const visit = (a: number) => {
      if (chosen[a] || this.stamp[a] === turn) return;
      this.stamp[a] = turn;
      out.push(a);
    };
    actions.forEach(visit);
    for (let k = 0; k < out.length; k++)
      for (const need of this.graph.needs[out[k]!]!) if (need.ways.length === 1) need.ways[0]!.actions.forEach(visit);
    return out;
  }

  /** Takes the charge off each way, sharing what the ways share. */
  private charge(ways: readonly (readonly number[])[], amount: number): void {
    const paid = ways.map(() => 0);
    ways.forEach((way, k) => {
      for (const a of way) {
        const due = Math.min(this.price[a]!, amount - paid[k]!);
        if (due <= 0) continue;
        this.price[a]! -= due;
        ways.forEach((other, m) => {
          if (m === k || other.includes(a)) paid[m]! += due;
        });
      }
    });
  }
}
