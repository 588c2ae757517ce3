import { type Table } from './problem';
import { chooser, Walk } from './walk';
import { FOCUS, type Labels, TOOL, UP, isThere } from './setup';

/** Setups that are weighed against each other at each change; more are not looked at, so that large machines stay quick. */
const WEIGHED = 24;

/**
 * A good order at once. Keeps to one setup while it can. When a change is due, the setups that are nearest are played
 * through, and the one that wastes least is taken: what it costs, less what then no longer has to be paid.
 */
export function greedySequence(table: Table): { sequence: number[]; cost: number } {
  const walk = new Walk(table);
  const choose = chooser(table);
  const left = new Remaining(table, walk);
  const front = new Front(table);
  for (const i of walk.ready) front.add(i);
  while (walk.ready.size > 0) {
    const free = front.free(walk);
    const next = choose(free.length > 0 ? free : leastWaste(front.nearest(walk), left), walk.sequence.at(-1));
    left.drop(next);
    front.remove(next);
    for (const i of walk.take(next)) front.add(i);
  }
  if (walk.sequence.length < table.ids.length) {
    throw new Error(`the order goes in a circle among ${table.ids.filter((_, i) => !walk.isDone(i)).join(', ')}`);
  }
  return { sequence: walk.sequence, cost: walk.cost };
}

/** The actions that enter the setup of least waste. */
function leastWaste(setups: readonly Entry[], left: Remaining): number[] {
  let waste = Infinity;
  let best: number[] = [];
  for (const { cost, members } of setups) {
    const wasted = cost - left.relief(members[0]!);
    if (wasted < waste - 1e-9) {
      waste = wasted;
      best = [...members];
    } else if (wasted < waste + 1e-9) best.push(...members);
  }
  return best;
}

interface Entry {
  cost: number;
  members: readonly number[];
}

/** What can be done now, by the setup that it asks for. */
class Front {
  private readonly setups = new Map<string, { labels: Labels; members: number[] }>();
  /** Work that may lie on the mat: what it asks for depends on what is done. */
  private readonly changing = new Set<number>();

  constructor(private readonly table: Table) {}

  add(i: number): void {
    if (this.table.onMat[i]) {
      this.changing.add(i);
      return;
    }
    const labels = this.table.labels[i]!;
    const key = labels.join(' ');
    const setup = this.setups.get(key);
    if (setup) {
      setup.members.push(i);
      setup.members.sort((a, b) => a - b);
    } else this.setups.set(key, { labels, members: [i] });
  }

  remove(i: number): void {
    if (this.changing.delete(i)) return;
    const key = this.table.labels[i]!.join(' ');
    const { members } = this.setups.get(key)!;
    members.splice(members.indexOf(i), 1);
    if (members.length === 0) this.setups.delete(key);
  }

  /** What costs no change. */
  free(walk: Walk): number[] {
    const out: number[] = [];
    for (const { labels, members } of this.setups.values()) if (isThere(walk.at, labels)) out.push(...members);
    for (const i of this.changing) if (walk.isFree(i)) out.push(i);
    return out;
  }

  /** The setups that are cheapest to enter; ids decide between equals, so that nothing hangs on when something became ready. */
  nearest(walk: Walk): Entry[] {
    const all: Entry[] = [...this.setups.values()].map(({ members }) => ({ cost: walk.costOf(members[0]!), members }));
    for (const i of this.changing) all.push({ cost: walk.costOf(i), members: [i] });
    return all.sort((a, b) => a.cost - b.cost || a.members[0]! - b.members[0]!).slice(0, WEIGHED);
  }
}

/** What is left per side, tool, part, and tool with part: each that is not at hand has to be entered once at least. */
class Remaining {
  private readonly counts = new Map<number, number>();
  private readonly distinct = new Int32Array(5);
  private readonly ofFocus = new Map<number, number[]>();

  constructor(
    private readonly table: Table,
    private readonly walk: Walk
  ) {
    table.ids.forEach((_, i) => {
      for (const key of this.keys(i)) this.count(key, 1);
      const focus = table.labels[i]![FOCUS];
      this.ofFocus.set(focus, [...(this.ofFocus.get(focus) ?? []), i]);
    });
  }

