import { settleGoals, goalId, type Goal } from '../plan';
import { likelihoods } from './belief';
import type { FaultSet } from './schema';

/** Time to open the machine for these goals and close it again, from how it lies now, s; Infinity where they cannot be met. */
export type ReachSeconds = (goals: readonly Goal[]) => number;

export interface Candidate {
  do: 'test' | 'repair';
  id: string;
  /** Expected whole time from here to the mended machine when one begins with this, s; a lower bound where `isBound`. */
  seconds: number;
  isBound: boolean;
  /** Time of this alone with the way there, s. */
  own: number;
}

export interface Next {
  /** The best first. */
  candidates: Candidate[];
  /** Nothing that was left out could be better. */
  proved: boolean;
  /** Repairs and tests that cannot be planned from here (a joint that will not open, a part without a way out): named, and not counted on. */
  left: { do: 'test' | 'repair'; id: string }[];
  /** Share of the doubt that no repair which can be planned would mend, 0 to 1: the expected times are of the rest. */
  unmended: number;
}

/** Situations looked at before the search settles for the best known way to go on; some seconds of work. */
const BUDGET = 60_000;

/**
 * The test or repair to begin with, so that the expected time until the machine is mended is least: an exhaustive search over
 * what each test may say and whether each repair helps, with the way to each thing taken from the planner. What is opened stays
 * open, so that a second look behind the same cover costs its own time only.
 *
 * Weights are carried unnormalised: the value of a situation is its expected time times its weight, and a test's outcomes simply
 * add up. Below a situation stands the bound that every fault is mended by the repair that is nearest to it, told which it is.
 *
 * @param weights how much each fault is believed in, in the set's order
 * @param known tests that are done, by id, and repairs that did not help
 */
export function nextStep(set: FaultSet, weights: readonly number[], known: { tests: readonly string[]; repairs: readonly string[] }, reach: ReachSeconds, budget = BUDGET): Next {
  const search = new Search(set, reach, budget);
  const whole: Situation = { weights, tests: new Set(known.tests), repairs: new Set(known.repairs), goals: [] };
  const left = search.unplannable(whole);
  // What nothing within reach mends would make every expected time endless: it is named, and the rest is searched for.
  const open = set.repairs.map((r, i) => [r, i] as const).filter(([r]) => !whole.repairs.has(r.id) && !left.some((l) => l.do === 'repair' && l.id === r.id));
  const within = weights.map((w, f) => (open.some(([, i]) => search.isMendedBy(i, f)) ? w : 0));
  const [all, some] = [sum(weights), sum(within)];
  const start: Situation = { ...whole, weights: some > NOTHING ? within.map((w) => (w * all) / some) : within };
  const candidates = some > NOTHING ? search.candidates(start) : [];
  return { candidates, proved: search.within, left, unmended: all > 0 ? 1 - some / all : 0 };
}

/**
 * Expected time of "swap the likeliest part": what is believed in most is replaced, plugs are not looked at by themselves.
 * @returns s
 */
export function swapLikeliest(set: FaultSet, weights: readonly number[], reach: ReachSeconds): number {
  const search = new Search(set, reach, 0);
  const mass = (r: number, of: readonly number[]) => set.faults.reduce((sum, f, i) => sum + (set.repairs[r]!.mends.includes(f.id) ? of[i]! : 0), 0);
  let situation: Situation = { weights, tests: new Set(), repairs: new Set(), goals: [] };
  let seconds = 0;
  while (sum(situation.weights) > 1e-12) {
    const open = set.repairs.map((_, i) => i).filter((i) => !situation.repairs.has(set.repairs[i]!.id) && mass(i, situation.weights) > 0 && search.ownCost(situation, set.repairs[i]!) < Infinity);
    const parts = open.filter((i) => set.repairs[i]!.goal?.do === 'replace');
    const best = (parts.length > 0 ? parts : open).sort((a, b) => mass(b, situation.weights) - mass(a, situation.weights) || a - b)[0];
    if (best === undefined) return Infinity;
    seconds += search.ownCost(situation, set.repairs[best]!) * sum(situation.weights);
    situation = search.afterRepair(situation, best);
  }
  return seconds;
}

