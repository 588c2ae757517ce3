import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  bestSequence,
  sequencing,
  WEIGHTS,
  type Sequenced,
  type SequenceAction,
  type SequenceProblem,
  type Weights
} from '.';
import { bestSequenceCost, LOOSE } from '../../testing/oracle';
import { randomLooseOrders, randomOrders as random } from '../../testing/problems';
import { tableOf } from './problem';
import { seeded } from './seeded';
import { costOfSequence } from './walk';
import { THOROUGH, runs } from '../../testing/effort';

const start = { up: 'topside', lid: 'closed' };
const actions: SequenceAction[] = [
  { id: 'a', up: 'underside', lid: 'closed', tool: 'driver PH0', focus: 'x' },
  { id: 'b', up: 'topside', lid: 'open', tool: 'driver PH0', focus: 'y' },
  { id: 'c', up: 'underside', lid: 'closed', tool: 'driver PH0', focus: 'x' },
  { id: 'd', up: 'topside', lid: 'open', focus: 'y' }
];
const need = (of: string, ...alternatives: string[][]) => ({ of, alternatives });
const problem = (needs: SequenceProblem['needs'], more: Partial<SequenceProblem> = {}): SequenceProblem => ({
  actions,
  needs,
  weights: WEIGHTS['part-by-part'],
  start,
  ...more
});

/** Many tools and parts in a tangle: what bounds that try all of it cannot take. */
function tangle(actions: number, tools: number, parts: number): SequenceProblem {
  const random = seeded(1);
  const pick = (k: number) => Math.floor(random() * k);
  const id = (i: number) => `a${String(i).padStart(4, '0')}`;
  return {
    actions: Array.from({ length: actions }, (_, i) => ({
      id: id(i),
      tool: `t${pick(tools)}`,
      focus: `p${pick(parts)}`,
      up: pick(3) > 0 ? undefined : ['topside', 'underside'][pick(2)]
    })),
    needs: Array.from({ length: actions - 1 }, (_, i) => ({
      of: id(i + 1),
      alternatives: [[id(Math.max(0, i - pick(12)))]]
    })).filter(() => random() < 0.5),
    weights: WEIGHTS['bit-by-bit'],
    start: { up: 'topside', lid: 'closed' }
  };
}

describe('problems that would take for ever', () => {
  it.each(
    [
      [60, 40, 10],
      [100, 8, 25],
      [150, 12, 8]
    ].slice(0, THOROUGH ? 3 : 1) as [number, number, number][]
  )('%i actions with %i tools on %i parts: an order at once, and an honest gap in the end', (n, tools, parts) => {
    const problem = tangle(n, tools, parts);
    const search = sequencing(problem, 300);
    const first = search.next().value;
    let last: Sequenced = first;
    for (let done: boolean | undefined = false; !done;) ({ value: last, done } = search.next());
    expect(last.cost).toBeLessThanOrEqual(first.cost);
    expect(last.bound).toBeGreaterThan(0.5 * last.cost);
    expect(
      costOfSequence(
        tableOf(problem),
        last.sequence.map((a) => tableOf(problem).ids.indexOf(a))
      )
    ).toBe(last.cost);
  });
});

