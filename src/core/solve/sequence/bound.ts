import { countedBound } from './greedy';
import { labelsNow, type Table } from './problem';
import { Projection } from './projection';
import { VisitBound } from './visits';
import { hasBit, setBit, isWithin, countBits } from '../bits';
import { FOCUS, LID, PARTS, TOOL, UP, isOfPose } from './setup';

/** A part of a setup, or two together: each of their labels has to be entered so many times, whatever the order. */
interface Dimension {
  /** Class per action, -1: does not matter. */
  of: Int32Array;
  classes: number;
  /** Per action, the actions of its class that come before it, with 1 where something of another class lies between. */
  before: Int32Array[];
  apart: Uint8Array[];
  /** Per action, bit rows of what comes before it and would leave its class. */
  leaves: Int32Array;
}

/**
 * Lower bound on the cost of all that is still to do. Along every chain of needs a setup that is left and needed again
 * must be entered again; so each label has a least number of entries. Changing tool and part together counts as one entry
 * of the pair, which is bounded in the same way: the cheapest numbers of changes that meet all counts are the bound.
 */
export class Bound {
  private readonly single: Dimension[];
  private readonly toolAndFocus: Dimension;
  private readonly sideAndFocus: Dimension;
  private readonly order: Int32Array;
  private readonly visits: VisitBound;
  private readonly entered: Int32Array;
  private readonly poses: Projection;
  private readonly tools: Projection;
  private readonly posesAndTools: Projection;
  private readonly most: Int32Array;

  constructor(private readonly table: Table) {
    const n = table.ids.length;
    const labels = (k: number) =>
      Int32Array.from({ length: n }, (_, i) =>
        isOfPose(k) && table.onMat[i] ? -1 : labelsNow(table, i, () => false)[k]!
      );
    const raw = [UP, LID, TOOL, FOCUS].map(labels);
    this.single = raw.map((of) => dimension(table, of, [of]));
    this.toolAndFocus = dimension(table, paired(raw[TOOL]!, raw[FOCUS]!), [raw[TOOL]!, raw[FOCUS]!]);
    this.sideAndFocus = dimension(table, paired(raw[UP]!, raw[FOCUS]!), [raw[UP]!, raw[FOCUS]!]);
    const depth = (i: number) => countBits(table.ancestors.subarray(i * table.words), table.words);
    this.order = Int32Array.from(Array.from({ length: n }, (_, i) => i).sort((a, b) => depth(a) - depth(b)));
    this.visits = new VisitBound(table);
    this.entered = new Int32Array(n);
    this.poses = new Projection(table, [UP, LID]);
    this.tools = new Projection(table, [TOOL]);
    this.posesAndTools = new Projection(table, [UP, LID, TOOL]);
    this.most = new Int32Array(n + 1);
  }

  /**
   * What can be counted at once.
   * @param row bits of what is done, then the labels now
   * @returns least cost of the rest
   */
  quick(row: Int32Array): number {
    const { words, weights } = this.table;
    const entries = (k: number) => this.entries(this.single[k]!, row, row[words + k]!, -1);
    const up = entries(UP);
    const lid = entries(LID);
    return up * weights[UP] + lid * weights[LID] + this.toolsAndParts(row, entries(TOOL), up);
  }

  /** The same with side, lid and tool solved exactly, and all counts met at once: dearer to find, and never less. */
  full(row: Int32Array): number {
    const { weights, words } = this.table;
    const [up, tool, focus] = [row[words + UP]!, row[words + TOOL]!, row[words + FOCUS]!];
    // Turns with something loose come first; the rest is bounded among the orders that have no more of them than they must.
    const [poses, posesAndTools] = [this.poses.of(row), this.posesAndTools.of(row)];
    const loose =
      this.table.looseTurn > 0
        ? this.table.looseTurn * Math.floor(Math.max(poses, posesAndTools) / this.table.looseTurn)
        : 0;
    return (
      loose +
      leastMeeting(weights, {
        poses: Math.max(0, poses - loose),
        posesAndTools: Math.max(0, posesAndTools - loose),
        tools: Math.max(
          this.entries(this.single[TOOL]!, row, tool, -1),
          weights[TOOL] > 0 ? Math.ceil(this.tools.of(row) / weights[TOOL] - 1e-9) : 0
        ),
        turns:
          this.entries(this.single[UP]!, row, up, -1) * weights[UP] +
          this.entries(this.single[LID]!, row, row[words + LID]!, -1) * weights[LID],
        focus: this.entries(this.single[FOCUS]!, row, focus, -1),
        toolAndFocus: this.entries(this.toolAndFocus, row, tool, focus),
        sideAndFocus: this.entries(this.sideAndFocus, row, up, focus),
        visits: this.visits.of(row)
      })
    );
  }