interface Situation {
  weights: readonly number[];
  tests: ReadonlySet<string>;
  repairs: ReadonlySet<string>;
  /** What the machine has been opened for since the start. */
  goals: readonly Goal[];
}

const sum = (list: readonly number[]) => list.reduce((a, b) => a + b, 0);
/** Less weight than this is nothing: rounding. */
const NOTHING = 1e-12;

class Search {
  private nodes = 0;
  private readonly values = new Map<string, number>();
  private readonly reached = new Map<string, number>();
  /** mends[r][f] */
  private readonly mends: boolean[][];

  constructor(
    private readonly set: FaultSet,
    private readonly reach: ReachSeconds,
    private readonly budget: number
  ) {
    this.mends = set.repairs.map((r) => set.faults.map((f) => r.mends.includes(f.id)));
  }

  /** The budget was enough. */
  get within(): boolean {
    return this.nodes <= this.budget;
  }

  isMendedBy(repair: number, fault: number): boolean {
    return this.mends[repair]![fault]!;
  }

  /** What could tell or mend something, were there a way to it. */
  unplannable(at: Situation): Next['left'] {
    const isShut = (what: { seconds: number; needs?: readonly Goal[]; goal?: Goal | undefined }) => this.ownCost(at, what) === Infinity;
    return [
      ...this.set.tests.flatMap((t, i) => (!at.tests.has(t.id) && this.tells(at, i) && isShut(t) ? [{ do: 'test' as const, id: t.id }] : [])),
      ...this.set.repairs.flatMap((r, i) => (!at.repairs.has(r.id) && at.weights.some((w, f) => w > NOTHING && this.mends[i]![f]) && isShut(r) ? [{ do: 'repair' as const, id: r.id }] : []))
    ];
  }

  candidates(from: Situation): Candidate[] {
    const options = this.options(from);
    let best = Infinity;
    const out: Candidate[] = [];
    for (const { option, bound } of options) {
      const isBound = bound >= best - 1e-9;
      const value = isBound ? bound : this.valueOf(option, Infinity);
      best = Math.min(best, isBound ? Infinity : value);
      const { what } = option;
      out.push({ do: option.kind, id: what.id, seconds: value / sum(from.weights), isBound, own: this.ownCost(from, what) });
    }
    return out.sort((a, b) => a.seconds - b.seconds || Number(a.isBound) - Number(b.isBound) || (a.id < b.id ? -1 : 1));
  }

  /** Expected time times weight, from here on. */
  private value(at: Situation): number {
    const weight = sum(at.weights);
    if (weight <= NOTHING) return 0;
    const key = keyOf(at);
    const known = this.values.get(key);
    if (known !== undefined) return known;
    const isOut = ++this.nodes > this.budget;
    let best = Infinity;
    if (isOut) best = this.byRepairsAlone(at);
    else {
      for (const { option, bound } of this.options(at)) {
        if (bound >= best - 1e-9) break;
        best = Math.min(best, this.valueOf(option, best));
      }
    }
    this.values.set(key, best);
    return best;
  }

  private valueOf({ cost, after }: Option, limit: number): number {
    let value = cost;
    const bounds = after.map((s) => this.bound(s));
    let ahead = sum(bounds);
    for (const [i, situation] of after.entries()) {
      ahead -= bounds[i]!;
      // What is left can only cost more than its bound.
      if (value + bounds[i]! + ahead >= limit) return value + bounds[i]! + ahead;
      value += this.value(situation);
    }
    return value;
  }

  /** Everything that could be done now, the most promising first. */
  private options(at: Situation): { option: Option; bound: number }[] {
    const weight = sum(at.weights);
    const found: Option[] = [];
    this.set.tests.forEach((test, t) => {
      if (at.tests.has(test.id) || !this.tells(at, t)) return;
      const after = this.afterTest(at, t).filter((s) => sum(s.weights) > NOTHING);
      found.push({ kind: 'test', what: test, cost: this.ownCost(at, test) * weight, after });
    });
    this.set.repairs.forEach((repair, r) => {
      if (at.repairs.has(repair.id) || !at.weights.some((w, f) => w > NOTHING && this.mends[r]![f])) return;
      found.push({ kind: 'repair', what: repair, cost: this.ownCost(at, repair) * weight, after: [this.afterRepair(at, r)] });
    });
    return found
      .filter((o) => o.cost < Infinity)
      .map((option) => ({ option, bound: option.cost + sum(option.after.map((s) => this.bound(s))) }))
      .sort((a, b) => a.bound - b.bound || (a.option.what.id < b.option.what.id ? -1 : 1));
  }

