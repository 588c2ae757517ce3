import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Access } from '../access';
import { DEMO_MACHINES, demoAccess } from '../testing/machines';
import { removalSet, setsOfGoals, type From } from './sets';
import { seeded } from '../solve';
import { openId, type ActionId } from '../ids';
import { PlanningError, goalId, offeredGoals, settleGoals, type Goal } from '../goals';

/** A moment in the middle of a job: some of a set done in an order that works, and perhaps a joint that will not open. */
function moment(access: Access, goals: readonly Goal[], seed: number): From {
  const random = seeded(seed);
  const set = removalSet(access, [goals[Math.floor(random() * goals.length)]!]);
  const done: ActionId[] = [];
  for (let grew = seed % 3 > 0; grew;) {
    grew = false;
    for (const id of set.actions) {
      const isMet = access.requirements
        .get(id)!
        .every((r) => r.alternatives.some((way) => way.every((a) => done.includes(a))));
      if (done.includes(id) || !isMet || random() < 0.3) continue;
      done.push(id);
      grew = true;
    }
  }
  const joints = access.model.machine.joints;
  const stuck =
    seed % 2 ? [openId(joints[Math.floor(random() * joints.length)]!.id)].filter((id) => !done.includes(id)) : [];
  return { done, stuck };
}

describe('sets of many choices of goals', () => {
  it.each(DEMO_MACHINES)(
    'on %s cost what each costs by itself, from any moment of a job, and are refused where it is',
    (machine) => {
      const access = demoAccess(machine);
      const goals = (['reach', 'replace', 'expose'] as const).flatMap((doing) =>
        offeredGoals(access.model, doing).map(({ goal }) => goal)
      );
      const plannable = goals.filter((goal) => {
        try {
          return removalSet(access, [goal]).cost > 0;
        } catch {
          return false;
        }
      });
      let refused = 0;
      for (let seed = 1; seed <= 8; seed++) {
        const from = moment(access, plannable, seed);
        const sets = setsOfGoals(access, goals, from);
        fc.assert(
          fc.property(fc.subarray(goals, { maxLength: 5 }), (some) => {
            const picked = settleGoals(some);
            const found = sets(picked.map(goalId));
            let alone;
            try {
              alone = removalSet(access, picked, undefined, from);
            } catch (error) {
              if (!(error instanceof PlanningError)) throw error;
              refused++;
            }
            expect(found && { cost: found.cost, bound: found.bound, proved: found.proved }).toEqual(
              alone && { cost: alone.cost, bound: alone.bound, proved: alone.proved }
            );
          }),
          { numRuns: 15, seed }
        );
      }
      expect(refused).toBeGreaterThan(0);
    }
  );
});
