import { goalId, goalOf, goalRequirements, offeredGoals } from '../goals';
import { handedOver, leftOver, Rehearsal, Stand, type Harm, type Rehearsed, type Try } from '../rehearsal';
import type { Ground, Kind } from './kind';

/** A whole job in free choice: there and back, without harm. */
export const WHOLE: Kind = {
  form: 'tries',
  skills: ({ model }) => [`job:${model.machine.id}`],
  make({ access: { model } }, draw) {
    const { goal } = draw.one(offeredGoals(model, draw.one(['replace', 'reach'] as const)));
    return { skill: `job:${model.machine.id}`, about: goalId(goal), given: [], options: [] };
  },
  answer: () => []
};

export interface Rehearsing {
  state: Rehearsed;
  /** What broke, and what was left open or out in the end. */
  harms: Harm[];
  /** What the job asks for was done at some time. */
  isReached: boolean;
  /** How often something did not move. */
  stuck: number;
}

/** What tries come to, from the machine as it is handed over to the end of the work. */
export function rehearsed({ access }: Ground, goal: string, tries: readonly Try[]): Rehearsing {
  const rehearsal = new Rehearsal(access);
  let state = handedOver();
  let stuck = 0;
  for (const one of tries) {
    const outcome = rehearsal.attempt(state, one);
    if (outcome.is === 'stuck') stuck++;
    else state = outcome.then;
  }
  const isReached = goalRequirements(access, [goalOf(goal)]).every(({ alternatives }) =>
    alternatives.some((way) => way.every((id) => state.opened.has(id)))
  );
  return { state, harms: [...state.harms, ...leftOver(new Stand(access, state))], isReached, stuck };
}
