import { PARTS } from './setup';
/** States met by a search: a bit row of what is done and four labels, with the least cost found so far and where it came from. */
export class States {
  count = 0;
  private rows: Int32Array;
  cost: Float64Array;
  parent: Int32Array;
  /** The action that was entered last. */
  entered: Int32Array;
  /** The cost at which the state was worked through; Infinity before. */
  worked: Float64Array;
  /** The dear bound on what is left, once it was asked for; negative before. */
  private dear: Float64Array;
  private slots: Int32Array;
  readonly stride: number;

  /** @param words length of a bit row */
  constructor(
    readonly words: number,
    capacity = 1024
  ) {
    this.stride = words + PARTS;
    this.rows = new Int32Array(capacity * this.stride);
    this.cost = new Float64Array(capacity);
    this.parent = new Int32Array(capacity);
    this.entered = new Int32Array(capacity);
    this.worked = new Float64Array(capacity).fill(Infinity);
    this.dear = new Float64Array(capacity).fill(-1);
    this.slots = new Int32Array(capacity * 2).fill(-1);
  }

  /** The dear bound of a state, found the first time it is asked for. */
  rest(state: number, find: () => number): number {
    if (this.dear[state]! < 0) this.dear[state] = find();
    return this.dear[state]!;
  }

  /** Writes the state's row into `into`. */
  read(state: number, into: Int32Array): void {
    into.set(this.rows.subarray(state * this.stride, (state + 1) * this.stride));
  }

  /** The state with this row, met now or before; one that is new costs Infinity. */
  find(row: Int32Array): number {
    if (this.count * 2 >= this.slots.length - 2) this.grow();
    let slot = this.hash(row) & (this.slots.length - 1);
    for (;;) {
      const state = this.slots[slot]!;
      if (state < 0) break;
      if (this.same(state, row)) return state;
      slot = (slot + 1) & (this.slots.length - 1);
    }
    const state = this.count++;
    this.rows.set(row.subarray(0, this.stride), state * this.stride);
    this.cost[state] = Infinity;
    this.parent[state] = -1;
    this.slots[slot] = state;
    return state;
  }

  /** The actions entered on the way to a state. */
  path(last: number): number[] {
    const entered: number[] = [];
    for (let state = last; this.parent[state]! >= 0; state = this.parent[state]!) entered.push(this.entered[state]!);
    return entered.reverse();
  }

  private same(state: number, row: Int32Array): boolean {
    const base = state * this.stride;
    for (let k = 0; k < this.stride; k++) if (this.rows[base + k] !== row[k]) return false;
    return true;
  }

  private hash(row: Int32Array): number {
    let h = 0x811c9dc5;
    for (let k = 0; k < this.stride; k++) {
      h = Math.imul(h ^ row[k]!, 0x01000193);
      h ^= h >>> 15;
    }
    return h >>> 0;
  }

  private grow(): void {
    const capacity = this.cost.length * 2;
    const bigger = <T extends Int32Array | Float64Array>(old: T, made: T): T => {
      made.set(old as never);
      return made;
    };
    this.rows = bigger(this.rows, new Int32Array(capacity * this.stride));
    this.cost = bigger(this.cost, new Float64Array(capacity));
    this.parent = bigger(this.parent, new Int32Array(capacity));
    this.entered = bigger(this.entered, new Int32Array(capacity));
    this.worked = bigger(this.worked, new Float64Array(capacity).fill(Infinity));
    this.dear = bigger(this.dear, new Float64Array(capacity).fill(-1));
    this.slots = new Int32Array(capacity * 2).fill(-1);
    const row = new Int32Array(this.stride);
    for (let state = 0; state < this.count; state++) {
      this.read(state, row);
      let slot = this.hash(row) & (this.slots.length - 1);
      while (this.slots[slot]! >= 0) slot = (slot + 1) & (this.slots.length - 1);
      this.slots[slot] = state;
    }
  }
}
