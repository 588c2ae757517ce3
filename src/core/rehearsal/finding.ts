import { belief, NextStep, type Fault, type FaultSet, type ReachSeconds } from '../faults';
import { symptomsOf } from './aftermath';

/** One thing done to find a fault: a test with what it said, or a repair that helped or did not. */
export type Found = { do: 'test'; id: string; outcome: string } | { do: 'repair'; id: string; helped: boolean };

/** What a test says on a machine with this fault: what is likeliest. */
export function outcomeOf(set: FaultSet, test: string, fault: Fault): string {
  const { given, otherwise, outcomes } = set.tests.find((t) => t.id === test)!;
  const row = given[fault.id] ?? otherwise;
  return outcomes[row.indexOf(Math.max(...row))]!.id;
}

/** More than anybody would do before asking. */
const MOST_STEPS = 40;
/** Of the search for each step: what is done need not be proved best. */
const TRIALS = 100;

/**
 * What fault finding proposes, one after the other, on a machine with this fault, until it is mended: by the symptoms that the
 * fault most likely shows, each test saying what is likeliest.
 * @returns undefined where it does not come to it
 */
export function findingOf(set: FaultSet, fault: Fault, reach: ReachSeconds): Found[] | undefined {
  const shown = symptomsOf(fault);
  const symptoms = Object.fromEntries(shown.map((id) => [id, true]));
  const found: Found[] = [];
  const tests: Record<string, string> = {};
  const repairs: string[] = [];
  while (found.length < MOST_STEPS) {
    const step = new NextStep(
      set,
      belief(set, { symptoms, tests, repairs }, {}),
      { tests: Object.keys(tests), repairs },
      reach
    );
    step.goOn(TRIALS);
    const [next] = step.answer.candidates;
    if (!next) return undefined;
    if (next.do === 'repair') {
      const helped = set.repairs.find((r) => r.id === next.id)!.mends.includes(fault.id);
      found.push({ do: 'repair', id: next.id, helped });
      if (helped) return found;
      repairs.push(next.id);
    } else {
      const outcome = outcomeOf(set, next.id, fault);
      found.push({ do: 'test', id: next.id, outcome });
      tests[next.id] = outcome;
    }
  }
  return undefined;
}
