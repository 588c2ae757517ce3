import type { Table } from './problem';
import { hasBit, countBits32 } from '../bits';
import { FOCUS, PARTS, TOOL } from './setup';

/** Tools that get a price of their own; the sets of them are tried one by one. */
const PRICED_TOOLS = 6;
/** Tools that are told apart as bits of a word; the others only weaken the bound. */
const BIT_TOOLS = 30;
/** Visits that are played through before a part is charged for being visited at all, and no more: a fraction of a second. */
const MOST_VISITS = 200_000;

/** One part's actions, by local bit. */
interface Group {
  focus: number;
  actions: number[];
  tool: number[];
  /** Local bits of what comes before. */
  after: number[];
  /** Local bits of actions that cannot be done in one visit with this one: something elsewhere lies between. */
  apart: number[];
  known: Map<number, Float64Array>;
  knownGoingOn: Map<number, Float64Array>;
}

/**
 * Lower bound on the changes of tool and part together. Each part is visited on its own, at its best; a visit that begins
 * with one tool and ends with another leaves the tool in hand for the next. Prices on tools (each 0 or one change, in every
 * combination: the corners of the dual of the flow from visit to visit) charge a visit for the tool it wants to find and
 * refund it for the one it leaves, so that the sum over the parts bounds every way of stringing the visits together.
 */
export class VisitBound {
  private readonly groups: Group[] = [];
  private readonly sets: number;
  private readonly sums: Float64Array;
  private readonly priced: Int32Array;
  private played = 0;

  constructor(
    private readonly table: Table,
    private readonly most = MOST_VISITS
  ) {
    const { ids, labels, ancestors, words } = table;
    const has = (i: number, b: number) => hasBit(ancestors, b, i * words);
    const byFocus = new Map<number, number[]>();
    const uses = new Map<number, number>();
    ids.forEach((_, i) => {
      const [, , tool, focus] = labels[i]!;
      byFocus.set(focus, [...(byFocus.get(focus) ?? []), i]);
      if (tool >= 0) uses.set(tool, (uses.get(tool) ?? 0) + 1);
    });
    for (const [focus, all] of byFocus) {
      if (focus < 0) continue;
      // More actions on one part than a word has bits: the rest is left out, which only weakens the bound.
      const actions = all.slice(0, 30);
      const bits = (test: (k: number) => boolean) =>
        actions.reduce((mask, _, k) => (test(k) ? mask | (1 << k) : mask), 0);
      this.groups.push({
        focus,
        actions,
        tool: actions.map((i) => labels[i]![TOOL]),
        after: actions.map((i) => bits((k) => has(i, actions[k]!))),
        apart: actions.map((i) =>
          bits((k) => {
            const b = actions[k]!;
            return (
              has(i, b) &&
              ids.some((_, x) => has(i, x) && has(x, b) && labels[x]![FOCUS] >= 0 && labels[x]![FOCUS] !== focus)
            );
          })
        ),
        known: new Map(),
        knownGoingOn: new Map()
      });
    }
    const ranked = [...uses.keys()].sort((a, b) => uses.get(b)! - uses.get(a)! || a - b).slice(0, PRICED_TOOLS);
    this.priced = new Int32Array(Math.max(0, ...uses.keys()) + 2).fill(-1);
    ranked.forEach((tool, k) => (this.priced[tool] = k));
    this.sets = 1 << ranked.length;
    this.sums = new Float64Array(this.sets);
  }

  /** The bound on the whole, before anything is done. */
  whole(): number {
    const row = new Int32Array(this.table.words + PARTS);
    row.set(this.table.start, this.table.words);
    return this.of(row);
  }

  /** @param row bits of what is done, then the labels now */
  of(row: Int32Array): number {
    const { sums } = this;
    const tool = row[this.table.words + TOOL]!;
    const focus = row[this.table.words + FOCUS]!;
    let going = false;
    let single = 0;
    let shared = 0;
    sums.fill(0);
    for (const group of this.groups) {
      let mask = 0;
      const { actions } = group;
      for (let k = 0; k < actions.length; k++) {
        const i = actions[k]!;
        if (!hasBit(row, i)) mask |= 1 << k;
      }
      const here = group.focus === focus;
      going ||= here;
      if (mask === 0 && !here) continue;
      const costs = here ? this.goingOn(group, mask, tool) : this.visits(group, mask);
      for (let s = 0; s < sums.length; s++) sums[s]! += costs[s]!;
      const { bits, isTold } = this.toolsOf(group, mask);
      if (isTold && (bits & (bits - 1)) === 0 && !here) single |= bits;
      else shared |= bits;
    }
    if (!going) for (let s = 0; s < sums.length; s++) sums[s]! -= this.price(tool, s);
    // A tool that no part needs together with another has to be taken up for its own sake, whatever its price.
    const own = single & ~shared & ~(tool >= 0 && tool < BIT_TOOLS ? 1 << tool : 0);
    const unpriced = this.pricedBits(own);
    let best = 0;
    for (let s = 0; s < sums.length; s++) if (sums[s]! > best && (s & unpriced) === 0) best = sums[s]!;
    return best + countBits32(own) * this.table.weights[TOOL];
  }

