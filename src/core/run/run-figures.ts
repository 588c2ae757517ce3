import type { DatedReading } from '../cells';
import type { Model } from '../machine';
import type { Plan } from '../plan';
import type { RunState } from './fold';

/** What lists and statistics want to know of a run without its events. */
export interface RunFigures {
  /** Steps of the plan in force that were done, tested or skipped. */
  stepsDone: number;
  /** What held parts that would not come: each time that something looked at was it. */
  found: { part: string; suspect: string }[];
  /** What the cell was read to hold at the bench, the earliest first. */
  readings: BenchReading[];
}

/** A reading of a cell at the bench. */
export interface BenchReading extends DatedReading {
  when: 'before' | 'after';
  /** Of a cell that came in with this work: what was read before was of another. */
  isNew: boolean;
}

/** @param plan the one in force @param state the fold of the run's events */
export function runFigures(model: Model, plan: Plan, state: RunState): RunFigures {
  const isReplaced = state.swapped.some((s) => model.hasPart(s.part) && model.part(s.part).kind === 'battery');
  const read = (['before', 'after'] as const).flatMap((when): BenchReading[] => {
    const said = state.batteries[when];
    return said ? [{ at: said.at, reading: said.reading, when, isNew: when === 'after' && isReplaced }] : [];
  });
  return {
    readings: read.sort((a, b) => (a.at < b.at ? -1 : 1)),
    stepsDone: plan.steps.filter((s) => state.steps[s.id] !== undefined).length,
    found: state.looks.flatMap(({ part, suspect, found }) => (found ? [{ part, suspect }] : []))
  };
}