describe('the order', () => {
  it('finishes a side before it turns the machine', () => {
    const { sequence } = bestSequence(problem([need('b', ['a']), need('d', ['c'])]));
    expect(sequence.slice(0, 2).sort()).toEqual(['a', 'c']);
    expect(sequence.slice(2).sort()).toEqual(['b', 'd']);
  });

  it('costs what trying every order finds, and says that it is proved', () => {
    fc.assert(
      fc.property(random, (p) => {
        const made = bestSequence(p);
        const truth = bestSequenceCost(p);
        expect(truth.costOf(made.sequence)).toBe(made.cost);
        expect(made).toMatchObject({ cost: truth.best, bound: truth.best, proved: true });
      }),
      { numRuns: runs(1200) }
    );
  });

  it('turns as seldom as can be with something loose, and of such orders takes the cheapest', () => {
    let avoided = 0;
    let forced = 0;
    fc.assert(
      fc.property(randomLooseOrders, (p) => {
        const steps = [...sequencing(p)];
        const truth = bestSequenceCost(p);
        const best = { turns: Math.floor(truth.best / LOOSE), cost: truth.best % LOOSE };
        for (const { cost, bound, loose } of steps) {
          expect(loose.least).toBeLessThanOrEqual(best.turns);
          expect(loose.turns).toBeGreaterThanOrEqual(best.turns);
          if (loose.turns === best.turns) expect(cost).toBeGreaterThanOrEqual(best.cost);
          if (loose.least === best.turns) expect(bound).toBeLessThanOrEqual(best.cost);
        }
        const made = bestSequence(p);
        expect(truth.costOf(made.sequence)).toBe(truth.best);
        expect(made).toMatchObject({
          cost: best.cost,
          bound: best.cost,
          loose: { turns: best.turns, least: best.turns },
          proved: true
        });
        if (best.turns > 0) forced++;
        if (truth.costOf(bestSequence({ ...p, loose: undefined }).sequence)! > truth.best) avoided++;
      }),
      { numRuns: runs(450) }
    );
    expect(forced).toBeGreaterThan(runs(60));
    expect(avoided).toBeGreaterThan(runs(60));
  });

  it('gives a good first answer, and bounds that close upon the answer without ever crossing it', () => {
    fc.assert(
      fc.property(random, (p) => {
        const steps = [...sequencing(p)];
        const { best } = bestSequenceCost(p);
        let bound = -Infinity;
        for (const step of steps) {
          expect(step.cost).toBeGreaterThanOrEqual(best);
          expect(step.bound).toBeLessThanOrEqual(best);
          expect(step.bound).toBeGreaterThanOrEqual(bound);
          bound = step.bound;
        }
      }),
      { numRuns: runs(350) }
    );
  });

  it('cut short it still gives an order that works, with an honest gap', () => {
    fc.assert(
      fc.property(random, fc.integer({ min: 0, max: 3 }), (p, budget) => {
        const made = bestSequence(p, budget);
        const truth = bestSequenceCost(p);
        expect(truth.costOf(made.sequence)).toBe(made.cost);
        expect(made.bound).toBeLessThanOrEqual(truth.best);
      }),
      { numRuns: runs(300) }
    );
  });

  it('does not hang on the order of the lists', () => {
    fc.assert(
      fc.property(random, (p) => {
        const turned = {
          ...p,
          actions: [...p.actions].reverse(),
          needs: [...p.needs].reverse().map((n) => ({ ...n, alternatives: [...n.alternatives].reverse() }))
        };
        expect(bestSequence(turned)).toEqual(bestSequence(p));
      }),
      { numRuns: runs(300) }
    );
  });

  it('keeps to the preferred order where that costs nothing, and leaves it where it costs', () => {
    const free = { turn: 0, lid: 0, tool: 0, focus: 0 } satisfies Weights;
    fc.assert(
      fc.property(fc.shuffledSubarray(['a', 'b', 'c', 'd'], { minLength: 4 }), (prefer) => {
        expect(bestSequence(problem([], { weights: free, prefer })).sequence).toEqual(prefer);
        const made = bestSequence(problem([], { prefer }));
        expect(made.cost).toBe(bestSequence(problem([])).cost);
      })
    );
    // The turn forces the sides apart; within each side the preferred order stays.
    expect(bestSequence(problem([], { prefer: ['d', 'c', 'b', 'a'] })).sequence).toEqual(['d', 'b', 'c', 'a']);
  });

  it('refuses a circle', () => {
    expect(() => bestSequence(problem([need('a', ['b']), need('b', ['a'])]))).toThrow(/circle among a, b/);
  });

  it('of equal next places takes the nearest', () => {
    const at = (id: string, x: number): SequenceAction => ({ id, tool: 't', place: { zone: 'z', at: [x, 0] } });
    expect(
      bestSequence({
        actions: [at('a', 0), at('b', 90), at('c', 10), at('d', 50)],
        needs: [],
        weights: WEIGHTS['bit-by-bit'],
        start: {}
      }).sequence
    ).toEqual(['a', 'c', 'd', 'b']);
  });
});
