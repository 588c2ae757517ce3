import { anyLoose } from './loose';
import { States } from './states';
import type { Table } from './problem';

/** More sides, lids or tools than that no machine has. */
const LABELS = 65_536;

/** States that a projection may have before it is given up: a fraction of a second to solve. */
const MOST_STATES = 20_000;

/**
 * The problem with some parts of the setup left out: what is left is small enough to be solved exactly from every state
 * that the search meets, and costs no more than the whole. Answers are kept, since most states look alike from here. Where it
 * is not small after all, it is given up and says nothing: 0 from then on.
 */
export class Projection {
  private readonly states: States;
  private readonly labels: Int32Array;
  /** The same with what work asks for that may lie on the mat: turned in time, the machine need not be turned with something loose. */
  private readonly whole: Int32Array;
  private readonly row: Int32Array;
  private readonly kept: number;
  private readonly seesLoose: boolean;
  private isGivenUp = false;

  /** @param parts indices of the parts of a setup that count */
  constructor(
    private readonly table: Table,
    private readonly parts: readonly number[],
    private readonly most = MOST_STATES
  ) {
    this.states = new States(table.words, 256);
    this.labels = Int32Array.from(
      table.labels.flatMap((own, i) =>
        own.map((label, k) => (parts.includes(k) && !(k < 2 && table.onMat[i]) ? label : -1))
      )
    );
    this.whole = Int32Array.from(
      table.labels.flatMap((own) => own.map((label, k) => (parts.includes(k) ? label : -1)))
    );
    this.row = new Int32Array(this.states.stride);
    this.kept = parts.reduce((mask, k) => mask | (1 << k), 0);
    this.seesLoose = table.rules.length > 0 && parts.includes(0) && parts.includes(1);
  }

  /** @param row bits of what is done, then the labels now @returns least cost of the rest, counting these parts only */
  of(row: Int32Array): number {
    if (this.isGivenUp) return 0;
    const { words } = this.table;
    this.row.set(row.subarray(0, words + 4));
    for (let k = 0; k < 4; k++) if ((this.kept & (1 << k)) === 0) this.row[words + k] = -1;
    const least = this.solve(this.row);
    return this.isGivenUp ? 0 : least;
  }

  private solve(row: Int32Array): number {
    this.settle(row);
    if (this.allDone(row)) return 0;
    const state = this.states.find(row);
    const known = this.states.cost[state]!;
    if (known !== Infinity) return known;
    this.isGivenUp ||= this.states.count > this.most;
    if (this.isGivenUp) return 0;
    const { weights, words } = this.table;
    const child = new Int32Array(row.length);
    const tried: number[] = [];
    let best = Infinity;
    const turn = this.seesLoose && anyLoose(this.table, (x) => this.done(row, x)) ? this.table.looseTurn : 0;
    const enter = (i: number, labels: Int32Array, at: number) => {
      let key = 0;
      let cost = 0;
      let turned = false;
      for (const k of this.parts) {
        const label = labels[at + k]!;
        const changed = label >= 0 && label !== row[words + k];
        key = key * LABELS + (changed ? label + 1 : 0);
        if (changed) cost += weights[k]!;
        turned ||= changed && k < 2;
      }
      if (turned) cost += turn;
      if (!this.waits(i)) {
        if (tried.includes(key)) return;
        tried.push(key);
      }
      child.set(row);
      child[i >> 5]! |= 1 << (i & 31);
      for (const k of this.parts) if (labels[at + k]! >= 0) child[words + k] = labels[at + k]!;
      best = Math.min(best, cost + this.solve(child));
    };
    for (let i = 0; i < this.table.ids.length; i++) {
      if (this.done(row, i) || !this.ready(row, i)) continue;
      enter(i, this.labels, i * 4);
      if (this.waits(i) && this.table.onMat[i]) enter(i, this.whole, i * 4);
    }
    this.states.cost[state] = best;
    return best;
  }

  private settle(row: Int32Array): void {
    const { words } = this.table;
    for (let again = true; again;) {
      again = false;
      next: for (let i = 0; i < this.table.ids.length; i++) {
        if (this.done(row, i) || this.waits(i)) continue;
        for (const k of this.parts) {
          const label = this.labels[i * 4 + k]!;
          if (label >= 0 && label !== row[words + k]) continue next;
        }
        if (!this.ready(row, i)) continue;
        row[i >> 5]! |= 1 << (i & 31);
        again = true;
      }
    }
  }

  private waits(i: number): boolean {
    return this.seesLoose && this.table.heldBack[i]!;
  }

  private done(row: Int32Array, i: number): boolean {
    return (row[i >> 5]! & (1 << (i & 31))) !== 0;
  }

  /** Choices between ways are left out, too: that only lowers the cost. */
  private ready(row: Int32Array, i: number): boolean {
    const { ancestors, words } = this.table;
    for (let w = 0, at = i * words; w < words; w++, at++) if ((ancestors[at]! & ~row[w]!) !== 0) return false;
    return true;
  }

  private allDone(row: Int32Array): boolean {
    for (let i = 0; i < this.table.ids.length; i++) if (!this.done(row, i)) return false;
    return true;
  }
}
