import { NOTHING, type Live } from './live';
import type { Opening, Openings } from './openings';
import { PaidPairs } from './pairs';

/** Nearer than this, s, two values are one. */
const SAME = 1e-6;

/** What is believed with what is open and which tests still tell: its expected time to the mended machine lies between two values, s. */
interface Situation {
  weights: Float64Array;
  opening: Opening;
  /** Tests that are not done and would tell something. */
  tests: readonly number[];
  least: number;
  most: number;
  options?: Option[];
  /** Of the options the one with the least lower value. */
  next?: Option | undefined;
}

/** A test or repair from a situation on: behind all tests stand the repairs. */
interface Option {
  deed: number;
  /** Its time with the way there, s. */
  own: number;
  least: number;
  most: number;
  /** What may come of it, with how likely each is; made when it is looked into. */
  after?: { chance: number; situation: Situation }[];
}

export interface Interval {
  deed: number;
  own: number;
  least: number;
  most: number;
}

/**
 * The least expected time over all ways to go on, between a lower and an upper value that draw together while one searches.
 * Each trial goes down from the beginning: along the option of the least lower value, and of what may come of it along the one
 * whose interval weighs most; at its end a situation is opened, and what was learnt goes back up. Options that cost at least as
 * much as the best way known are left alone. At every moment the true value lies between the two.
 */
export class IntervalSearch {
  private readonly known = new Map<string, Situation>();
  private readonly pairs: PaidPairs;
  private readonly root: Situation;
  /** All that could be begun with, left alone or not. */
  private readonly firsts: Option[];

  constructor(
    private readonly live: Live,
    private readonly openings: Openings
  ) {
    this.pairs = new PaidPairs(live, openings);
    this.root = this.situation(
      live.weights,
      openings.start,
      live.tests.map((_, t) => t)
    );
    this.firsts = this.open(this.root);
    // The way that is known at once belongs to the repair that it begins with.
    const known = this.firsts.find((o) => o.deed === this.byRepairsAlone(live.weights, openings.start).first);
    if (known) this.lookInto(this.root, known);
    this.settle(this.root);
  }

  /** Situations that were looked at. */
  get size(): number {
    return this.known.size;
  }

  /** Nothing goes faster than this on average, s. */
  get least(): number {
    return this.root.least;
  }

  get isProved(): boolean {
    return this.gap(this.root) === 0;
  }

  /** All that could be begun with. */
  get answers(): Interval[] {
    return this.firsts.map((o) => {
      this.value(o);
      return { deed: o.deed, own: o.own, least: o.least, most: o.most };
    });
  }

  /** One way down and up again. */
  trial(): void {
    const path: { situation: Situation; option: Option }[] = [];
    let at: Situation | undefined = this.root;
    while (at) {
      const situation: Situation = at;
      if (!situation.options) this.open(situation);
      const option: Option | undefined = situation.next;
      if (!option) break;
      path.push({ situation, option });
      if (!option.after) {
        this.lookInto(situation, option);
        break;
      }
      let widest = 0;
      at = undefined;
      for (const { chance, situation: next } of option.after) {
        const gap = chance * this.gap(next);
        if (gap > widest) [widest, at] = [gap, next];
      }
    }
    for (const { situation, option } of path.reverse()) {
      this.value(option);
      this.settle(situation);
    }
  }

  private gap({ least, most }: Situation): number {
    return most - least > SAME ? most - least : 0;
  }

  private value(option: Option): void {
    if (!option.after) return;
    let [least, most] = [option.own, option.own];
    for (const { chance, situation } of option.after) {
      least += chance * situation.least;
      most += chance * situation.most;
    }
    option.least = Math.max(option.least, least);
    option.most = Math.min(option.most, most);
  }

  /** What its options come to by now; those that cost at least as much as the best way known are left alone. */
  private settle(situation: Situation): void {
    const options = situation.options!;
    for (const { most } of options) if (most < situation.most) situation.most = most;
    const enough = situation.most - SAME;
    let [kept, next]: [number, Option | undefined] = [0, undefined];
    for (const option of options) {
      if (option.least >= enough) continue;
      options[kept++] = option;
      if (!next || option.least < next.least) next = option;
    }
    options.length = kept;
    situation.next = next;
    situation.least = next ? Math.min(situation.most, Math.max(situation.least, next.least)) : situation.most;
  }

