import { looseSpan } from './loose';
import { labelsNow, type Table } from './problem';
import { FOCUS, LID, type Labels, PARTS, TOOL, UP, changeCost } from './setup';

/** Setups of a stretch that is carried elsewhere, at most. */
const LONGEST = 5;
/** Places on either side that a stretch is tried at; farther ones only next to work on the same part. */
const NEAR = 64;
const EQUAL = 1e-9;

/**
 * An order that is rearranged: a stretch of a few setups is taken out and put where it saves most, as its needs allow.
 * What a move saves is found from the setups at the two seams, not from the whole order.
 */
export class Rearranging {
  readonly sequence: number[];
  /** All changes, turns with something loose among them. */
  cost: number;
  private setups: number;
  private readonly n: number;
  private readonly at: Int32Array;
  /** Per place and part of the setup: the label that holds before it, and the next one asked for there or later. */
  private readonly before: Int32Array;
  private readonly asked: Int32Array;
  /** What each action asks for where it stands: for work that may lie on the mat this hangs on what is done before. */
  private readonly labels: Labels[];
  private readonly byFocus = new Map<number, number[]>();
  private readonly waiting: number[] = [];
  private readonly waits: Uint8Array;
  /** The moves of the disturbance under way: two neighbouring stretches each, that were exchanged. */
  private journal: [number, number, number][] = [];
  private stretch: Stretch = { from: 0, to: 0, first: [], last: [], left: [], right: [], since: [], until: [] };

  constructor(
    private readonly table: Table,
    order: { sequence: readonly number[]; cost: number }
  ) {
    this.sequence = [...order.sequence];
    this.cost = order.cost;
    this.n = this.sequence.length;
    this.at = new Int32Array(this.n);
    this.before = new Int32Array((this.n + 1) * PARTS);
    this.asked = new Int32Array((this.n + 1) * PARTS).fill(-1);
    this.waits = new Uint8Array(this.n);
    this.labels = [...table.labels];
    this.sequence.forEach((i) => {
      const focus = table.labels[i]![FOCUS];
      this.byFocus.set(focus, [...(this.byFocus.get(focus) ?? []), i]);
    });
    this.before.set(table.start);
    this.placed(0, this.n);
    this.setups = this.cost - table.looseTurn * this.looseTurns();
  }

  /** Moves stretches until no move saves anything. */
  settle(): void {
    for (const i of this.sequence) this.wait(i);
    this.work();
    this.journal = [];
  }

  /** Disturbs the order at one place and settles it again, so many times; keeps what does not cost more. */
  shake(random: () => number, times: number): void {
    for (let k = 0; k < times && this.n > 1; k++) this.disturb(random);
  }

  private disturb(random: () => number): void {
    const { cost, setups } = this;
    const from = this.runStart(Math.floor(random() * this.n));
    let to = from;
    for (let runs = 1 + Math.floor(random() * LONGEST); runs > 0 && to < this.n; runs--) to = this.runEnd(to);
    const saved = this.lift(from, to);
    const places = this.places();
    if (places.length === 0) return;
    const place = places[Math.floor(random() * places.length)]!;
    if (this.move(place, saved - this.costAt(place), false)) this.work();
    if (this.cost > cost + EQUAL) {
      for (const [a, b, c] of this.journal.reverse()) this.exchange(a, a + c - b, c);
      this.cost = cost;
      this.setups = setups;
    }
    this.journal = [];
  }

  private wait(i: number): void {
    if (this.waits[i]) return;
    this.waits[i] = 1;
    this.waiting.push(i);
  }

  private work(): void {
    for (let k = 0; k < this.waiting.length; k++) {
      const i = this.waiting[k]!;
      this.waits[i] = 0;
      while (this.moveBest(this.runStart(this.at[i]!)));
    }
    this.waiting.length = 0;
  }

  private runStart(place: number): number {
    while (place > 0 && this.sameSetup(place - 1)) place--;
    return place;
  }

  private runEnd(place: number): number {
    do place++;
    while (place < this.n && this.sameSetup(place - 1));
    return place;
  }

  private sameSetup(place: number): boolean {
    const a = this.labels[this.sequence[place]!]!;
    const b = this.labels[this.sequence[place + 1]!]!;
    return a[UP] === b[UP] && a[LID] === b[LID] && a[TOOL] === b[TOOL] && a[FOCUS] === b[FOCUS];
  }