  /** Tools that the rest of a part asks for, as bits, and whether all of them are. */
  private toolsOf(group: Group, mask: number): { bits: number; isTold: boolean } {
    let bits = 0;
    let isTold = true;
    for (let k = 0; k < group.actions.length; k++) {
      const tool = group.tool[k]!;
      if ((mask & (1 << k)) === 0 || tool < 0) continue;
      if (tool < BIT_TOOLS) bits |= 1 << tool;
      else isTold = false;
    }
    return { bits, isTold };
  }

  private pricedBits(tools: number): number {
    let bits = 0;
    for (let t = 0; t < this.priced.length && t < BIT_TOOLS; t++)
      if (tools & (1 << t) && this.priced[t]! >= 0) bits |= 1 << this.priced[t]!;
    return bits;
  }

  private price(tool: number, set: number): number {
    const k = tool < 0 ? -1 : this.priced[tool]!;
    return k >= 0 && (set & (1 << k)) !== 0 ? this.table.weights[TOOL] : 0;
  }

  /** Least cost of all visits that this part still needs, per set of priced tools. */
  private visits(group: Group, mask: number): Float64Array {
    const known = group.known.get(mask);
    if (known) return known;
    const costs = new Float64Array(this.sets);
    group.known.set(mask, costs);
    if (mask === 0) return costs;
    // A visit ends with the tool that it found or has paid for another: it costs no less than turning to the part.
    const least = new Float64Array(this.sets).fill(this.table.weights[FOCUS]);
    costs.fill(Infinity);
    const tools = new Set([-1]);
    group.tool.forEach((tool, k) => {
      if (mask & (1 << k)) tools.add(tool);
    });
    for (const tool of tools)
      this.visit(
        { group, from: mask, found: tool, goingOn: false, least, costs },
        mask,
        tool,
        this.table.weights[FOCUS]
      );
    return costs;
  }

  /** The same for the part that is being worked on, with this tool in hand. */
  private goingOn(group: Group, mask: number, tool: number): Float64Array {
    const key = mask * 65_536 + tool + 1;
    const known = group.knownGoingOn.get(key);
    if (known) return known;
    const costs = new Float64Array(this.sets).fill(Infinity);
    group.knownGoingOn.set(key, costs);
    const least = costs.map((_, s) => -this.price(tool, s));
    this.visit({ group, from: mask, found: -1, goingOn: true, least, costs }, mask, tool, 0);
    return costs;
  }

  /** Plays a visit on: all that the tool in hand can do is done, then the visit ends or the tool is changed. */
  private visit(visit: Visit, left: number, tool: number, spent: number): void {
    const { group, from, costs, least } = visit;
    if (this.played++ > this.most) {
      for (let s = 0; s < costs.length; s++) costs[s] = Math.min(costs[s]!, least[s]!);
      return;
    }
    const can = (k: number, mask: number) =>
      (mask & (1 << k)) !== 0 && (group.after[k]! & mask) === 0 && (group.apart[k]! & from & ~mask) === 0;
    let mask = left;
    for (let again = true; again;) {
      again = false;
      for (let k = 0; k < group.actions.length; k++) {
        if (!can(k, mask) || (group.tool[k]! >= 0 && group.tool[k] !== tool)) continue;
        mask &= ~(1 << k);
        again = true;
      }
    }
    if (mask !== left || (visit.goingOn && mask === from)) {
      const rest = this.visits(group, mask);
      for (let s = 0; s < costs.length; s++)
        costs[s] = Math.min(costs[s]!, spent + this.price(visit.found, s) - this.price(tool, s) + rest[s]!);
    }
    // With no tool asked for at the start, taking one up within the visit is no better than finding it.
    if (tool < 0 && !visit.goingOn) return;
    const next = new Set<number>();
    for (let k = 0; k < group.actions.length; k++)
      if (can(k, mask) && group.tool[k]! >= 0 && group.tool[k] !== tool) next.add(group.tool[k]!);
    for (const other of next) this.visit(visit, mask, other, spent + this.table.weights[TOOL]);
  }
}

interface Visit {
  group: Group;
  /** What was left when it began. */
  from: number;
  /** The tool that it wants to find; -1: any. */
  found: number;
  /** Whether it is the visit that is under way. */
  goingOn: boolean;
  /** What it costs at least, per set of priced tools: said where there is no time to play it. */
  least: Float64Array;
  costs: Float64Array;
}
