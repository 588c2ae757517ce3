/** One step as it was done, against its standard. */
export interface Observed {
  /** What kind of work: `open screws`, `move`, ... */
  kind: string;
  /** Standard time of this step by count, s. */
  standardSeconds: number;
  seconds: number;
}

/** How fast someone works, against the standard. */
export interface Pace {
  /** Factor on the standard for a kind of work: 0.8 is a fifth faster. */
  factor(kind: string): number;
  /** Spread of a single step around its middle: standard deviation of the logarithm. */
  spread: number;
  /** Spread of a whole visit: a bad day, an unfamiliar machine. The same for all its steps. */
  visitSpread: number;
}

/** What is believed before anything was measured, bench rules of thumb. */
const PRIOR = { spread: 0.45, visitSpread: 0.2 };
/** So many steps of one's own weigh as much as what was believed before. */
const WEIGHT = 8;
/** A step that took many times its standard was a break, not work: it counts as no more than this. */
const MOST_RATIO = 6;

export const STANDARD_PACE: Pace = { factor: () => 1, ...PRIOR };

/**
 * The pace shown by times measured, shrunk towards what is known one level up, the more the fewer they are: each kind of work
 * towards all work of this person on this machine, that towards all of the shop's, that towards the standard.
 * The middle of a level is (n * own + w * above) / (n + w) on the logarithm of the ratio (empirical Bayes with equal variances).
 * @param levels measurements from the widest (the shop's) to the narrowest (this technician on this machine)
 */
export function paceOf(...levels: readonly (readonly Observed[])[]): Pace {
  let middle = 0;
  let kinds = new Map<string, number>();
  let spread = PRIOR.spread;
  for (const observed of levels) {
    const logs = observed.filter((o) => o.seconds > 0 && o.standardSeconds > 0).map((o) => ({ kind: o.kind, log: clipped(Math.log(o.seconds / o.standardSeconds)) }));
    const above = middle;
    middle = shrunk(logs.map((l) => l.log), above);
    const now = new Map<string, number>();
    for (const kind of new Set([...kinds.keys(), ...logs.map((l) => l.kind)])) {
      // What was particular to this kind one level up stays particular to it here.
      const particular = (kinds.get(kind) ?? above) - above;
      now.set(kind, shrunk(logs.filter((l) => l.kind === kind).map((l) => l.log), middle + particular));
    }
    kinds = now;
    const squares = logs.map((l) => (l.log - now.get(l.kind)!) ** 2);
    spread = Math.sqrt((squares.reduce((sum, s) => sum + s, 0) + WEIGHT * spread ** 2) / (squares.length + WEIGHT));
  }
  return { factor: (kind) => Math.exp(kinds.get(kind) ?? middle), spread, visitSpread: PRIOR.visitSpread };
}

function shrunk(logs: readonly number[], above: number): number {
  return (logs.reduce((sum, l) => sum + l, 0) + WEIGHT * above) / (logs.length + WEIGHT);
}

const clipped = (log: number) => Math.max(-Math.log(MOST_RATIO), Math.min(Math.log(MOST_RATIO), log));
