import { goalId, offeredGoals } from '../goals';
import type { Kind } from './kind';

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