  /** Everything that could be done here; what it costs with every fault told at once is a first lower value. */
  private open(situation: Situation): Option[] {
    const { weights, opening, tests } = situation;
    const { tests: allTests, repairs } = this.live;
    const options: Option[] = [];
    const add = (deed: number, isMended?: Uint8Array) => {
      const own = this.openings.own(opening, deed);
      if (own === Infinity) return;
      // What is opened for this is open for the others: they may come nearer by so much, and no more.
      const way = own - (deed < allTests.length ? allTests[deed]! : repairs[deed - allTests.length]!).seconds;
      let least = own;
      for (let f = 0; f < weights.length; f++)
        if (weights[f]! > 0 && !isMended?.[f]) least += weights[f]! * Math.max(0, this.openings.told(opening, f) - way);
      options.push({ deed, own, least, most: Infinity });
    };
    for (const t of tests) add(t);
    repairs.forEach(({ mends, isMended }, r) => {
      if (mends.some((f) => weights[f]! > 0)) add(allTests.length + r, isMended);
    });
    situation.options = options;
    const all = [...options];
    this.settle(situation);
    return all;
  }

  private lookInto(situation: Situation, option: Option): void {
    const { weights, opening, tests } = situation;
    const { tests: allTests, repairs } = this.live;
    const next = this.openings.after(opening, option.deed);
    option.after = [];
    const add = (unscaled: Float64Array, left: readonly number[]) => {
      const chance = unscaled.reduce((a, b) => a + b, 0);
      if (chance <= NOTHING) return;
      option.after!.push({
        chance,
        situation: this.situation(
          unscaled.map((w) => (w <= NOTHING * chance ? 0 : w / chance)),
          next,
          left
        )
      });
    };
    if (option.deed < allTests.length) {
      const left = tests.filter((t) => t !== option.deed);
      for (const of of allTests[option.deed]!.outcomes)
        add(
          weights.map((w, f) => w * of[f]!),
          left
        );
    } else {
      const { isMended } = repairs[option.deed - allTests.length]!;
      add(
        weights.map((w, f) => (isMended[f] ? 0 : w)),
        tests
      );
    }
    this.value(option);
  }

  private situation(weights: Float64Array, opening: Opening, tests: readonly number[]): Situation {
    const telling = tests.filter((t) => this.tells(t, weights));
    const key = keyOf(weights, opening.id, telling);
    const known = this.known.get(key);
    if (known) return known;
    const { most } = this.byRepairsAlone(weights, opening);
    let least = 0;
    for (let f = 0; f < weights.length; f++) if (weights[f]! > 0) least += weights[f]! * this.openings.told(opening, f);
    if (telling.length > 0 || least < most - SAME) least += this.pairs.of(weights, opening);
    const made: Situation = { weights, opening, tests: telling, least: Math.min(least, most), most };
    this.known.set(key, made);
    return made;
  }

  /** Whether what is believed in differs in its likelihoods. */
  private tells(test: number, weights: Float64Array): boolean {
    const { kind } = this.live.tests[test]!;
    let first = -1;
    for (let f = 0; f < weights.length; f++) {
      if (weights[f] === 0) continue;
      if (first < 0) first = kind[f]!;
      else if (kind[f] !== first) return true;
    }
    return false;
  }

  /** A way that always ends: repairs one after the other, the most weight for the time first. */
  private byRepairsAlone(from: Float64Array, opening: Opening): { most: number; first: number } {
    const { tests, repairs } = this.live;
    const weights = from.slice();
    let at = opening;
    let left = weights.reduce((a, b) => a + b, 0);
    let [most, begun] = [0, -1];
    while (left > NOTHING) {
      let [best, rate, gone] = [-1, 0, 0];
      for (let r = 0; r < repairs.length; r++) {
        let mass = 0;
        for (const f of repairs[r]!.mends) mass += weights[f]!;
        if (mass <= 0) continue;
        const of = mass / Math.max(1, this.openings.own(at, tests.length + r));
        if (of > rate) [best, rate, gone] = [r, of, mass];
      }
      if (best < 0) return { most: Infinity, first: begun };
      if (begun < 0) begun = tests.length + best;
      most += left * this.openings.own(at, tests.length + best);
      left -= gone;
      for (const f of repairs[best]!.mends) weights[f] = 0;
      at = this.openings.after(at, tests.length + best);
    }
    return { most, first: begun };
  }
}

/** Weights nearer to each other than this are one: far below what a value is told apart by. */
const FINEST = 2 ** -42;

/** What tells situations apart, as short as can be: there are very many. */
function keyOf(weights: Float64Array, opening: number, tests: readonly number[]): string {
  const codes = [opening >>> 14, opening & 0x3fff, ...tests, 0x3fff];
  for (const w of weights) {
    const whole = Math.round(w / FINEST);
    codes.push(Math.floor(whole / 2 ** 28), (whole / 2 ** 14) & 0x3fff, whole & 0x3fff);
  }
  return String.fromCharCode(...codes);
}
