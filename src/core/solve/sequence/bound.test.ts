import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { notebook } from '../../testing/notebook';
import { bestSequenceCost } from '../../testing/oracle';
import { runs } from '../../testing/effort';
import { randomOrders } from '../../testing/problems';
import { accessOf } from '../../access';
import { modelOf } from '../../machine';
import { removalSet } from '../../plan/sets';
import { downProblem } from '../../plan/down';
import { WEIGHTS, type SequenceProblem } from '.';
import { Bound, plainBound } from './bound';
import { countedBound, greedySequence } from './greedy';
import { tableOf, type Table } from './problem';
import { PARTS_OF_SETUP } from './setup';
import { Projection } from './projection';
import { Rearranging } from './local-search';
import { seeded } from './seeded';
import { VisitBound } from './visits';
import { costOfSequence, Walk } from './walk';

/** What is left of a problem after a walk, as a problem of its own. */
function rest(
  problem: SequenceProblem,
  table: Table,
  walk: Walk,
  labelOf: (part: number, label: number) => string | undefined
): SequenceProblem {
  const done = new Set(walk.sequence.map((i) => table.ids[i]!));
  const start = Object.fromEntries(
    PARTS_OF_SETUP.map((part, k) => [part, labelOf(k, walk.at[k]!) ?? problem.start[part]])
  );
  return {
    ...problem,
    start,
    actions: problem.actions
      .filter((a) => !done.has(a.id))
      .map(({ onMat, ...a }) => {
        const left = onMat?.of.filter((id) => !done.has(id)) ?? [];
        const out = onMat && (onMat.when === 'done' ? left.length < onMat.of.length : false);
        if (out) return { ...a, up: undefined, lid: undefined };
        return left.length > 0 ? { ...a, onMat: { when: onMat!.when, of: left } } : a;
      }),
    needs: problem.needs
      .filter((n) => !done.has(n.of))
      .map((n) => ({ of: n.of, alternatives: n.alternatives.map((way) => way.filter((id) => !done.has(id))) }))
      .filter((n) => !n.alternatives.some((way) => way.length === 0))
  };
}

/** A random walk some way into a problem, and the row that the search would have there. */
function wander(problem: SequenceProblem, turns: readonly number[]) {
  const table = tableOf(problem);
  const walk = new Walk(table);
  for (const t of turns) {
    const ready = [...walk.ready].sort((a, b) => a - b);
    if (ready.length < 2) break;
    walk.take(ready[t % ready.length]!);
  }
  const row = new Int32Array(table.words + 4);
  for (const i of walk.sequence) row[i >> 5]! |= 1 << (i & 31);
  row.set(walk.at, table.words);
  const names = PARTS_OF_SETUP.map((part, k) => {
    const byLabel = new Map<number, string>();
    problem.actions.forEach((a) => {
      const label = table.labels[table.ids.indexOf(a.id)]![k]!;
      if (label >= 0 && a[part] !== undefined) byLabel.set(label, a[part]);
    });
    return byLabel;
  });
  return { table, walk, row, left: rest(problem, table, walk, (k, label) => names[k]!.get(label)) };
}

