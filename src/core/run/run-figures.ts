import type { Plan } from '../plan';
import type { RunState } from './fold';

/** What lists and statistics want to know of a run without its events. */
export interface RunFigures {
  /** Steps of the plan in force that were done, tested or skipped. */
  stepsDone: number;
  /** What held parts that would not come: each time that something looked at was it. */
  found: { part: string; suspect: string }[];
}

/** @param plan the one in force @param state the fold of the run's events */
export function runFigures(plan: Plan, state: RunState): RunFigures {
  return {
    stepsDone: plan.steps.filter((s) => state.steps[s.id] !== undefined).length,
    found: state.looks.flatMap(({ part, suspect, found }) => (found ? [{ part, suspect }] : []))
  };
}
