import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { order, ordering, WEIGHTS, type OrderAction, type OrderProblem, type Weights } from '.';
import { bestOrderCost } from '../../testing/oracle';
import { randomOrders as random } from '../../testing/problems';

const start = { up: 'topside', lid: 'closed' };
const actions: OrderAction[] = [
  { id: 'a', up: 'underside', lid: 'closed', tool: 'driver PH0', focus: 'x' },
  { id: 'b', up: 'topside', lid: 'open', tool: 'driver PH0', focus: 'y' },
  { id: 'c', up: 'underside', lid: 'closed', tool: 'driver PH0', focus: 'x' },
  { id: 'd', up: 'topside', lid: 'open', focus: 'y' }
];
const need = (of: string, ...alternatives: string[][]) => ({ of, alternatives });
const problem = (needs: OrderProblem['needs'], more: Partial<OrderProblem> = {}): OrderProblem => ({ actions, needs, weights: WEIGHTS['part-by-part'], start, ...more });

describe('the order', () => {
  it('finishes a side before it turns the machine', () => {
    const { sequence } = order(problem([need('b', ['a']), need('d', ['c'])]));
    expect(sequence.slice(0, 2).sort()).toEqual(['a', 'c']);
    expect(sequence.slice(2).sort()).toEqual(['b', 'd']);
  });

  it('costs what trying every order finds, and says that it is proved', () => {
    fc.assert(
      fc.property(random, (p) => {
        const made = order(p);
        const truth = bestOrderCost(p);
        expect(truth.costOf(made.sequence)).toBe(made.cost);
        expect(made).toMatchObject({ cost: truth.best, bound: truth.best, proved: true });
      }),
      { numRuns: 2500 }
    );
  });

  it('gives a good first answer, and bounds that close upon the answer without ever crossing it', () => {
    fc.assert(
      fc.property(random, (p) => {
        const steps = [...ordering(p)];
        const { best } = bestOrderCost(p);
        let bound = -Infinity;
        for (const step of steps) {
          expect(step.cost).toBeGreaterThanOrEqual(best);
          expect(step.bound).toBeLessThanOrEqual(best);
          expect(step.bound).toBeGreaterThanOrEqual(bound);
          bound = step.bound;
        }
      }),
      { numRuns: 400 }
    );
  });

  it('cut short it still gives an order that works, with an honest gap', () => {
    fc.assert(
      fc.property(random, fc.integer({ min: 0, max: 3 }), (p, budget) => {
        const made = order(p, budget);
        const truth = bestOrderCost(p);
        expect(truth.costOf(made.sequence)).toBe(made.cost);
        expect(made.bound).toBeLessThanOrEqual(truth.best);
      }),
      { numRuns: 300 }
    );
  });

  it('does not hang on the order of the lists', () => {
    fc.assert(
      fc.property(random, (p) => {
        const turned = { ...p, actions: [...p.actions].reverse(), needs: [...p.needs].reverse().map((n) => ({ ...n, alternatives: [...n.alternatives].reverse() })) };
        expect(order(turned)).toEqual(order(p));
      }),
      { numRuns: 300 }
    );
  });

  it('keeps to the preferred order where that costs nothing, and leaves it where it costs', () => {
    const free = { turn: 0, lid: 0, tool: 0, focus: 0 } satisfies Weights;
    fc.assert(
      fc.property(fc.shuffledSubarray(['a', 'b', 'c', 'd'], { minLength: 4 }), (prefer) => {
        expect(order(problem([], { weights: free, prefer })).sequence).toEqual(prefer);
        const made = order(problem([], { prefer }));
        expect(made.cost).toBe(order(problem([])).cost);
      })
    );
    // The turn forces the sides apart; within each side the preferred order stays.
    expect(order(problem([], { prefer: ['d', 'c', 'b', 'a'] })).sequence).toEqual(['d', 'b', 'c', 'a']);
  });

  it('refuses a circle', () => {
    expect(() => order(problem([need('a', ['b']), need('b', ['a'])]))).toThrow(/circle among a, b/);
  });

  it('of equal next places takes the nearest', () => {
    const at = (id: string, x: number): OrderAction => ({ id, tool: 't', place: { zone: 'z', at: [x, 0] } });
    expect(order({ actions: [at('a', 0), at('b', 90), at('c', 10), at('d', 50)], needs: [], weights: WEIGHTS['bit-by-bit'], start: {} }).sequence).toEqual(['a', 'c', 'd', 'b']);
  });
});