  /** @param tools least number of tool changes @param sides least number of turns */
  private toolsAndParts(row: Int32Array, tools: number, sides: number): number {
    const { weights, words } = this.table;
    const focus = this.entries(this.single[FOCUS]!, row, row[words + FOCUS]!, -1);
    const rest = tools * weights[TOOL] + focus * weights[FOCUS];
    const visits = this.visits.of(row);
    // Every entry of a pair changes at least one of its two: what the single counts do not cover is paid by the cheaper.
    const missingTool = Math.max(
      0,
      this.entries(this.toolAndFocus, row, row[words + TOOL]!, row[words + FOCUS]!) - tools - focus
    );
    const missingSide = Math.max(
      0,
      this.entries(this.sideAndFocus, row, row[words + UP]!, row[words + FOCUS]!) - sides - focus
    );
    if (missingTool === 0 && missingSide === 0) return Math.max(rest, visits);
    let least = Infinity;
    for (const byFocus of [0, missingTool, missingSide]) {
      least = Math.min(
        least,
        byFocus * weights[FOCUS] +
          Math.max(0, missingTool - byFocus) * weights[TOOL] +
          Math.max(0, missingSide - byFocus) * weights[UP]
      );
    }
    return Math.max(rest + least, visits);
  }

  /** How often the classes of a dimension have to be entered from here on. */
  private entries(d: Dimension, done: Int32Array, first: number, second: number): number {
    const { words } = this.table;
    const here = d === this.toolAndFocus || d === this.sideAndFocus ? pairNow(d, first, second) : first;
    const { entered, most, order } = this;
    most.fill(0, 0, d.classes);
    for (let o = 0; o < order.length; o++) {
      const i = order[o]!;
      const cls = d.of[i]!;
      if (cls < 0 || hasBit(done, i)) continue;
      let v = 1;
      if (cls === here) {
        v = isWithin(d.leaves, i * words, done, words) ? 0 : 1;
      }
      const before = d.before[i]!;
      const apart = d.apart[i]!;
      for (let k = 0; k < before.length; k++) {
        const b = before[k]!;
        if (hasBit(done, b)) continue;
        const u = entered[b]! + apart[k]!;
        if (u > v) v = u;
      }
      entered[i] = v;
      if (v > most[cls]!) most[cls] = v;
    }
    let sum = 0;
    for (let k = 0; k < d.classes; k++) sum += most[k]!;
    return sum;
  }
}

/** What any order has to meet, whatever it does: entries by number, the rest in cost. */
interface Counts {
  /** Turns and moves of the lid alone, exactly; the same counted; and both with changes of tool. */
  poses: number;
  turns: number;
  posesAndTools: number;
  tools: number;
  focus: number;
  toolAndFocus: number;
  sideAndFocus: number;
  /** Changes of tool and part, each part visited at its best. */
  visits: number;
}

/**
 * The least cost P + w_t T + w_f F that meets all counts at once, over whole numbers T of tool changes: P is what turns and lid
 * cost, F the entries of parts, and a turn pays for at most one entry of side with part.
 */
