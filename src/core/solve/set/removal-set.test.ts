import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Requirement } from '../../access';
import { runs } from '../../testing/effort';
import { seeded as seededNumbers } from '../sequence/seeded';
import { cheapestSet, type SetProblem } from '.';

const JOB = 'job';

/** @param beside actions that need one of these with them, before or after */
function problem(
  costs: number[],
  needs: { of: number; alternatives: number[][] }[],
  beside: { of: number[]; alternatives: number[][] } = { of: [], alternatives: [] }
): SetProblem {
  const id = (i: number) => (i < 0 ? JOB : `a${i}`);
  const by = new Map<string, Requirement[]>();
  needs.forEach(({ of, alternatives }, i) => {
    const r: Requirement = {
      id: `r${i}`,
      of: id(of),
      alternatives: alternatives.map((a) => a.map(id)),
      cause: { kind: 'goal', goal: 'test' }
    };
    by.set(r.of, [...(by.get(r.of) ?? []), r]);
  });
  const together: Requirement = {
    id: 'together',
    of: JOB,
    alternatives: beside.alternatives.map((a) => a.map(id)),
    cause: { kind: 'isolation', joint: 'plug' }
  };
  return {
    job: JOB,
    requirementsOf: (a) => by.get(a) ?? [],
    beside: (a) => (beside.of.some((i) => id(i) === a) ? together : undefined),
    cost: (a) => costs[Number(a.slice(1))]!
  };
}

/** Every subset, cheapest first, that can be done in some order and meets the job: the truth for small problems. */
function bruteForce(n: number, p: SetProblem): number | undefined {
  let best: number | undefined;
  for (let mask = 0; mask < 1 << n; mask++) {
    const members = Array.from({ length: n }, (_, i) => i)
      .filter((i) => mask & (1 << i))
      .map((i) => `a${i}`);
    const cost = members.reduce((sum, a) => sum + p.cost(a), 0);
    if (best !== undefined && cost >= best) continue;
    const done = new Set<string>();
    const met = (a: string) =>
      p.requirementsOf(a).every((r) => r.alternatives.some((alt) => alt.every((x) => done.has(x)))) &&
      (p.together ?? []).every(({ group, moves }) => !moves.includes(a) || !members.includes(group) || done.has(group));
    for (let grew = true; grew;) {
      grew = false;
      for (const a of members) if (!done.has(a) && met(a)) grew = !!done.add(a);
    }
    const beside = [...done].every(
      (a) => p.beside?.(a)?.alternatives.some((way) => way.every((x) => done.has(x))) ?? true
    );
    if (done.size === members.length && met(JOB) && beside) best = cost;
  }
  return best;
}

