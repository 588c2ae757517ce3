import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { runs, THOROUGH } from '../../testing/effort';
import { generatedFaults, HARDER, LIKE_THE_DEMO, liveBelief } from '../../testing/fault-sets';
import { doubtful, small, threeAtOnce, tight, together, type Small } from '../../testing/small-faults';
import { demoAccess, DEMO_MACHINES } from '../../testing/machines';
import { belief, FaultSet, NextStep, nextStep, NOTHING_KNOWN, reachFrom, steady, swapLikeliest, type Next } from '..';
import { settleGoals, type Goal } from '../../goals';

const NOTHING_DONE = { tests: [], repairs: [] };

/** The optimum over all decision trees, by trying every one: normalised chances, no bounds, no memory. */
function oracle(
  { set, reach }: Small,
  chance: readonly number[],
  tests: readonly string[],
  repairs: readonly string[],
  goals: readonly Goal[]
): { best: number; of: Map<string, number> } {
  const of = new Map<string, number>();
  if (chance.every((p) => p < 1e-12)) return { best: 0, of };
  const way = (more: readonly Goal[]) => reach(settleGoals([...goals, ...more])) - reach(settleGoals(goals));
  for (const [t, test] of set.tests.entries()) {
    if (tests.includes(test.id)) continue;
    let seconds = test.seconds + way(test.needs);
    for (const o of test.outcomes.keys()) {
      const joint = chance.map((p, f) => p * (set.tests[t]!.given[set.faults[f]!.id] ?? set.tests[t]!.otherwise)[o]!);
      const sum = joint.reduce((a, b) => a + b, 0);
      if (sum < 1e-12) continue;
      seconds +=
        sum *
        oracle(
          { set, reach },
          joint.map((p) => p / sum),
          [...tests, test.id],
          repairs,
          [...goals, ...test.needs]
        ).best;
    }
    of.set(test.id, seconds);
  }
  for (const repair of set.repairs) {
    if (repairs.includes(repair.id) || !set.faults.some((f, i) => chance[i]! > 1e-12 && repair.mends.includes(f.id)))
      continue;
    const rest = chance.map((p, i) => (repair.mends.includes(set.faults[i]!.id) ? 0 : p));
    const left = rest.reduce((a, b) => a + b, 0);
    const more = repair.goal ? [repair.goal] : [];
    let seconds = repair.seconds + way(more);
    if (left > 1e-12)
      seconds +=
        left *
        oracle(
          { set, reach },
          rest.map((p) => p / left),
          tests,
          [...repairs, repair.id],
          [...goals, ...more]
        ).best;
    of.set(repair.id, seconds);
  }
  return { best: Math.min(...of.values()), of };
}

/** At every moment of the search the truth lies within what it says. */
function holdsThroughout(problem: Small): void {
  const weights = belief(problem.set, NOTHING_KNOWN, {});
  const { best, of } = oracle(problem, weights, [], [], []);
  const step = new NextStep(problem.set, weights, NOTHING_DONE, problem.reach);
  for (let trials = 0; ; trials++) {
    const { candidates, least, most, proved } = step.answer;
    expect(least).toBeLessThanOrEqual(best + 1e-5);
    expect(most).toBeGreaterThanOrEqual(best - 1e-5);
    expect(candidates[0]!.most).toBe(most);
    for (const c of candidates) {
      expect(c.least, c.id).toBeLessThanOrEqual(of.get(c.id)! + 1e-5);
      expect(c.most, c.id).toBeGreaterThanOrEqual(of.get(c.id)! - 1e-5);
    }
    if (step.isDone) {
      expect(proved).toBe(true);
      expect(Math.abs(most - best)).toBeLessThan(1e-5);
      return;
    }
    expect(trials).toBeLessThan(2000);
    step.goOn(1);
  }
}