function leastMeeting(weights: Table['weights'], c: Counts): number {
  const [wu, , wt, wf] = weights;
  const leastP = Math.max(c.poses, c.turns);
  let best = Infinity;
  for (let t = c.tools; ; t++) {
    const p = Math.max(leastP, c.posesAndTools - wt * t);
    if (p + wt * t + wf * c.focus >= best) break;
    const f = Math.max(c.focus, c.toolAndFocus - t, wf > 0 ? Math.ceil((c.visits - wt * t) / wf - 1e-9) : 0);
    // What is missing of side with part is paid by more entries of parts or by more turns, whichever is cheaper.
    const turns = wu > 0 ? Math.floor(p / wu + 1e-9) : Infinity;
    const missing = Math.max(0, c.sideAndFocus - turns - f);
    const more =
      missing === 0 ? 0 : Math.min(missing * wf, Math.max(0, (turns + 1) * wu - p) + (missing - 1) * Math.min(wu, wf));
    // Visits that parts cannot pay for where turning to one costs nothing.
    const rest = wf > 0 ? wt * t + wf * f : Math.max(wt * t, c.visits);
    best = Math.min(best, p + rest + more);
    if (wt === 0) break;
  }
  return best;
}

/** A bound on any order of problems too large for the tables above: sides, lid and tools are solved where they can be, parts are counted. */
export function plainBound(table: Table): number {
  const { all, turns, tools, parts, pairs } = countedBound(table);
  const row = new Int32Array(table.words + PARTS);
  row.set(table.start, table.words);
  // What may be loose is left aside: it only adds to the cost, and makes what is solved here much larger.
  const plain = { ...table, rules: [] };
  const solved = (of: readonly number[]) => new Projection(plain, of).of(row);
  const toolCost = solved([TOOL]);
  return Math.max(
    all,
    leastMeeting(table.weights, {
      poses: solved([UP, LID]),
      posesAndTools: solved([UP, LID, TOOL]),
      turns,
      visits: new VisitBound(table).whole(),
      tools: Math.max(tools, table.weights[TOOL] > 0 ? Math.ceil(toolCost / table.weights[TOOL] - 1e-9) : 0),
      focus: parts,
      toolAndFocus: pairs,
      sideAndFocus: 0
    })
  );
}

const PAIR = 4096;
const pairKeys = new WeakMap<Dimension, Map<number, number>>();

function paired(a: Int32Array, b: Int32Array): Int32Array {
  return a.map((x, i) => (x < 0 || b[i]! < 0 ? -1 : x * PAIR + b[i]!));
}

function pairNow(d: Dimension, a: number, b: number): number {
  return a < 0 || b < 0 ? -1 : (pairKeys.get(d)!.get(a * PAIR + b) ?? -1);
}

/** @param parts the single labels whose change leaves the class */
function dimension(table: Table, raw: Int32Array, parts: readonly Int32Array[]): Dimension {
  const n = table.ids.length;
  const { ancestors, words } = table;
  const numbering = new Map<number, number>();
  const of = raw.map((x) => {
    if (x < 0) return -1;
    if (!numbering.has(x)) numbering.set(x, numbering.size);
    return numbering.get(x)!;
  });
  const has = (i: number, b: number) => hasBit(ancestors, b, i * words);
  const leavesClass = (x: number, of: number) =>
    parts.some((part) => part[x]! >= 0 && part[of]! >= 0 && part[x] !== part[of]);
  const leaves = new Int32Array(n * words);
  const before: Int32Array[] = [];
  const apart: Uint8Array[] = [];
  for (let i = 0; i < n; i++) {
    const mine: number[] = [];
    for (let b = 0; b < n; b++) {
      if (of[i]! < 0 || !has(i, b)) continue;
      if (leavesClass(b, i)) setBit(leaves, b, i * words);
      if (of[b] === of[i]) mine.push(b);
    }
    before.push(Int32Array.from(mine));
    apart.push(
      Uint8Array.from(mine, (b) => {
        for (let x = 0; x < n; x++) if (hasBit(leaves, x, i * words) && has(x, b)) return 1;
        return 0;
      })
    );
  }
  // The single dimensions keep their labels as classes, so that the present label can be compared.
  const single = parts.length === 1;
  const made: Dimension = {
    of: single ? raw : of,
    classes: single ? raw.reduce((m, x) => Math.max(m, x + 1), 0) : numbering.size,
    before,
    apart,
    leaves
  };
  pairKeys.set(made, numbering);
  return made;
}
