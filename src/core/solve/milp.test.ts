import highs from 'highs';
import { beforeAll, describe, expect, it } from 'vitest';
import { demoAccess } from '../testing/machines';
import { sequenceProgramme, setProgramme } from '../testing/milp';
import { downProblem } from '../plan/down';
import { cheapestSet, type SetProblem } from './set';
import { bestSequence, WEIGHTS } from './sequence';
import { actionCost, removalSet } from '../plan/sets';
import { JOB, goalRequirements, type Goal } from '../goals';

let solver: Awaited<ReturnType<typeof highs>>;
beforeAll(async () => {
  solver = await highs();
});
const optimum = (programme: string) => {
  const solved = solver.solve(programme, { time_limit: 60 });
  expect(solved.Status).toBe('Optimal');
  return solved.ObjectiveValue;
};

describe('a general solver for mixed-integer programmes agrees', () => {
  it.each([
    ['norrvik-fathom-14', 'board'],
    ['norrvik-fathom-14', 'display'],
    ['norrvik-ballast-15', 'palm-rest'],
    ['norrvik-ballast-15', 'processor'],
    ['lindquay-slip-11', 'board'],
    ['lindquay-gannet-13', 'keyboard'],
    ['norrvik-pilot-14', 'board'],
    ['norrvik-pilot-14', 'top-case']
  ])('on the set: %s, %s', (id, part) => {
    const access = demoAccess(id);
    const goals: Goal[] = [{ do: 'replace', part }];
    const job = goalRequirements(access, goals);
    const problem: SetProblem = {
      job: JOB,
      requirementsOf: (a) => (a === JOB ? job : access.requirements.get(a)!),
      cost: (a) => actionCost(access.actions.get(a)!)
    };
    const ours = cheapestSet(problem);
    expect(ours.ok && ours.set.proved).toBe(true);
    const reach = new Set([JOB]);
    for (const a of reach)
      for (const r of problem.requirementsOf(a)) for (const way of r.alternatives) for (const b of way) reach.add(b);
    reach.delete(JOB);
    for (const tight of [false, true])
      expect(optimum(setProgramme(problem, [...reach], tight))).toBeCloseTo(ours.ok ? ours.set.cost : -1, 6);
  });

  it.each([
    ['norrvik-fathom-14', 'fan'],
    ['norrvik-fathom-14', 'wlan-card'],
    ['lindquay-slip-11', 'bezel'],
    ['lindquay-gannet-13', 'fan'],
    ['norrvik-pilot-14', 'ssd-a']
  ])('on the order: %s, %s', (id, part) => {
    const access = demoAccess(id);
    for (const weights of Object.values(WEIGHTS)) {
      const problem = downProblem(access, removalSet(access, [{ do: 'replace', part }]), weights);
      expect(problem.actions.every((a) => !a.onMat)).toBe(true);
      for (const tight of [false, true])
        expect(optimum(sequenceProgramme(problem, tight))).toBeCloseTo(bestSequence(problem).cost, 6);
    }
  });
});
