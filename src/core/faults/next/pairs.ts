import type { Live, LiveTest } from './live';
import type { Opening, Openings } from './openings';

/** Log odds at which a pair's price is worked out. Between them a chord, which lies under it, since it is concave. */
const STEP = 0.4;
const FURTHEST = 12;
const POINTS = 2 * Math.round(FURTHEST / STEP) + 1;
const SHARE = Float64Array.from({ length: POINTS }, (_, i) => 1 / (1 + Math.exp(-(i * STEP - FURTHEST))));

/** Tables that are made at most; beyond them those of all live faults serve, which are lower. */
const MOST_TABLES = 12_000;

/**
 * What telling faults apart costs beyond the repair that mends: a lower bound, added up over pairs.
 *
 * Whatever is tried, the repair that mends fault f in the end costs at least what the nearest one does. Beyond that, where f is
 * at work, every test that is done costs its own seconds, and every repair that did not help its own seconds. A test's seconds
 * are shared among the pairs of f with those faults that the test tells from it; a repair that mends one of a pair while the
 * other is at work pays its seconds shared among what it mends. So two faults f and g pay at least J(p) for each unit of their
 * weight, p the share of f, in the stopping problem of these two alone: stop for min(p d(f,g), (1-p) d(g,f)), d(f,g) the least of
 * such shares over the repairs that mend g and not f, or do a test at its shares and go on with what it says. No more tests are
 * done than there are.
 * Where a repair mends both, its seconds beyond those of the nearest are paid instead, shared among its pairs.
 */
export class PaidPairs {
  private readonly groups = new Map<string, Group>();
  private readonly all: Group;
  private tables = 0;
  private readonly logs: Float64Array;

  constructor(
    private readonly live: Live,
    private readonly openings: Openings
  ) {
    this.logs = new Float64Array(live.weights.length);
    this.all = new Group(live, [...live.weights.keys()]);
  }

  /** @param weights 1 in all @returns s */
  of(weights: Float64Array, at: Opening): number {
    const left: number[] = [];
    for (let f = 0; f < weights.length; f++) {
      if (weights[f] === 0) continue;
      left.push(f);
      this.logs[f] = Math.log(weights[f]!);
    }
    if (left.length < 2) return 0;
    const group = this.groupOf(left);
    const discount = group.discountsAt(at, this.openings);
    let paid = 0;
    for (let i = 1; i < left.length; i++) {
      const g = left[i]!;
      for (let k = 0; k < i; k++) {
        const f = left[k]!;
        const table = group.table(f, g);
        const both = weights[f]! + weights[g]!;
        const { at, low, high } = chordAt(this.logs[f]! - this.logs[g]!, weights[f]! / both);
        const price = both * (low * table[at]! + high * table[at + 1]!);
        paid += discount ? price * discount[f * weights.length + g]! : price;
      }
    }
    return paid;
  }

  /** The fewer are left, the fewer share: tables of their own, as long as there are not too many. */
  private groupOf(left: readonly number[]): Group {
    if (left.length === this.live.weights.length) return this.all;
    const key = left.join(' ');
    let group = this.groups.get(key);
    if (!group) {
      if (this.tables >= MOST_TABLES) return this.all;
      this.tables += (left.length * (left.length - 1)) / 2;
      this.groups.set(key, (group = new Group(this.live, left)));
    }
    return group;
  }
}

/** Faults among which seconds are shared, and their pairs. */
class Group {
  private readonly tables: Float64Array[] = [];
  private readonly discounts: Float64Array[] = [];
  private readonly n: number;
  /** Of each test and fault: faults of the group that it tells from it. */
  private readonly toldFrom: readonly Int32Array[];
  /** Of each repair: faults of the group that it mends. */
  private readonly mended: readonly (readonly number[])[];
  private readonly mendsTwo: boolean;

  constructor(
    private readonly live: Live,
    faults: readonly number[]
  ) {
    this.n = live.weights.length;
    this.toldFrom = live.tests.map(({ kind }) => {
      const same = new Map<number, number>();
      for (const f of faults) same.set(kind[f]!, (same.get(kind[f]!) ?? 0) + 1);
      return kind.map((of) => faults.length - (same.get(of) ?? 0));
    });
    this.mended = live.repairs.map(({ isMended }) => faults.filter((f) => isMended[f]));
    this.mendsTwo = this.mended.some((mends) => mends.length > 1);
  }

  /** The price of a pair at the points. @param f the lesser number of the two */
  table(f: number, g: number): Float64Array {
    return (this.tables[f * this.n + g] ??= this.made(f, g));
  }

  private made(f: number, g: number): Float64Array {
    const [wrongForF, wrongForG] = [this.dearest(f, g), this.dearest(g, f)];
    const stop = Float64Array.from(SHARE, (p) => Math.min(p * wrongForF, (1 - p) * wrongForG));
    if (!Number.isFinite(stop[0]!)) return new Float64Array(POINTS);
    const tests = this.live.tests.flatMap((test, t) => {
      if (test.kind[f] === test.kind[g]) return [];
      const [forF, forG] = [test.seconds / this.toldFrom[t]![f]!, test.seconds / this.toldFrom[t]![g]!];
      return [{ cost: SHARE.map((p) => p * forF + (1 - p) * forG), outcomes: outcomesOf(test, f, g) }];
    });
    let price = stop;
    // No test is done twice, so that no more are done than there are.
    for (let round = 0; round < tests.length; round++) {
      const next = stop.slice();
      for (const { cost, outcomes } of tests) {
        for (let i = 0; i < POINTS; i++) {
          let whole = cost[i]!;
          for (const { at, low, high } of outcomes) whole += low[i]! * price[at[i]!]! + high[i]! * price[at[i]! + 1]!;
          if (whole < next[i]!) next[i] = whole;
        }
      }
      const moved = next.some((v, i) => v < price[i]! - 1e-9);
      price = next;
      if (!moved) break;
    }
    return price;
  }

  /** Least own seconds, for each that it mends, of a repair that mends g while f is at work. */
  private dearest(f: number, g: number): number {
    return this.live.repairs.reduce(
      (least, { seconds, isMended }, r) =>
        isMended[g] && !isMended[f] ? Math.min(least, seconds / this.mended[r]!.length) : least,
      Infinity
    );
  }

  /** What is left of a pair's price where one repair mends both: it costs more than the nearest, or tells nothing. */
  discountsAt(at: Opening, openings: Openings): Float64Array | undefined {
    if (!this.mendsTwo) return undefined;
    return (this.discounts[at.id] ??= this.discounted(at, openings));
  }

  private discounted(at: Opening, openings: Openings): Float64Array {
    const { n } = this;
    const left = new Float64Array(n * n).fill(1);
    this.mended.forEach((mends, r) => {
      if (mends.length < 2) return;
      const own = openings.own(at, this.live.tests.length + r);
      const beyond = (f: number) => (own - openings.told(at, f)) / (mends.length - 1);
      for (const f of mends) {
        for (const g of mends) {
          if (g <= f) continue;
          const share = Math.max(ratio(beyond(f), this.dearest(f, g)), ratio(beyond(g), this.dearest(g, f)));
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

function outcomesOf({ outcomes }: LiveTest, f: number, g: number): Outcome[] {
  return outcomes
    .filter((of) => of[f]! > 0 && of[g]! > 0)
    .map((of) => {
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
    });
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
