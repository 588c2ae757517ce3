import type { Thing } from '$core/drawing';
import { goalId, offeredGoals, type Goal } from '$core/goals';
import type { Model } from '$core/machine';

/** What a click on the drawing means while one chooses what to do. */
export function picking(model: Model, doing: Goal['do']) {
  const offered = new Set(offeredGoals(model, doing).map((o) => goalId(o.goal)));
  const goalOf = (thing: Thing): Goal =>
    doing === 'reach' ? { do: 'reach', joint: thing.id } : { do: doing, part: thing.id };
  return {
    goalOf,
    canPick: (thing: Thing) => (thing.what === 'joint') === (doing === 'reach') && offered.has(goalId(goalOf(thing)))
  };
}