describe('the next best step', () => {
  it('is that of the best decision tree there is, and at every moment the truth lies within the interval', () => {
    fc.assert(fc.property(small(3, 2), holdsThroughout), { numRuns: runs(750) });
  });
  it('so with four faults and three tests', () => {
    fc.assert(fc.property(small(4, 3), holdsThroughout), { numRuns: runs(450) });
  }, 60_000);

  it('so where one test tells all, and one repair mends several', () => {
    fc.assert(fc.property(tight, holdsThroughout), { numRuns: runs(600) });
    fc.assert(fc.property(together, holdsThroughout), { numRuns: runs(60) });
    fc.assert(fc.property(threeAtOnce, holdsThroughout), { numRuns: runs(120) });
  });
  it('so where several tests that are not sure are worth their time', () => {
    fc.assert(fc.property(doubtful, holdsThroughout), { numRuns: runs(180) });
  });

  it('never takes longer than swapping the likeliest part', () => {
    fc.assert(
      fc.property(small(3, 2), ({ set, reach }) => {
        const weights = belief(set, NOTHING_KNOWN, {});
        expect(nextStep(set, weights, NOTHING_DONE, reach).most).toBeLessThanOrEqual(
          swapLikeliest(set, weights, reach) + 1e-5
        );
      })
    );
  });

  it('faults that nothing tells apart count as one', () => {
    fc.assert(
      fc.property(small(3, 2), fc.nat({ max: 2 }), ({ set, reach }, which) => {
        const twin = set.faults[which % set.faults.length]!;
        const doubled: FaultSet = {
          ...set,
          faults: [
            ...set.faults.map((f) => (f === twin ? { ...f, weight: f.weight / 2 } : f)),
            { ...twin, id: 'twin', weight: twin.weight / 2 }
          ],
          tests: set.tests.map((t) => ({ ...t, given: { ...t.given, twin: t.given[twin.id]! } })),
          repairs: set.repairs.map((r) => (r.mends.includes(twin.id) ? { ...r, mends: [...r.mends, 'twin'] } : r))
        };
        const of = (s: FaultSet) => nextStep(s, belief(s, NOTHING_KNOWN, {}), NOTHING_DONE, reach).most;
        expect(of(doubled)).toBeCloseTo(of(set), 4);
      }),
      { numRuns: 60 }
    );
  });

  it('is there at once as an estimate, and draws together', () => {
    const access = demoAccess();
    const set = generatedFaults(access.model, HARDER, 1);
    const step = new NextStep(set, liveBelief(set, 12), NOTHING_DONE, reachFrom(access, set));
    let before = step.answer;
    expect(before.proved).toBe(false);
    expect(before.most).toBeLessThan(Infinity);
    for (let i = 0; i < 20; i++) {
      step.goOn(20);
      const now = step.answer;
      expect(now.least).toBeGreaterThanOrEqual(before.least - 1e-6);
      expect(now.most).toBeLessThanOrEqual(before.most + 1e-6);
      before = now;
    }
    expect(before.most - before.least).toBeLessThan(0.2 * before.most);
  });

  // The largest machine takes longer than all the others together.
  it.each(DEMO_MACHINES.filter((id) => THOROUGH || id !== 'norrvik-ballast-15'))(
    'forty faults and thirty tests over %s, eight of them live, are proved in so many trials',
    (id) => {
      const access = demoAccess(id);
      const set = generatedFaults(access.model, LIKE_THE_DEMO, 1);
      expect(nextStep(set, liveBelief(set, 8), NOTHING_DONE, reachFrom(access, set), 50_000).proved).toBe(true);
    }
  );

  it('a proposal that is being read stays unless another is clearly sooner', () => {
    const candidate = (id: string, most: number) => ({ do: 'test' as const, id, least: 1, most, own: 1 });
    const of = (...candidates: Next['candidates']): Next => ({
      candidates,
      least: 1,
      most: candidates[0]!.most,
      proved: false,
      left: [],
      unmended: 0
    });
    const first = of(candidate('a', 100), candidate('b', 101));
    expect(steady(undefined, first)).toBe(first);
    expect(steady(first, of(candidate('b', 99), candidate('a', 100))).candidates.map((c) => c.id)).toEqual(['a', 'b']);
    expect(steady(first, of(candidate('b', 90), candidate('a', 100))).candidates.map((c) => c.id)).toEqual(['b', 'a']);
    expect(steady(first, { ...of(candidate('b', 99), candidate('a', 100)), proved: true }).candidates[0]!.id).toBe('b');
  });
});
