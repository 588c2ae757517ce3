import type { Fate } from '../fasteners';
import type { Plan, Step } from '../plan';
import type { NotSo } from './events';
import type { RunState } from './fold';

/** How many screws this step should count: all of the group on the way down, those in hand on the way up. */
export function expectedCount(state: RunState, step: Step): number | undefined {
  if (step.count === undefined) return undefined;
  const line = state.ledger.find((l) => l.joint === step.joint);
  if (!line) return step.count;
  return step.do === 'close'
    ? Math.max(0, line.inHand + (state.steps[step.id] ? line.back : 0))
    : line.expected - line.fates['missing-as-received'];
}

/** What can explain a count that differs from the expected one, likeliest first. */
export function possibleFates(step: Step, counted: number, expected: number): Fate[] {
  if (counted === expected) return [];
  if (step.do === 'close') return counted < expected ? ['lost', 'discarded'] : ['from-stock'];
  return counted < expected ? ['missing-as-received', 'still-in', 'lost'] : ['extra'];
}

/** The step at which work goes on, undefined when all are answered. */
export function currentStep(plan: Plan, state: RunState): Step | undefined {
  return plan.steps[state.position];
}

/** What may turn out not to be so at this step: sizes and counts only where there are screws. */
export function possibleFacts(step: Step): NotSo[] {
  if (step.count !== undefined)
    return [
      'different-size',
      'stripped',
      'missing-as-received',
      'already-open',
      'hidden-elsewhere',
      'broken',
      'could-not'
    ];
  if (step.joint || step.part) return ['already-open', 'hidden-elsewhere', 'broken', 'could-not'];
  return ['could-not'];
}
