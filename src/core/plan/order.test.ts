import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { commonOrder } from './align';
import { changeCost, order, WEIGHTS, type Setup } from './order';

const setups: Record<string, Setup> = {
  a: { pose: 'underside/closed', tool: 'driver PH0', focus: 'x' },
  b: { pose: 'topside/open', tool: 'driver PH0', focus: 'y' },
  c: { pose: 'underside/closed', tool: 'driver PH0', focus: 'x' },
  d: { pose: 'topside/open', focus: 'y' }
};
const start = { pose: 'topside/closed' };
const solve = (edges: [string, string][], weights = WEIGHTS['part-by-part']) => order({ actions: Object.keys(setups), edges, weights, start, setup: (id) => setups[id]! });

describe('the order down', () => {
  it('finishes a side before it turns the machine', () => {
    const { sequence } = solve([['a', 'b'], ['c', 'd']]);
    expect(sequence.slice(0, 2).sort()).toEqual(['a', 'c']);
    expect(sequence.slice(2).sort()).toEqual(['b', 'd']);
  });

  it('never breaks a precedence, and its bound never exceeds its cost', () => {
    const ids = ['a', 'b', 'c', 'd'];
    const pair = fc.tuple(fc.integer({ min: 0, max: 3 }), fc.integer({ min: 0, max: 3 })).filter(([x, y]) => x < y);
    fc.assert(
      fc.property(fc.array(pair), fc.shuffledSubarray(ids, { minLength: 4 }), (pairs, names) => {
        const edges = pairs.map(([x, y]): [string, string] => [names[x]!, names[y]!]);
        const result = solve(edges);
        for (const [before, after] of edges) expect(result.sequence.indexOf(before)).toBeLessThan(result.sequence.indexOf(after));
        expect(result.bound).toBeLessThanOrEqual(result.cost);
        expect(result.proved).toBe(result.cost <= result.bound);
      })
    );
  });

  it('refuses a circle', () => {
    expect(() => solve([['a', 'b'], ['b', 'a']])).toThrow(/circle among a, b/);
  });

  it('charges for turns, lid, tool and focus, and for nothing on the mat', () => {
    const w = { turn: 1000, lid: 100, tool: 10, focus: 1 };
    expect(changeCost({ pose: 'underside/closed', tool: 't', focus: 'f' }, { pose: 'topside/open', tool: 'u', focus: 'g' }, w)).toBe(1111);
    expect(changeCost({ pose: 'underside/closed' }, { pose: 'mat' }, w)).toBe(0);
  });
});

it('the common order is a longest one', () => {
  expect(commonOrder([1, 2, 3, 4, 5], [5, 1, 3, 4, 2])).toEqual([1, 3, 4]);
  const list = fc.uniqueArray(fc.integer({ min: 0, max: 9 }), { maxLength: 8 });
  fc.assert(
    fc.property(list, list, (a, b) => {
      const common = commonOrder(a, b);
      const fits = (whole: number[]) => common.every((x, i) => i === 0 || whole.indexOf(common[i - 1]!) < whole.indexOf(x)) && common.every((x) => whole.includes(x));
      expect(fits(a) && fits(b)).toBe(true);
      expect(common.length).toBe(longest(a, b));
    })
  );
});

function longest(a: number[], b: number[]): number {
  if (a.length === 0 || b.length === 0) return 0;
  if (a[0] === b[0]) return 1 + longest(a.slice(1), b.slice(1));
  return Math.max(longest(a.slice(1), b), longest(a, b.slice(1)));
}