describe('the cheapest set', () => {
  it('takes the shared way when two goals need it', () => {
    // Alone each goal would take its own cheap way; together the shared one is cheaper.
    const p = problem(
      [5, 5, 8],
      [
        { of: -1, alternatives: [[0], [2]] },
        { of: -1, alternatives: [[1], [2]] }
      ]
    );
    const result = cheapestSet(p);
    expect(result.ok && [...result.set.actions]).toEqual(['a2']);
    expect(result.ok && result.set).toMatchObject({ cost: 8, bound: 8, proved: true });
  });

  it('says what cannot be met', () => {
    const result = cheapestSet(
      problem(
        [1, 1],
        [
          { of: -1, alternatives: [[0]] },
          { of: 0, alternatives: [[1]] },
          { of: 1, alternatives: [[0]] }
        ]
      )
    );
    expect(result).toMatchObject({ ok: false });
  });

  it('equals the brute-force optimum on random small problems', () => {
    const n = 7;
    const action = fc.integer({ min: 0, max: n - 1 });
    const alternative = fc.uniqueArray(action, { minLength: 1, maxLength: 2 });
    const need = fc.record({
      of: fc.integer({ min: -1, max: n - 1 }),
      alternatives: fc.array(alternative, { minLength: 1, maxLength: 3 })
    });
    let feasible = 0;
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 20 }), { minLength: n, maxLength: n }),
        fc.array(need, { minLength: 1, maxLength: 9 }),
        alternative,
        (costs, needs, goal) => {
          const p = problem(costs, [{ of: -1, alternatives: [goal] }, ...needs]);
          const truth = bruteForce(n, p);
          const result = cheapestSet(p);
          expect(result.ok ? result.set.cost : undefined).toBe(truth);
          if (truth !== undefined) feasible++;
        }
      ),
      { numRuns: runs(7500) }
    );
    expect(feasible).toBeGreaterThan(runs(1500));
  });

  const n = 7;
  const action = fc.integer({ min: 0, max: n - 1 });
  const alternative = fc.uniqueArray(action, { minLength: 1, maxLength: 2 });
  const need = fc.record({
    of: fc.integer({ min: -1, max: n - 1 }),
    alternatives: fc.array(alternative, { minLength: 1, maxLength: 3 })
  });
  const costs = (min: number) => fc.array(fc.integer({ min, max: 20 }), { minLength: n, maxLength: n });
  const needsOf = (max: number) => fc.array(need, { minLength: 1, maxLength: max });

  it('takes with it what has to be beside it, as brute force does, in whatever order', () => {
    let feasible = 0;
    fc.assert(
      fc.property(
        costs(0),
        needsOf(9),
        alternative,
        fc.uniqueArray(action, { minLength: 1, maxLength: 4 }),
        fc.array(alternative, { minLength: 1, maxLength: 2 }),
        (prices, needs, goal, of, alternatives) => {
          const p = problem(prices, [{ of: -1, alternatives: [goal] }, ...needs], { of, alternatives });
          const truth = bruteForce(n, p);
          const result = cheapestSet(p);
          expect(result.ok ? result.set.cost : undefined).toBe(truth);
          if (!result.ok) return;
          feasible++;
          expect(result.set).toMatchObject({ bound: truth, proved: true });
          for (const a of result.set.actions)
            expect(p.beside!(a)?.alternatives.some((way) => way.every((x) => result.set.actions.has(x))) ?? true).toBe(
              true
            );
        }
      ),
      { numRuns: runs(7500) }
    );
    expect(feasible).toBeGreaterThan(runs(1500));
  });

  it('never tears what leaves together before it has left, and refuses where nothing else does, as brute force', () => {
    let torn = 0;
    let refused = 0;
    const groups = fc.uniqueArray(
      fc.record({ group: action, moves: fc.uniqueArray(action, { minLength: 1, maxLength: 3 }) }),
      { minLength: 1, maxLength: 2, selector: ({ group }) => group }
    );
    fc.assert(
      fc.property(
        costs(1),
        needsOf(9),
        alternative,
        groups,
        fc.constantFrom(0, 4, 1000),
        (prices, needs, goal, asked, budget) => {
          const free = problem(prices, [{ of: -1, alternatives: [goal] }, ...needs]);
          const p: SetProblem = {
            ...free,
            together: asked.map(({ group, moves }) => ({
              group: `a${group}`,
              moves: moves.filter((i) => i !== group).map((i) => `a${i}`),
              joints: [],
              after: (id) => ({
                id: `${id} < a${group}`,
                of: id,
                alternatives: [[`a${group}`]],
                cause: { kind: 'goal', goal: 'test' }
              })
            }))
          };
          const truth = bruteForce(n, p);
          const result = cheapestSet(p, new Set(), budget);
          expect(result.ok).toBe(truth !== undefined);
          if (truth !== bruteForce(n, free)) torn++;
          if (!result.ok) return void (cheapestSet(free).ok && refused++);
          const { cost, bound, proved } = result.set;
          expect(bound).toBeLessThanOrEqual(truth!);
          if (budget > 100) expect({ cost, proved }).toEqual({ cost: truth, proved: true });
          else expect(cost).toBeGreaterThanOrEqual(truth!);
        }
      ),
      { numRuns: runs(15_000) }
    );
    expect(torn).toBeGreaterThan(runs(250));
    expect(refused).toBeGreaterThan(runs(50));
  });

  it('with any budget is a set that works, with a bound below the best, and proved only where it is', () => {
    let gaveUp = 0;
    fc.assert(
      fc.property(
        costs(0),
        needsOf(14),
        alternative,
        fc.integer({ min: 0, max: 12 }),
        (prices, needs, goal, budget) => {
          const p = problem(prices, [{ of: -1, alternatives: [goal] }, ...needs]);
          const truth = bruteForce(n, p);
          const result = cheapestSet(p, new Set(), budget);
          expect(result.ok).toBe(truth !== undefined);
          if (!result.ok) return;
          const { set } = result;
          expect(set.bound).toBeLessThanOrEqual(truth! + 1e-9);
          expect(set.cost).toBeGreaterThanOrEqual(truth! - 1e-9);
          if (set.proved) expect(set.cost).toBe(truth);
          else gaveUp++;
          const done = new Set<string>();
          const met = (a: string) =>
            p.requirementsOf(a).every((r) => r.alternatives.some((way) => way.every((x) => done.has(x))));
          for (let grew = true; grew;) {
            grew = false;
            for (const a of set.actions) if (!done.has(a) && met(a)) grew = !!done.add(a);
          }
          expect([done.size, met(JOB)]).toEqual([set.actions.size, true]);
        }
      ),
      { numRuns: runs(15_000) }
    );
    expect(gaveUp).toBeGreaterThan(runs(100));
  });

  it('costs nothing to throw in circles of nothing', () => {
    // a1 and a2 wait for each other and cost nothing; the job needs neither.
    const p = problem(
      [5, 0, 0],
      [
        { of: -1, alternatives: [[0], [1, 0]] },
        { of: 1, alternatives: [[2]] },
        { of: 2, alternatives: [[1]] }
      ]
    );
    expect(cheapestSet(p)).toMatchObject({ ok: true, set: { cost: 5, proved: true } });
  });

  it('ends in time where the choices are dense, with its gap', () => {
    // Each of 60 things is met by any of 12 ways of two actions, among 90 actions that need each other in turn.
    const random = seededNumbers(7);
    const many = 90;
    const pick = () => Math.floor(random() * many);
    const needs = Array.from({ length: 60 }, () => ({
      of: -1,
      alternatives: Array.from({ length: 12 }, () => [pick(), pick()])
    }));
    const inner = Array.from({ length: 200 }, () => ({
      of: pick(),
      alternatives: Array.from({ length: 5 }, () => [pick()])
    }));
    const result = cheapestSet(
      problem(
        Array.from({ length: many }, () => 1 + Math.floor(random() * 60)),
        [...needs, ...inner]
      )
    );
    expect(result.ok).toBe(true);
    if (result.ok) expect(result.set.bound).toBeLessThanOrEqual(result.set.cost);
  });

  it('a forbidden way shows what the next best costs', () => {
    const p = problem([3, 7], [{ of: -1, alternatives: [[0], [1]] }]);
    const next = cheapestSet(p, new Set(['a0']));
    expect(next.ok && next.set.cost).toBe(7);
  });
});