  drop(i: number): void {
    for (const key of this.keys(i)) this.count(key, -1);
  }

  /** By how much less has to be paid for the rest once `entry` is done, with all that can follow it without a change. */
  relief(entry: number): number {
    const before = this.least(this.walk.at);
    const { done, at, stuck } = this.play(entry);
    for (const i of done) this.drop(i);
    const after = this.least(at);
    for (const i of done) for (const key of this.keys(i)) this.count(key, 1);
    return before - after - (stuck ? this.table.weights[FOCUS] : 0);
  }

  /** The entry and what follows on the same part; stuck when the part can neither be finished nor gone on with. */
  private play(entry: number): { done: number[]; at: Labels; stuck: boolean } {
    const { walk, table } = this;
    const labels = walk.labels(entry);
    const at = labels.map((label, k) => (label < 0 ? walk.at[k] : label)) as Labels;
    const done = new Set([entry]);
    const isDone = (i: number) => done.has(i) || walk.isDone(i);
    const can = (i: number) =>
      table.after[i]!.every(isDone) && table.choices[i]!.every((ways) => ways.some((way) => way.every(isDone)));
    const own = this.ofFocus.get(labels[FOCUS]) ?? [];
    for (let again = true; again;) {
      again = false;
      for (const i of own) {
        if (isDone(i) || !can(i) || !walk.labels(i).every((label, k) => label < 0 || label === at[k])) continue;
        done.add(i);
        again = true;
      }
    }
    const rest = own.filter((i) => !isDone(i));
    return { done: [...done], at, stuck: labels[FOCUS] >= 0 && rest.length > 0 && !rest.some(can) };
  }

  /** Changes that are still due whatever the order: one for each side, tool and part that is not at hand. */
  least(at: Labels): number {
    const { weights } = this.table;
    const tools = this.due(TOOL, at);
    const parts = this.due(FOCUS, at);
    const pairs = this.duePairs(at);
    return (
      this.turns(at) +
      tools * weights[TOOL] +
      parts * weights[FOCUS] +
      Math.max(0, pairs - tools - parts) * Math.min(weights[TOOL], weights[FOCUS])
    );
  }

  counted(at: Labels): { tools: number; parts: number; pairs: number } {
    return { tools: this.due(TOOL, at), parts: this.due(FOCUS, at), pairs: this.duePairs(at) };
  }

  private duePairs(at: Labels): number {
    return this.distinct[4]! - (this.counts.get(key(4, at[TOOL] * 4096 + at[FOCUS])) ? 1 : 0);
  }

  turns(at: Labels): number {
    return this.due(UP, at) * this.table.weights[UP];
  }

  private due(part: number, at: Labels): number {
    return this.distinct[part]! - (this.counts.get(key(part, at[part]!)) ? 1 : 0);
  }

  private keys(i: number): number[] {
    const labels = this.table.labels[i]!;
    const out: number[] = [];
    // Work that may lie on the mat may never ask for its side.
    for (const part of this.table.onMat[i] ? [TOOL, FOCUS] : [UP, TOOL, FOCUS])
      if (labels[part]! >= 0) out.push(key(part, labels[part]!));
    if (labels[TOOL] >= 0 && labels[FOCUS] >= 0) out.push(key(4, labels[TOOL] * 4096 + labels[FOCUS]));
    return out;
  }

  private count(of: number, by: number): void {
    const now = (this.counts.get(of) ?? 0) + by;
    this.counts.set(of, now);
    const part = Math.floor(of / KEYS);
    if (by > 0 && now === by) this.distinct[part]!++;
    if (by < 0 && now === 0) this.distinct[part]!--;
  }
}

const KEYS = 4096 * 4096;
const key = (part: number, label: number) => part * KEYS + label;

/** A bound on any order by counting alone: all changes in cost, turns by themselves in cost, and how many of each there have to be. */
export function countedBound(table: Table): {
  all: number;
  turns: number;
  tools: number;
  parts: number;
  pairs: number;
} {
  const left = new Remaining(table, new Walk(table));
  return { all: left.least(table.start), turns: left.turns(table.start), ...left.counted(table.start) };
}
