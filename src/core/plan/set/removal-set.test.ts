import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Requirement } from '../../access';
import { cheapestSet, type SetProblem } from '.';

const JOB = 'job';

function problem(costs: number[], needs: { of: number; alternatives: number[][] }[]): SetProblem {
  const id = (i: number) => (i < 0 ? JOB : `a${i}`);
  const by = new Map<string, Requirement[]>();
  needs.forEach(({ of, alternatives }, i) => {
    const r: Requirement = { id: `r${i}`, of: id(of), alternatives: alternatives.map((a) => a.map(id)), cause: { kind: 'goal', goal: 'test' } };
    by.set(r.of, [...(by.get(r.of) ?? []), r]);
  });
  return { job: JOB, requirementsOf: (a) => by.get(a) ?? [], cost: (a) => costs[Number(a.slice(1))]! };
}

/** Every subset, cheapest first, that can be done in some order and meets the job: the truth for small problems. */
function bruteForce(n: number, p: SetProblem): number | undefined {
  let best: number | undefined;
  for (let mask = 0; mask < 1 << n; mask++) {
    const members = Array.from({ length: n }, (_, i) => i).filter((i) => mask & (1 << i)).map((i) => `a${i}`);
    const cost = members.reduce((sum, a) => sum + p.cost(a), 0);
    if (best !== undefined && cost >= best) continue;
    const done = new Set<string>();
    const met = (a: string) => p.requirementsOf(a).every((r) => r.alternatives.some((alt) => alt.every((x) => done.has(x))));
    for (let grew = true; grew; ) {
      grew = false;
      for (const a of members) if (!done.has(a) && met(a)) grew = !!done.add(a);
    }
    if (done.size === members.length && met(JOB)) best = cost;
  }
  return best;
}

describe('the cheapest set', () => {
  it('takes the shared way when two goals need it', () => {
    // Alone each goal would take its own cheap way; together the shared one is cheaper.
    const p = problem([5, 5, 8], [{ of: -1, alternatives: [[0], [2]] }, { of: -1, alternatives: [[1], [2]] }]);
    const result = cheapestSet(p);
    expect(result.ok && [...result.set.actions]).toEqual(['a2']);
    expect(result.ok && result.set).toMatchObject({ cost: 8, bound: 8, proved: true });
  });

  it('says what cannot be met', () => {
    const result = cheapestSet(problem([1, 1], [{ of: -1, alternatives: [[0]] }, { of: 0, alternatives: [[1]] }, { of: 1, alternatives: [[0]] }]));
    expect(result).toMatchObject({ ok: false });
  });

  it('equals the brute-force optimum on random small problems', () => {
    const n = 7;
    const action = fc.integer({ min: 0, max: n - 1 });
    const alternative = fc.uniqueArray(action, { minLength: 1, maxLength: 2 });
    const need = fc.record({ of: fc.integer({ min: -1, max: n - 1 }), alternatives: fc.array(alternative, { minLength: 1, maxLength: 3 }) });
    let feasible = 0;
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 20 }), { minLength: n, maxLength: n }), fc.array(need, { minLength: 1, maxLength: 9 }), alternative, (costs, needs, goal) => {
        const p = problem(costs, [{ of: -1, alternatives: [goal] }, ...needs]);
        const truth = bruteForce(n, p);
        const result = cheapestSet(p);
        expect(result.ok ? result.set.cost : undefined).toBe(truth);
        if (truth !== undefined) feasible++;
      }),
      { numRuns: 1500 }
    );
    expect(feasible).toBeGreaterThan(300);
  });

  it('a forbidden way shows what the next best costs', () => {
    const p = problem([3, 7], [{ of: -1, alternatives: [[0], [1]] }]);
    const next = cheapestSet(p, new Set(['a0']));
    expect(next.ok && next.set.cost).toBe(7);
  });
});
