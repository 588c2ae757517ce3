import type { Fate } from '../fasteners';
import type { Step } from '../plan';
import type { NotSo, RunEvent } from './events';

type Body<E> = E extends RunEvent ? Omit<E, 'id' | 'at' | 'by'> : never;
/** An event without what the bench adds to it: who, when, and its id. */
export type Fact = Body<RunEvent>;

/** A step done with its count; where that differs from the expected one, what became of the difference is a fact of its own. */
export function countFacts(step: Step, counted: number, expected: number, fate?: Fate): Fact[] {
  const done: Fact = { type: 'done', step: step.id, count: counted };
  if (counted === expected || !fate || !step.joint) return [done];
  return [done, { type: 'account', joint: step.joint, fate, count: Math.abs(expected - counted) }];
}

/**
 * What follows from "not so": the finding, and what it means for the step. What could not be done is skipped;
 * what was open already is done, unless its screws still have to be counted.
 */
export function notSoFacts(step: Step, what: NotSo, note: string): Fact[] {
  const finding: Fact = { type: 'not-so', step: step.id, what, ...(note ? { note } : {}) };
  if (what === 'could-not') return [finding, { type: 'skipped', step: step.id, note: note || 'could not be done' }];
  if (what === 'already-open' && step.count === undefined) return [finding, { type: 'done', step: step.id }];
  return [finding];
}
