import { anyLoose } from './loose';
import { States } from './states';
import type { Table } from './problem';
import { hasBit, setBit, isWithin } from '../bits';
import { LID, PARTS, UP, isOfPose } from './setup';

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
        own.map((label, k) => (parts.includes(k) && !(isOfPose(k) && table.onMat[i]) ? label : -1))
      )
    );
    this.whole = Int32Array.from(
      table.labels.flatMap((own) => own.map((label, k) => (parts.includes(k) ? label : -1)))
    );
    this.row = new Int32Array(this.states.stride);
    this.kept = parts.reduce((mask, k) => mask | (1 << k), 0);
    this.seesLoose = table.rules.length > 0 && parts.includes(UP) && parts.includes(LID);
  }

  /** @param row bits of what is done, then the labels now @returns least cost of the rest, counting these parts only */
  of(row: Int32Array): number {
    if (this.isGivenUp) return 0;
    const { words } = this.table;
    this.row.set(row.subarray(0, words + PARTS));
    for (let k = 0; k < PARTS; k++) if ((this.kept & (1 << k)) === 0) this.row[words + k] = -1;
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
        turned ||= changed && isOfPose(k);
      }
      if (turned) cost += turn;
      if (!this.waits(i)) {
        if (tried.includes(key)) return;
        tried.push(key);
      }
      child.set(row);
      setBit(child, i);
      for (const k of this.parts) if (labels[at + k]! >= 0) child[words + k] = labels[at + k]!;
      best = Math.min(best, cost + this.solve(child));
    };
    for (let i = 0; i < this.table.ids.length; i++) {
      if (this.done(row, i) || !this.ready(row, i)) continue;
      enter(i, this.labels, i * PARTS);
      if (this.waits(i) && this.table.onMat[i]) enter(i, this.whole, i * PARTS);
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
          const label = this.labels[i * PARTS + k]!;
          if (label >= 0 && label !== row[words + k]) continue next;
        }
        if (!this.ready(row, i)) continue;
        setBit(row, i);
        again = true;
      }
    }
  }

  private waits(i: number): boolean {
    return this.seesLoose && this.table.heldBack[i]!;
  }

  private done(row: Int32Array, i: number): boolean {
    return hasBit(row, i);
  }

  /** Choices between ways are left out, too: that only lowers the cost. */
  private ready(row: Int32Array, i: number): boolean {
    const { ancestors, words } = this.table;
    return isWithin(ancestors, i * words, row, words);
  }

  private allDone(row: Int32Array): boolean {
    for (let i = 0; i < this.table.ids.length; i++) if (!this.done(row, i)) return false;
    return true;
  }
}
