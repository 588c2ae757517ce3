import type { FaultSet } from './schema';

/** What is known so far: symptoms that are there or are not, tests with their outcomes, repairs that did not help. */
export interface Findings {
  symptoms: Readonly<Record<string, boolean>>;
  tests: Readonly<Record<string, string>>;
  repairs: readonly string[];
}
export const NOTHING_KNOWN: Findings = { symptoms: {}, tests: {}, repairs: [] };

/** As heavy as so many closed jobs weigh the figures that a set ships with. */
const PRIOR_JOBS = 20;

/** How often each fault was the one, over closed jobs on such machines. */
export type Found = Readonly<Record<string, number>>;

/**
 * Weights of the faults, 1 in all, after what closed jobs came to: shares shrunk towards the set's own figures, so that a few
 * jobs move them a little and many jobs move them to what is found (Dirichlet prior with PRIOR_JOBS pseudo-counts).
 */
export function priors(set: FaultSet, found: Found): number[] {
  const whole = set.faults.reduce((sum, f) => sum + f.weight, 0);
  const jobs = set.faults.reduce((sum, f) => sum + (found[f.id] ?? 0), 0);
  return set.faults.map((f) => ((PRIOR_JOBS * f.weight) / whole + (found[f.id] ?? 0)) / (PRIOR_JOBS + jobs));
}

/** How likely each outcome of a test is with a fault. */
export function likelihoods(set: FaultSet, test: number, fault: number): readonly number[] {
  const { given, otherwise } = set.tests[test]!;
  return given[set.faults[fault]!.id] ?? otherwise;
}

/** Without symptoms that were noted by an earlier set and that this one does not know: they say nothing. */
export function understood(set: FaultSet, known: Findings): Findings {
  return {
    ...known,
    symptoms: Object.fromEntries(Object.entries(known.symptoms).filter(([id]) => set.symptoms.some((s) => s.id === id)))
  };
}

/**
 * How much each fault is believed in, in the order of the set; 1 in all, or all 0 when no single fault explains what is known.
 * One fault is at work (Bayes' rule; symptoms and tests independent once the fault is known).
 */
export function belief(set: FaultSet, known: Findings, found: Found): number[] {
  const prior = priors(set, found);
  const mended = new Set(set.repairs.filter((r) => known.repairs.includes(r.id)).flatMap((r) => r.mends));
  const { symptoms } = understood(set, known);
  const weights = set.faults.map((fault, f) => {
    if (mended.has(fault.id)) return 0;
    let weight = prior[f]!;
    for (const [symptom, there] of Object.entries(symptoms)) {
      const shows = fault.shows[symptom] ?? 0;
      weight *= there ? shows : 1 - shows;
    }
    set.tests.forEach((test, t) => {
      const came = known.tests[test.id];
      if (came !== undefined) weight *= likelihoods(set, t, f)[test.outcomes.findIndex((o) => o.id === came)] ?? 1;
    });
    return weight;
  });
  const sum = weights.reduce((a, b) => a + b, 0);
  return sum > 0 ? weights.map((w) => w / sum) : weights;
}

/**
 * The fault that a repair mended: of those that it mends the one believed in most, as the screen shows it.
 * @returns undefined for a repair that the set does not have
 */
export function mendedFault(set: FaultSet, known: Findings, found: Found, repair: string): string | undefined {
  const believed = belief(set, known, found);
  const of = (id: string) => believed[set.faults.findIndex((f) => f.id === id)]!;
  return [...(set.repairs.find((r) => r.id === repair)?.mends ?? [])].sort((a, b) => of(b) - of(a))[0];
}
