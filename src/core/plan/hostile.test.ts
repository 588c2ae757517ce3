import { describe, expect, it } from 'vitest';
import { accessOf } from '../access';
import { checkPlan } from '../check';
import { modelOf } from '../machine';
import { THOROUGH } from '../testing/effort';
import { allBoards, HOSTILE } from '../testing/hostile';
import { planning, type Plan } from '.';

/** The rest of them takes seconds each, and differs by size alone. */
const BRIEF: readonly string[] = ['zero seconds everywhere', 'dense choices'];
const TRIED = (Object.keys(HOSTILE) as (keyof typeof HOSTILE)[]).filter((name) => THOROUGH || BRIEF.includes(name));

describe.each(TRIED)('%s', (name) => {
  it('a first plan that works at once, and the best so far with its gap to whoever has enough', () => {
    const machine = HOSTILE[name]();
    const access = accessOf(modelOf(machine));
    const goals = allBoards(machine);
    const making = planning(access, goals, { weighting: 'bit-by-bit' });
    const first = making.next().value as { stage: string; plan: Plan };
    expect(first.stage).toBe('first');
    let heard = 0;
    let made: Plan | undefined;
    while (!made) {
      const { value, done } = making.next(++heard > 8);
      if (done) made = value;
      else if (value.stage !== 'first') expect(value.bound).toBeLessThanOrEqual(value.cost);
    }
    // Whoever has had enough is answered at the next word.
    expect(heard).toBeLessThan(14);
    for (const plan of [first.plan, made]) {
      if (machine.joints.length < 1000) expect(checkPlan(machine, plan)).toEqual([]);
      for (const goal of goals)
        expect(plan.steps.some((s) => s.do === 'move' && 'part' in goal && s.part === goal.part)).toBe(true);
      for (const order of [plan.order, plan.orderUp!])
        expect(order.proved).toBe(order.bound >= order.cost && order.loose!.least >= order.loose!.turns);
    }
  });
});
