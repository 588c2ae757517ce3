import type { Bound } from './bound';
import { anyLoose } from './loose';
import { type Table } from './problem';
import { chooser, Walk } from './walk';
import { hasBit, setBit, bitsOf, isWithin } from '../bits';
import { FOCUS, type Labels, PARTS, TOOL, enter, isOfPose } from './setup';

/** Moves through the states of a search. A row is the bits of what is done, then the four labels of the setup. */
export class Space {
  readonly words: number;
  private readonly n: number;
  /** Labels in one row, four per action. */
  private readonly labels: Int32Array;
  private readonly choices: readonly (readonly (readonly Int32Array[])[])[];
  /** Per focus, the bits of its actions. */
  private readonly byFocus = new Map<number, Int32Array>();
  private readonly trial: Int32Array;

  constructor(readonly table: Table) {
    this.n = table.ids.length;
    this.words = table.words;
    this.labels = Int32Array.from(table.labels.flat());
    this.choices = table.choices.map((needs) => needs.map((ways) => ways.map((way) => bitsOf(way, this.words))));
    const members = new Map<number, number[]>();
    table.labels.forEach((l, i) => members.set(l[FOCUS], [...(members.get(l[FOCUS]) ?? []), i]));
    for (const [focus, list] of members) if (focus >= 0) this.byFocus.set(focus, bitsOf(list, this.words));
    this.trial = new Int32Array(this.words + PARTS);
  }

  start(row: Int32Array): void {
    row.fill(0);
    row.set(this.table.start, this.words);
    this.settle(row);
  }

  /** A bound on the whole, before anything is done. */
  leastCost(bound: Bound): number {
    const row = new Int32Array(this.words + PARTS);
    this.start(row);
    return bound.full(row);
  }

  /**
   * One action for each setup worth entering from here, into `out`.
   * When the part in hand is finished and another can be finished by turning to it, with the same tool and side, that is
   * done at once: it has to be turned to at some time, never for less, and nothing waits at the part in hand.
   */
  entries(row: Int32Array, out: number[]): void {
    out.length = 0;
    const { ties } = this.table;
    for (let i = 0; i < this.n; i++) {
      if (this.done(row, i) || !this.ready(row, i)) continue;
      if (ties[i] || !out.some((j) => !ties[j] && this.sameEntry(row, i, j))) out.push(i);
    }
    const here = row[this.words + FOCUS]!;
    if (here >= 0 && !this.finished(row, here)) return;
    for (const i of out) {
      if (ties[i] || !this.onlyFocusChanges(row, i)) continue;
      this.trial.set(row.subarray(0, this.words + PARTS));
      this.enter(this.trial, i);
      if (!this.finished(this.trial, this.labels[i * PARTS + FOCUS]!)) continue;
      out.length = 0;
      out.push(i);
      return;
    }
  }

  /** Does action `i` and all that then costs nothing; returns what entering it cost. */
  enter(row: Int32Array, i: number): number {
    const { weights } = this.table;
    let cost = 0;
    let turned = false;
    for (let k = this.firstLabel(row, i); k < PARTS; k++) {
      const label = this.labels[i * PARTS + k]!;
      if (label < 0 || label === row[this.words + k]) continue;
      cost += weights[k]!;
      turned ||= isOfPose(k);
      row[this.words + k] = label;
    }
    if (turned && anyLoose(this.table, (x) => this.done(row, x))) cost += this.table.looseTurn;
    setBit(row, i);
    this.settle(row);
    return cost;
  }

  /** The whole sequence that enters these actions in turn. */
  replay(entered: readonly number[]): number[] {
    const walk = new Walk(this.table);
    const choose = chooser(this.table);
    const { ties } = this.table;
    const settle = () => {
      for (;;) {
        const free = [...walk.ready].filter((i) => !ties[i] && walk.isFree(i));
        if (free.length === 0) return;
        walk.take(choose(free, walk.sequence.at(-1)));
      }
    };
    const setupAfter = (i: number): string => enter(walk.at, walk.labels(i) as Labels).join(' ');
    settle();
    for (const i of entered) {
      // Of the actions that enter the same setup, the one that lies best comes first.
      const setup = setupAfter(i);
      const same = ties[i]
        ? [i]
        : [...walk.ready].filter((j) => !ties[j] && setupAfter(j) === setup && walk.costOf(j) === walk.costOf(i));
      walk.take(choose(same, walk.sequence.at(-1)));
      settle();
    }
    return walk.sequence;
  }

  private settle(row: Int32Array): void {
    const { ties } = this.table;
    for (let again = true; again;) {
      again = false;
      for (let i = 0; i < this.n; i++) {
        if (this.done(row, i) || ties[i] || !this.free(row, i) || !this.ready(row, i)) continue;
        setBit(row, i);
        again = true;
      }
    }
  }

  private done(row: Int32Array, i: number): boolean {
    return hasBit(row, i);
  }

  private ready(row: Int32Array, i: number): boolean {
    const { words } = this;
    if (!isWithin(this.table.ancestors, i * words, row, words)) return false;
    const needs = this.choices[i]!;
    return needs.length === 0 || needs.every((ways) => ways.some((mask) => isWithin(mask, 0, row, words)));
  }

  /** Whether it asks for nothing that is not there. */
  private free(row: Int32Array, i: number): boolean {
    for (let k = this.firstLabel(row, i); k < PARTS; k++) {
      const label = this.labels[i * PARTS + k]!;
      if (label >= 0 && label !== row[this.words + k]) return false;
    }
    return true;
  }

  private onlyFocusChanges(row: Int32Array, i: number): boolean {
    for (let k = this.firstLabel(row, i); k < FOCUS; k++) {
      const label = this.labels[i * PARTS + k]!;
      if (label >= 0 && label !== row[this.words + k]) return false;
    }
    return this.labels[i * PARTS + FOCUS]! >= 0;
  }

  /** Work on the mat asks for no side and no lid: its labels begin with the tool. */
  private firstLabel(row: Int32Array, i: number): number {
    const rule = this.table.onMat[i];
    return rule && rule.of.some((x) => this.done(row, x) === (rule.when === 'done')) ? TOOL : 0;
  }

  private sameEntry(row: Int32Array, i: number, j: number): boolean {
    const fi = this.firstLabel(row, i);
    const fj = this.firstLabel(row, j);
    for (let k = 0; k < PARTS; k++) {
      const now = row[this.words + k]!;
      const a = k < fi ? -1 : this.labels[i * PARTS + k]!;
      const b = k < fj ? -1 : this.labels[j * PARTS + k]!;
      if ((a < 0 ? now : a) !== (b < 0 ? now : b)) return false;
    }
    return true;
  }

  private finished(row: Int32Array, focus: number): boolean {
    const mask = this.byFocus.get(focus);
    return !mask || isWithin(mask, 0, row, this.words);
  }
}
