/** One step as it was done, against its standard. */
export interface Observed {
  /** What kind of work: `open screws`, `move`, ... */
  kind: string;
  /** Standard time of this step by count, s. */
  standardSeconds: number;
  seconds: number;
  /** Which step of its plan it was; of runs from before this was kept nothing is known. */
  step?: string;
  /** Which visit it belongs to: what its steps have in common is told from what each has for itself. */
  visit?: string;
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
/** So many visits weigh as much as what was believed of visits before. */
const VISIT_WEIGHT = 4;
/** A step that took many times its standard was a break, not work: it counts as no more than this. */
const MOST_RATIO = 6;

export const STANDARD_PACE: Pace = { factor: () => 1, ...PRIOR };

/**
 * The pace shown by times measured, shrunk towards what is known one level up, the more the fewer they are: each kind of work
 * towards all work of this person on this machine, that towards all of the shop's, that towards the standard.
 * The middle of a level is (n * own + w * above) / (n + w) on the logarithm of the ratio (empirical Bayes with equal variances).
 * What remains of each step is what its visit has in common and its own: the variance between visits is what the means of visits
 * spread beyond what their steps explain (one-way random effects, moments), shrunk towards what was believed.
 * @param levels measurements from the widest (the shop's) to the narrowest (this technician on this machine)
 */
export function paceOf(...levels: readonly (readonly Observed[])[]): Pace {
  let middle = 0;
  let kinds = new Map<string, number>();
  let { spread, visitSpread } = PRIOR;
  for (const observed of levels) {
    const logs = observed
      .filter((o) => o.seconds > 0 && o.standardSeconds > 0)
      .map((o) => ({ kind: o.kind, visit: o.visit, log: clipped(Math.log(o.seconds / o.standardSeconds)) }));
    const above = middle;
    middle = shrunk(
      logs.map((l) => l.log),
      above
    );
    const now = new Map<string, number>();
    for (const kind of new Set([...kinds.keys(), ...logs.map((l) => l.kind)])) {
      // What was particular to this kind one level up stays particular to it here.
      const particular = (kinds.get(kind) ?? above) - above;
      now.set(
        kind,
        shrunk(
          logs.filter((l) => l.kind === kind).map((l) => l.log),
          middle + particular
        )
      );
    }
    kinds = now;
    const found = variances(logs.map((l) => ({ visit: l.visit, rest: l.log - now.get(l.kind)! })));
    spread = Math.sqrt((found.squares + WEIGHT * spread ** 2) / (found.steps + WEIGHT));
    visitSpread = Math.sqrt(
      (found.visits * found.between + VISIT_WEIGHT * visitSpread ** 2) / (found.visits + VISIT_WEIGHT)
    );
  }
  return { factor: (kind) => Math.exp(kinds.get(kind) ?? middle), spread, visitSpread };
}

/** Sum of squares within visits with its degrees of freedom, and the variance between visits with how many tell of it. */
function variances(rests: readonly { visit: string | undefined; rest: number }[]): {
  squares: number;
  steps: number;
  between: number;
  visits: number;
} {
  const groups = new Map<string, number[]>();
  const alone: number[] = [];
  for (const { visit, rest } of rests) {
    if (visit === undefined) alone.push(rest);
    else groups.set(visit, [...(groups.get(visit) ?? []), rest]);
  }
  const visits = [...groups.values()].filter((g) => g.length > 1);
  let squares = alone.reduce((sum, r) => sum + r ** 2, 0);
  let steps = alone.length;
  const means = visits.map((g) => {
    const mean = g.reduce((sum, r) => sum + r, 0) / g.length;
    squares += g.reduce((sum, r) => sum + (r - mean) ** 2, 0);
    steps += g.length - 1;
    return { mean, n: g.length };
  });
  const within = steps > 0 ? squares / steps : 0;
  // The middle of all was fitted to these very steps: about it, not about nought.
  const centre = means.length > 1 ? means.reduce((sum, m) => sum + m.mean, 0) / means.length : 0;
  const free = Math.max(1, means.length - 1);
  const between = Math.max(
    0,
    means.reduce((sum, m) => sum + (m.mean - centre) ** 2, 0) / free -
      means.reduce((sum, m) => sum + within / m.n, 0) / Math.max(1, means.length)
  );
  return { squares, steps, between, visits: means.length > 1 ? means.length : 0 };
}

function shrunk(logs: readonly number[], above: number): number {
  return (logs.reduce((sum, l) => sum + l, 0) + WEIGHT * above) / (logs.length + WEIGHT);
}

const clipped = (log: number) => Math.max(-Math.log(MOST_RATIO), Math.min(Math.log(MOST_RATIO), log));