  private moveBest(from: number): boolean {
    let gain = EQUAL;
    let end = -1;
    let best = -1;
    let to = from;
    for (let runs = 0; runs < LONGEST && to < this.n; runs++) {
      to = this.runEnd(to);
      const saved = this.lift(from, to);
      if (saved <= gain) continue;
      for (const place of this.places()) {
        const net = saved - this.costAt(place);
        if (net <= gain) continue;
        gain = net;
        end = to;
        best = place;
      }
    }
    if (end < 0) return false;
    this.lift(from, end);
    return this.move(best, gain, true);
  }

  /** Takes a stretch in hand; returns what leaving it out would save, its own inner changes aside. */
  private lift(from: number, to: number): number {
    const { before, asked, stretch, sequence, labels, n } = this;
    const { weights } = this.table;
    stretch.from = from;
    stretch.to = to;
    let saved = 0;
    for (let d = 0; d < 4; d++) {
      let k = from;
      while (k < to && labels[sequence[k]!]![d]! < 0) k++;
      const first = k < to ? labels[sequence[k]!]![d]! : -1;
      stretch.first[d] = stretch.last[d] = first;
      if (first < 0) continue;
      const last = (stretch.last[d] = before[to * PARTS + d]!);
      const left = (stretch.left[d] = before[from * PARTS + d]!);
      const right = (stretch.right[d] = asked[to * PARTS + d]!);
      for (k = to; k < n && labels[sequence[k]!]![d]! < 0;) k++;
      stretch.until[d] = k;
      for (k = from; k > 0 && labels[sequence[k - 1]!]![d]! < 0;) k--;
      stretch.since[d] = k;
      saved += seam(left, first, last, right) * weights[d]!;
    }
    return saved;
  }

  /** What putting the stretch in hand there would cost. */
  private costAt(place: number): number {
    const { weights } = this.table;
    const { before, asked, stretch } = this;
    let cost = 0;
    for (let d = 0; d < 4; d++) {
      const first = stretch.first[d]!;
      if (first < 0) continue;
      // The stretch itself, still at its old place, does not count.
      const left = place > stretch.to && place <= stretch.until[d]! ? stretch.left[d]! : before[place * PARTS + d]!;
      const right = place < stretch.from && place >= stretch.since[d]! ? stretch.right[d]! : asked[place * PARTS + d]!;
      cost += seam(left, first, stretch.last[d]!, right) * weights[d]!;
    }
    return cost;
  }

  /** Where the stretch in hand may go: after all it needs, before all that needs it. */
  private places(): number[] {
    const { table, at, sequence } = this;
    const { from, to } = this.stretch;
    let low = 0;
    let high = this.n;
    for (let k = from; k < to; k++) {
      for (const b of table.after[sequence[k]!]!) if (at[b]! < from && at[b]! >= low) low = at[b]! + 1;
      for (const f of table.followers[sequence[k]!]!) if (at[f]! >= to && at[f]! < high) high = at[f]!;
    }
    const out: number[] = [];
    const nearLow = Math.max(low, from - NEAR);
    const nearHigh = Math.min(high, to + NEAR);
    for (let p = nearLow; p < from; p++) out.push(p);
    for (let p = to + 1; p <= nearHigh; p++) out.push(p);
    const far = (p: number) => {
      if ((p >= low && p < nearLow) || (p > nearHigh && p <= high)) out.push(p);
    };
    for (const focus of new Set([this.stretch.first[FOCUS]!, this.stretch.last[FOCUS]!])) {
      if (focus < 0) continue;
      for (const i of this.byFocus.get(focus)!) {
        far(at[i]!);
        far(at[i]! + 1);
      }
    }
    return out;
  }

  /** Puts the stretch in hand there, unless a need that leaves a choice forbids it or it saves nothing after all. */
  private move(place: number, saved: number, onlyIfBetter: boolean): boolean {
    const { stretch } = this;
    const [a, b, c] = place < stretch.from ? [place, stretch.from, stretch.to] : [stretch.from, stretch.to, place];
    const relabelled = this.exchange(a, b, c);
    const setups = relabelled ? this.whole() : this.setups - saved;
    const cost = setups + this.table.looseTurn * this.looseTurns();
    if (!this.allowed(a, c) || (onlyIfBetter && cost >= this.cost - EQUAL)) {
      this.exchange(a, a + c - b, c);
      return false;
    }
    this.setups = setups;
    this.cost = cost;
    this.journal.push([a, b, c]);
    for (const seamAt of [a, a + c - b, c]) this.waitAround(seamAt);
    return true;
  }