describe('bounds from anywhere in a problem', () => {
  const turns = fc.array(fc.nat(50), { maxLength: 6 });
  it('never exceed what the best order of the rest costs, and the dear one is never below the quick one\u2019s parts', () => {
    let sharp = 0;
    fc.assert(
      fc.property(randomOrders, turns, (problem, t) => {
        const { table, row, left } = wander(problem, t);
        const { best } = bestSequenceCost(left);
        const bound = new Bound(table);
        expect(bound.quick(row)).toBeLessThanOrEqual(best + 1e-9);
        expect(bound.full(row)).toBeLessThanOrEqual(best + 1e-9);
        if (bound.full(row) === best) sharp++;
      }),
      { numRuns: runs(6000) }
    );
    // A bound of nothing would pass as well: most of the time it is the truth.
    expect(sharp).toBeGreaterThan(runs(3500));
  });

  it('solve single parts of the setup exactly', () => {
    fc.assert(
      fc.property(randomOrders, turns, fc.integer({ min: 0, max: 3 }), (problem, t, part) => {
        const plain = {
          ...problem,
          needs: problem.needs.filter((n) => n.alternatives.length === 1),
          actions: problem.actions.map(({ onMat: _, ...a }) => a)
        };
        const only = Object.fromEntries(
          Object.entries(plain.weights).map(([name, w], k) => [name, k === part ? w : 0])
        ) as unknown as SequenceProblem['weights'];
        const { table, row, left } = wander({ ...plain, weights: only }, t);
        expect(new Projection(table, [part]).of(row)).toBe(bestSequenceCost(left).best);
      }),
      { numRuns: runs(3000) }
    );
  });

  it('given up for want of time are bounds all the same, and with more tools than a word has bits', () => {
    let isWeaker = 0;
    fc.assert(
      fc.property(randomOrders, turns, fc.integer({ min: 0, max: 12 }), fc.boolean(), (problem, t, most, isMany) => {
        // As many tools as actions, most of them beyond the 30th by number.
        const many = {
          ...problem,
          actions: problem.actions.map((a, k) => ({ ...a, tool: a.tool && `${a.tool}-${k}` })),
          needs: problem.needs
        };
        const { table, row, left } = wander(isMany ? many : problem, t);
        const shifted = {
          ...table,
          labels: table.labels.map(
            ([up, lid, tool, focus]) =>
              [up, lid, isMany && tool >= 0 ? tool + 28 : tool, focus] as (typeof table.labels)[number]
          )
        };
        if (isMany && row[table.words + 2]! >= 0) row[table.words + 2]! += 28;
        const { best } = bestSequenceCost(left);
        const visits = new VisitBound(shifted, most).of(row);
        expect(visits).toBeLessThanOrEqual(best + 1e-9);
        expect(
          new Projection(table, [0, 1, 2], most).of(
            isMany ? Int32Array.from(row, (x, k) => (k === table.words + 2 && x >= 28 ? x - 28 : x)) : row
          )
        ).toBeLessThanOrEqual(best + 1e-9);
        if (visits < new VisitBound(shifted).of(row)) isWeaker++;
      }),
      { numRuns: runs(6000) }
    );
    expect(isWeaker).toBeGreaterThan(runs(100));
  });

  it('by counting alone, or by parts alone, is a bound, too', () => {
    fc.assert(
      fc.property(randomOrders, (problem) => {
        const table = tableOf(problem);
        const { best } = bestSequenceCost(problem);
        expect(countedBound(table).all).toBeLessThanOrEqual(best + 1e-9);
        expect(plainBound(table)).toBeLessThanOrEqual(best + 1e-9);
      }),
      { numRuns: runs(3000) }
    );
  });
});

describe('first answers', () => {
  it('keep every need, whatever the problem, and are never better than the best', () => {
    let rearranged = 0;
    fc.assert(
      fc.property(randomOrders, (problem) => {
        const table = tableOf(problem);
        const { best } = bestSequenceCost(problem);
        const greedy = greedySequence(table);
        expect(costOfSequence(table, greedy.sequence)).toBe(greedy.cost);
        const order = new Rearranging(table, greedy);
        order.settle();
        order.shake(seeded(1), 20);
        expect(costOfSequence(table, order.sequence)).toBeCloseTo(order.cost, 9);
        expect(order.cost).toBeLessThanOrEqual(greedy.cost);
        expect(order.cost).toBeGreaterThanOrEqual(best - 1e-9);
        if (order.cost < greedy.cost) rearranged++;
      }),
      { numRuns: runs(3000) }
    );
    expect(rearranged).toBeGreaterThan(runs(50));
  });

  it('what is at hand costs nothing, by any bound', () => {
    const start = { up: 'u0', lid: 'l0' };
    for (const actions of [[{ id: 'a', up: 'u0' }], [{ id: 'a' }, { id: 'b', lid: 'l0' }]]) {
      const table = tableOf({ actions, needs: [], weights: WEIGHTS['part-by-part'], start });
      expect([plainBound(table), countedBound(table).all, greedySequence(table).cost]).toEqual([0, 0, 0]);
    }
  });

  it('on a large generated notebook keep every need, are near the bound and the same each time', () => {
    const machine = notebook(600, 7);
    const access = accessOf(modelOf(machine));
    const goals = machine.parts
      .filter((p) => p.id.startsWith('board'))
      .map((p) => ({ do: 'remove' as const, part: p.id }));
    const set = removalSet(access, goals);
    expect(set.proved).toBe(true);
    const table = tableOf(downProblem(access, set, WEIGHTS['part-by-part']));
    const greedy = greedySequence(table);
    expect(costOfSequence(table, greedy.sequence)).toBe(greedy.cost);
    const order = new Rearranging(table, greedy);
    order.settle();
    order.shake(seeded(1), 500);
    expect(costOfSequence(table, order.sequence)).toBe(order.cost);
    expect(order.cost).toBeLessThan(0.95 * greedy.cost);
    expect(plainBound(table)).toBeGreaterThan(0.9 * order.cost);
    expect(plainBound(table)).toBeLessThanOrEqual(order.cost);
    expect(
      greedySequence(tableOf(downProblem(accessOf(modelOf(notebook(600, 7))), set, WEIGHTS['part-by-part']))).sequence
    ).toEqual(greedy.sequence);
  });
});
