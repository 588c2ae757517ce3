import type { Live, LiveTest } from './live';
import type { Opening, Openings } from './openings';

/** Faults that are paired in a bound: of the heaviest so many. Each gives a valid bound, the largest counts. */
const AMONG = [2, 3, 4, 6, 8, 12] as const;

/** Log odds at which a pair's price is worked out. Between them a chord, which lies under it, since it is concave. */
const STEP = 0.4;
const FURTHEST = 12;
const POINTS = 2 * Math.round(FURTHEST / STEP) + 1;
const SHARE = Float64Array.from({ length: POINTS }, (_, i) => 1 / (1 + Math.exp(-(i * STEP - FURTHEST))));

/**
 * What telling faults apart costs beyond the repair that mends: a lower bound, added up over pairs.
 *
 * Whatever is tried, the repair that mends fault f in the end costs at least what the nearest one does. Beyond that every test
 * that is done costs its own seconds whichever fault it is, and every repair that did not help its own seconds. A test's
 * seconds are shared among the pairs of the k heaviest faults, 1/(k-1) of them each, since each fault is in k-1 pairs; a repair
 * that mends one of a pair while the other is at work pays its seconds shared among what it mends. So two faults f and g pay at
 * least J(p) for each unit of their weight, p the share of f, in the stopping problem of these two alone: stop for
 * min(p d(f,g), (1-p) d(g,f)), d(f,g) the least of such shares over the repairs that mend g and not f, or do a test at its share
 * and go on with what it says. No more tests are done than there are.
 * Where a repair mends both, its seconds beyond those of the nearest are paid instead, shared among its pairs.
 */
export class PaidPairs {
  private readonly tables = new Map<number, Float64Array>();
  /** Of each pair: the tests that tell its faults apart. */
  private readonly told: { seconds: number; outcomes: Outcome[] }[][] = [];
  private readonly discounts: Float64Array[] = [];
  private readonly order: number[] = [];
  private readonly logs: Float64Array;

  constructor(
    private readonly live: Live,
    private readonly openings: Openings
  ) {
    this.logs = new Float64Array(live.weights.length);
  }

  /** @param weights 1 in all @returns s */
  of(weights: Float64Array, at: Opening): number {
    const heaviest = this.order;
    heaviest.length = 0;
    for (let f = 0; f < weights.length; f++) {
      if (weights[f]! === 0) continue;
      heaviest.push(f);
      this.logs[f] = Math.log(weights[f]!);
    }
    if (heaviest.length < 2) return 0;
    heaviest.sort((a, b) => weights[b]! - weights[a]!);
    const discount = (this.discounts[at.id] ??= this.discountsAt(at));
    let most = 0;
    for (const k of AMONG) {
      let paid = 0;
      const n = Math.min(k, heaviest.length);
      for (let i = 0; i < n; i++) for (let j = 0; j < i; j++) paid += this.pair(heaviest[i]!, heaviest[j]!, n, weights, discount);
      most = Math.max(most, paid);
      if (n === heaviest.length) break;
    }
    return most;
  }

  private pair(one: number, other: number, k: number, weights: Float64Array, discount: Float64Array): number {
    const [f, g] = one < other ? [one, other] : [other, one];
    const n = weights.length;
    const part = discount[f * n + g]!;
    if (part === 0) return 0;
    const key = (k * n + f) * n + g;
    let table = this.tables.get(key);
    if (!table) this.tables.set(key, (table = this.tableOf(f, g, k)));
    const both = weights[f]! + weights[g]!;
    const { at, low, high } = chordAt(this.logs[f]! - this.logs[g]!, weights[f]! / both);
    return part * both * (low * table[at]! + high * table[at + 1]!);
  }

