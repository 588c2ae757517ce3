import { anyLoose } from './loose';
import { labelsNow, type Table } from './problem';
import { FOCUS, type Labels, changeCost, enter, isThere, moves } from './setup';

/** A walk through the actions: what is done, what can be done next, what the bench is like, what it has cost. */
export class Walk {
  readonly sequence: number[] = [];
  readonly ready = new Set<number>();
  at: Labels;
  cost = 0;
  /** Whether something is loose now; worked out when it is asked for, and anew after each action. */
  private loose: boolean | undefined;
  private readonly done: Uint8Array;
  private readonly waits: Int32Array;

  constructor(readonly table: Table) {
    this.at = table.start;
    this.done = new Uint8Array(table.ids.length);
    this.waits = Int32Array.from(table.after, (list) => list.length);
    for (let i = 0; i < table.ids.length; i++) this.check(i);
  }

  readonly isDone = (i: number): boolean => this.done[i] === 1;

  labels(i: number): Labels {
    return labelsNow(this.table, i, this.isDone);
  }

  costOf(i: number): number {
    return this.changeTo(this.labels(i));
  }

  private changeTo(next: Labels): number {
    const cost = changeCost(this.at, next, this.table.weights);
    if (this.table.rules.length === 0 || !moves(this.at, next)) return cost;
    this.loose ??= anyLoose(this.table, this.isDone);
    return this.loose ? cost + this.table.looseTurn : cost;
  }

  /** Whether it asks for nothing that is not there. */
  isFree(i: number): boolean {
    return isThere(this.at, this.labels(i));
  }

  /** Does one action that is ready; returns those that it made ready. */
  take(i: number): number[] {
    const labels = this.labels(i);
    this.cost += this.changeTo(labels);
    this.loose = undefined;
    this.at = enter(this.at, labels);
    this.done[i] = 1;
    this.ready.delete(i);
    this.sequence.push(i);
    return this.table.followers[i]!.filter((f) => {
      if (this.table.waitsFor[f]!.has(i)) this.waits[f]!--;
      return this.check(f);
    });
  }

  private check(i: number): boolean {
    if (this.done[i] || this.waits[i]! > 0 || this.ready.has(i)) return false;
    if (!this.table.choices[i]!.every((ways) => ways.some((way) => way.every(this.isDone)))) return false;
    this.ready.add(i);
    return true;
  }
}

/** What a given order costs; undefined if it breaks a need. */
export function costOfSequence(table: Table, sequence: readonly number[]): number | undefined {
  const walk = new Walk(table);
  for (const i of sequence) {
    if (!walk.ready.has(i)) return undefined;
    walk.take(i);
  }
  return sequence.length === table.ids.length ? walk.cost : undefined;
}

/** Up to this many actions an order is drawn towards the preferred one: the work grows with the cube. */
const DRAWN_ACTIONS = 150;

/**
 * An order of the same cost that keeps as near to the preferred one as moves of single actions, or of all that is done on one
 * part in a row, can bring it, from the front.
 */
export function towards(table: Table, sequence: readonly number[]): number[] {
  const { prefer } = table;
  let best = [...sequence];
  const most = prefer && best.length <= DRAWN_ACTIONS ? costOfSequence(table, best) : undefined;
  if (!prefer || most === undefined) return best;
  for (let at = 0; at < best.length; at++) {
    const earlier = best
      .slice(at)
      .filter((i) => prefer[i]! < prefer[best[at]!]!)
      .sort((a, b) => prefer[a]! - prefer[b]!);
    next: for (const i of earlier) {
      for (const block of [[i], rowOnOnePart(table, best, i)]) {
        const moved = [...best.slice(0, at), ...block, ...best.slice(at).filter((j) => !block.includes(j))];
        const cost = costOfSequence(table, moved);
        if (cost === undefined || cost > most) continue;
        best = moved;
        break next;
      }
    }
  }
  return best;
}

/** The action with those around it that are done on the same part in a row. */
function rowOnOnePart(table: Table, sequence: readonly number[], i: number): number[] {
  const focus = (k: number) => table.labels[sequence[k]!]![FOCUS];
  const at = sequence.indexOf(i);
  let from = at;
  let to = at;
  while (from > 0 && focus(from - 1) === focus(at)) from--;
  while (to + 1 < sequence.length && focus(to + 1) === focus(at)) to++;
  return sequence.slice(from, to + 1);
}

/**
 * Which of several actions that cost the same now: the earliest in the preferred order where there is one,
 * else the nearest to the hand, else by id.
 */
export function chooser(table: Table): (among: Iterable<number>, last: number | undefined) => number {
  const { prefer, places } = table;
  if (prefer) {
    return (among) => {
      let best = -1;
      for (const i of among)
        if (best < 0 || prefer[i]! < prefer[best]! || (prefer[i] === prefer[best] && i < best)) best = i;
      return best;
    };
  }
  const far = (i: number, last: number | undefined) => {
    const a = last === undefined ? undefined : places[last];
    const b = places[i];
    return a && b && a.zone === b.zone ? Math.hypot(a.at[0] - b.at[0], a.at[1] - b.at[1]) : 5000;
  };
  return (among, last) => {
    let best = -1;
    let distance = Infinity;
    for (const i of among) {
      const d = far(i, last);
      if (d < distance || (d === distance && i < best)) {
        best = i;
        distance = d;
      }
    }
    return best;
  };
}