  private allowed(from: number, to: number): boolean {
    for (let k = from; k < to; k++) {
      const needs = this.table.choices[this.sequence[k]!]!;
      if (!needs.every((ways) => ways.some((way) => way.every((b) => this.at[b]! < k)))) return false;
    }
    return true;
  }

  /** Turns and moves of the lid while something is loose. */
  private looseTurns(): number {
    const { table, at, before, n } = this;
    if (table.rules.length === 0) return 0;
    const turns: number[] = [];
    for (let k = 0, b = 0; k < n; k++, b += 4)
      if (before[b + UP] !== before[b + PARTS + UP] || before[b + LID] !== before[b + PARTS + LID]) turns.push(k);
    const loose = new Set<number>();
    for (const rule of table.rules) {
      const span = looseSpan(rule, at, table.opens);
      if (span) for (const k of turns) if (k >= span[0] && k <= span[1]) loose.add(k);
    }
    return loose.size;
  }

  private whole(): number {
    let cost = 0;
    this.sequence.forEach(
      (i, k) =>
        (cost += changeCost(
          this.before.subarray(k * PARTS, (k + 1) * PARTS) as unknown as Labels,
          this.labels[i]!,
          this.table.weights
        ))
    );
    return cost;
  }

  /** The runs that could take other places now that the seam there is another. */
  private waitAround(place: number): void {
    let p = Math.min(place, this.n - 1);
    this.wait(this.sequence[p]!);
    for (let runs = 0; runs < LONGEST && p > 0; runs++) {
      p = this.runStart(p - 1);
      this.wait(this.sequence[p]!);
    }
  }

  /** Exchanges two neighbouring stretches; tells whether something asks for another setup now than before. */
  private exchange(a: number, b: number, c: number): boolean {
    const { sequence } = this;
    const first = sequence.slice(a, b);
    sequence.copyWithin(a, b, c);
    for (let k = 0; k < first.length; k++) sequence[a + c - b + k] = first[k]!;
    return this.placed(a, c);
  }

  /** Brings up to date what is known of the places from `from` to before `to`. */
  private placed(from: number, to: number): boolean {
    const { table, sequence, labels, before, asked, at, n } = this;
    for (let k = from; k < to; k++) at[sequence[k]!] = k;
    let relabelled = false;
    for (let k = from; k < to; k++) {
      const i = sequence[k]!;
      if (!table.onMat[i]) continue;
      const now = labelsNow(table, i, (x) => at[x]! < k);
      relabelled ||= now[UP] !== labels[i]![UP] || now[LID] !== labels[i]![LID];
      labels[i] = now;
    }
    for (let k = from; k < n; k++) {
      const own = labels[sequence[k]!]!;
      let same = k >= to;
      for (let d = 0; d < 4; d++) {
        const label = own[d]! >= 0 ? own[d]! : before[k * PARTS + d]!;
        same &&= before[(k + 1) * PARTS + d] === label;
        before[(k + 1) * PARTS + d] = label;
      }
      if (same) break;
    }
    for (let k = to - 1; k >= 0; k--) {
      const own = labels[sequence[k]!]!;
      let same = k < from;
      for (let d = 0; d < 4; d++) {
        const label = own[d]! >= 0 ? own[d]! : asked[(k + 1) * PARTS + d]!;
        same &&= asked[k * PARTS + d] === label;
        asked[k * PARTS + d] = label;
      }
      if (same) break;
    }
    return relabelled;
  }
}

/** A stretch of the order that is in hand, with what is asked for at its ends and around its place; per part of the setup. */
interface Stretch {
  from: number;
  to: number;
  /** The first and the last label that it asks for, -1: none. */
  first: number[];
  last: number[];
  /** What holds before it, and what is asked for after it. */
  left: number[];
  right: number[];
  /** The places around it over which nothing is asked for. */
  since: number[];
  until: number[];
}

/** Changes at the two ends of a stretch, less the one that there would be without it. */
function seam(left: number, first: number, last: number, right: number): number {
  return (left !== first ? 1 : 0) + (right >= 0 && right !== last ? 1 : 0) - (right >= 0 && right !== left ? 1 : 0);
}