  /** Whether its outcomes are not equally likely with all faults that are left. */
  private tells(at: Situation, t: number): boolean {
    let first: readonly number[] | undefined;
    return at.weights.some((w, f) => {
      if (w <= NOTHING) return false;
      const row = likelihoods(this.set, t, f);
      first ??= row;
      return row.some((p, o) => Math.abs(p - first![o]!) > 1e-9);
    });
  }

  private afterTest(at: Situation, t: number): Situation[] {
    const test = this.set.tests[t]!;
    const goals = [...at.goals, ...test.needs];
    const tests = new Set([...at.tests, test.id]);
    return test.outcomes.map((_, o) => ({ weights: at.weights.map((w, f) => (w === 0 ? 0 : w * likelihoods(this.set, t, f)[o]!)), tests, repairs: at.repairs, goals }));
  }

  afterRepair(at: Situation, r: number): Situation {
    const repair = this.set.repairs[r]!;
    return { weights: at.weights.map((w, f) => (this.mends[r]![f] ? 0 : w)), tests: at.tests, repairs: new Set([...at.repairs, repair.id]), goals: repair.goal ? [...at.goals, repair.goal] : at.goals };
  }

  /** With the way there, from how the machine lies in this situation, s. */
  ownCost(at: Situation, what: { seconds: number; needs?: readonly Goal[]; goal?: Goal | undefined }): number {
    const more = what.needs ?? (what.goal ? [what.goal] : []);
    if (more.length === 0) return what.seconds;
    const whole = this.reachOf([...at.goals, ...more]);
    return whole === Infinity ? Infinity : what.seconds + whole - this.reachOf(at.goals);
  }

  private reachOf(goals: readonly Goal[]): number {
    const settled = settleGoals(goals);
    const key = settled.map(goalId).join(' ');
    const known = this.reached.get(key);
    if (known !== undefined) return known;
    const seconds = this.reach(settled);
    this.reached.set(key, seconds);
    return seconds;
  }

  /** Every fault known and mended by the repair nearest to it: no way is shorter. */
  private bound(at: Situation): number {
    const cost = this.set.repairs.map((r) => (at.repairs.has(r.id) ? Infinity : undefined));
    return at.weights.reduce((total, w, f) => {
      if (w === 0) return total;
      let least = Infinity;
      this.set.repairs.forEach((repair, r) => {
        if (!this.mends[r]![f] || cost[r] === Infinity) return;
        cost[r] ??= this.ownCost(at, repair);
        least = Math.min(least, cost[r]);
      });
      return total + w * least;
    }, 0);
  }

  /** A way that always ends: repairs one after the other, the most weight for the time first. */
  private byRepairsAlone(from: Situation): number {
    let at = from;
    let value = 0;
    while (sum(at.weights) > NOTHING) {
      let best: { r: number; rate: number; cost: number } | undefined;
      this.set.repairs.forEach((repair, r) => {
        if (at.repairs.has(repair.id)) return;
        const mass = at.weights.reduce((total, w, f) => total + (this.mends[r]![f] ? w : 0), 0);
        if (mass <= NOTHING) return;
        const cost = this.ownCost(at, repair);
        const rate = mass / Math.max(1, cost);
        if (cost < Infinity && (!best || rate > best.rate)) best = { r, rate, cost };
      });
      if (!best) return Infinity;
      value += best.cost * sum(at.weights);
      at = this.afterRepair(at, best.r);
    }
    return value;
  }
}

interface Option {
  kind: 'test' | 'repair';
  what: { id: string; seconds: number; needs?: readonly Goal[]; goal?: Goal | undefined };
  /** Its time times the weight of the situation. */
  cost: number;
  after: Situation[];
}

/** Two ways to the same knowledge with the same things open are one situation. */
function keyOf({ weights, tests, repairs, goals }: Situation): string {
  return `${[...tests].sort().join(' ')}|${[...repairs].sort().join(' ')}|${settleGoals(goals).map(goalId).join(' ')}|${weights.map((w) => w.toPrecision(12)).join(' ')}`;
}