  /** The price of a pair at the points. @param k faults among which a test's seconds are shared */
  private tableOf(f: number, g: number, k: number): Float64Array {
    const [wrongForF, wrongForG] = [this.dearest(f, g, k), this.dearest(g, f, k)];
    const stop = Float64Array.from(SHARE, (p) => Math.min(p * wrongForF, (1 - p) * wrongForG));
    if (!Number.isFinite(stop[0]!)) return new Float64Array(POINTS);
    const tests = (this.told[f * this.live.weights.length + g] ??= this.live.tests.filter((t) => t.kind[f] !== t.kind[g]).map((t) => outcomesOf(t, f, g)));
    let price = stop;
    // No test is done twice, so that no more are done than there are.
    for (let round = 0; round < tests.length; round++) {
      const next = stop.slice();
      for (const { seconds, outcomes } of tests) {
        const share = seconds / (k - 1);
        for (let i = 0; i < POINTS; i++) {
          let cost = share;
          for (const { at, low, high } of outcomes) cost += low[i]! * price[at[i]!]! + high[i]! * price[at[i]! + 1]!;
          if (cost < next[i]!) next[i] = cost;
        }
      }
      const moved = next.some((v, i) => v < price[i]! - 1e-9);
      price = next;
      if (!moved) break;
    }
    return price;
  }

  /** Least own seconds, for each of the k that it mends, of a repair that mends g while f is at work. */
  private dearest(f: number, g: number, k: number): number {
    let least = Infinity;
    for (const { seconds, mends, isMended } of this.live.repairs) if (isMended[g] && !isMended[f]) least = Math.min(least, seconds / Math.min(mends.length, k - 1));
    return least;
  }

  /** What is left of a pair's price where one repair mends both: it costs more than the nearest, or tells nothing. */
  private discountsAt(at: Opening): Float64Array {
    const { tests, repairs, weights } = this.live;
    const n = weights.length;
    const left = new Float64Array(n * n).fill(1);
    repairs.forEach(({ mends }, r) => {
      for (const f of mends) {
        for (const g of mends) {
          if (g <= f) continue;
          const beyond = (x: number) => (this.openings.own(at, tests.length + r) - this.openings.told(at, x)) / (mends.length - 1);
          const share = Math.max(ratio(beyond(f), this.dearest(f, g, 2)), ratio(beyond(g), this.dearest(g, f, 2)));
          left[f * n + g] = Math.min(left[f * n + g]!, share);
        }
      }
    });
    return left;
  }
}

const ratio = (part: number, whole: number) => (whole === 0 ? 1 : whole === Infinity ? 0 : Math.min(1, part / whole));

/** What an outcome of a test makes of a pair at each point: it is priced as low x the price at `at` + high x that of the point after. */
interface Outcome {
  at: Int32Array;
  low: Float64Array;
  high: Float64Array;
}

function outcomesOf({ seconds, outcomes }: LiveTest, f: number, g: number): { seconds: number; outcomes: Outcome[] } {
  return {
    seconds,
    outcomes: outcomes.filter((of) => of[f]! > 0 && of[g]! > 0).map((of) => {
      const shift = Math.log(of[f]! / of[g]!);
      const [at, low, high] = [new Int32Array(POINTS), new Float64Array(POINTS), new Float64Array(POINTS)];
      for (let i = 0; i < POINTS; i++) {
        const both = SHARE[i]! * of[f]! + (1 - SHARE[i]!) * of[g]!;
        const chord = chordAt(i * STEP - FURTHEST + shift, (SHARE[i]! * of[f]!) / both);
        at[i] = chord.at;
        low[i] = both * chord.low;
        high[i] = both * chord.high;
      }
      return { at, low, high };
    })
  };
}

/**
 * Where odds lie among the points: on a chord between two of them, or between the outermost and a certain fault, which costs nothing.
 * @param odds of the first of the pair, as a logarithm @param share the same as its share of the pair
 */
function chordAt(odds: number, share: number): { at: number; low: number; high: number } {
  const place = (odds + FURTHEST) / STEP;
  if (place <= 0) return { at: 0, low: share / SHARE[0]!, high: 0 };
  if (place >= POINTS - 1) return { at: POINTS - 2, low: 0, high: (1 - share) / (1 - SHARE[POINTS - 1]!) };
  const at = Math.floor(place);
  const high = (share - SHARE[at]!) / (SHARE[at + 1]! - SHARE[at]!);
  return { at, low: 1 - high, high };
}
