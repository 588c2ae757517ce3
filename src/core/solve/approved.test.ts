import fc from 'fast-check';
import { it } from 'vitest';
import { expectApproved } from '../testing/approved';
import { randomLooseOrders, randomOrders } from '../testing/problems';
import { hasBit } from './bits';
import { Bound, plainBound } from './sequence/bound';
import { countedBound, greedySequence } from './sequence/greedy';
import { Rearranging } from './sequence/local-search';
import { phasedSequence } from './sequence/phases';
import { tableOf } from './sequence/problem';
import { searchOrder } from './sequence/search';
import { Space } from './sequence/space';
import { costOfSequence } from './sequence/walk';
import { cheapestIn, doneOf } from './set/removal-set';
import { safeSet } from './set/descent';
import { graphOf, type SetProblem } from './set/problem';
import { cheapest } from './set/search';
import { seeded, sequencing, type SequenceProblem } from '.';

/**
 * What the optimiser does on its way to an answer: heuristics, bounds and how much was searched. An answer that is right may still
 * have become dearer to find, and no clock tells it on a busy machine.
 */
const line = (record: Record<string, unknown>) =>
  Object.entries(record)
    .map(([k, v]) => `${k} ${typeof v === 'number' ? Number(v.toFixed(6)) : v}`)
    .join(', ');

/** Larger than the random ones: chains over many parts, with sides and tools, and things that may hang. */
function tangle(n: number, seed: number): SequenceProblem {
  const random = seeded(seed);
  const pick = (k: number) => Math.floor(random() * k);
  const id = (i: number) => `a${i}`;
  return {
    actions: Array.from({ length: n }, (_, i) => ({
      id: id(i),
      tool: pick(4) > 0 ? `t${pick(4)}` : undefined,
      focus: `p${Math.floor(i / 4) + pick(3)}`,
      up: pick(3) > 0 ? undefined : `u${pick(2)}`,
      lid: pick(6) > 0 ? undefined : `l${pick(2)}`,
      ...(pick(5) > 0 || i === 0 ? {} : { onMat: { when: 'done' as const, of: [id(pick(i))] } })
    })),
    needs: Array.from({ length: n - 1 }, (_, i) => ({
      of: id(i + 1),
      alternatives: pick(4) > 0 || i < 3 ? [[id(Math.max(0, i - pick(9)))]] : [[id(pick(i))], [id(pick(i)), id(i - 1)]]
    })),
    loose: {
      opens: 'done',
      rules: [2, 3].map((k) => ({
        what: `x${k}`,
        holds: [[[id(k)], [id(k + 3)]], [[id(2 * k)]]],
        leash: [id(3 * k)],
        out: [id(n - k)]
      }))
    },
    weights: { turn: 18, lid: 6, tool: 4, focus: 2 },
    start: { up: 'u0', lid: 'l0' },
    ...(seed % 2 ? { prefer: Array.from({ length: n }, (_, i) => id((i * 7) % n)) } : {})
  } as SequenceProblem;
}

function sequenced(problem: SequenceProblem, budget: number): string {
  const table = tableOf(problem);
  const space = new Space(table);
  const bound = new Bound(table);
  const first = greedySequence(table);
  const phased = phasedSequence(table);
  const settled = new Rearranging(table, { sequence: first.sequence, cost: costOfSequence(table, first.sequence)! });
  settled.settle();
  const before = settled.cost;
  settled.shake(seeded(3), 40);
  const row = new Int32Array(table.words + 4);
  space.start(row);
  const search = searchOrder(space, bound, { sequence: [], cost: Infinity }, budget);
  let found = search.next();
  while (!found.done) found = search.next();
  const along = found.value.sequence.flatMap((i) => {
    if (hasBit(row, i)) return [];
    space.enter(row, i);
    return [`${bound.quick(row)}/${bound.full(row)}`];
  });
  const offers: string[] = [];
  const answers = sequencing(problem, budget);
  for (let next = answers.next(); ; next = answers.next()) {
    const { cost, loose, proved } = next.value;
    offers.push(`${cost}/${next.value.bound}/${loose.turns}/${loose.least}${proved ? '!' : ''}`);
    if (next.done) {
      return line({
        greedy: first.cost,
        phased: phased.cost,
        settled: before,
        shaken: settled.cost,
        counted: JSON.stringify(Object.values(countedBound(table))),
        plain: plainBound(table),
        least: space.leastCost(bound),
        searched: found.value.tried,
        found: found.value.cost,
        bound: found.value.bound,
        along: along.join(' '),
        offers: offers.join(' '),
        order: next.value.sequence.join(' ')
      });
    }
  }
}

it('orders, bounds and searching are as approved', async () => {
  const small = fc.sample(fc.oneof(randomLooseOrders, randomOrders), { numRuns: 90, seed: 11 });
  const large = [14, 18, 22, 26, 30, 60].map((n, i) => tangle(n, i + 1));
  const lines = [...small.map((p) => sequenced(p, 400)), ...large.map((p) => sequenced(p, 200))];
  await expectApproved('orders', lines);
});

function aSet(seed: number): SetProblem {
  const random = seeded(seed);
  const pick = (k: number) => Math.floor(random() * k);
  const n = 8 + pick(16);
  // Mostly on what has a lower number; now and then on any, so that there are circles.
  const other = (below: number) => `a${pick(pick(9) > 0 ? below : n)}`;
  const need = (of: string, below: number, i: number) => ({
    id: `${of}<${i}`,
    of,
    alternatives: Array.from({ length: 1 + pick(3) }, () => [...new Set([other(below), other(below)])])
  });
  const needs = new Map<string, ReturnType<typeof need>[]>([
    ['job', Array.from({ length: 2 + pick(3) }, (_, i) => need('job', n, i))],
    ...Array.from(
      { length: n },
      (_, a) => [`a${a}`, a === 0 ? [] : Array.from({ length: pick(4) }, (_, i) => need(`a${a}`, a, i))] as const
    )
  ] as const);
  const costs = Array.from({ length: n }, () => pick(30));
  const beside = { id: 'beside', of: 'job', alternatives: [[`a${pick(n)}`], [`a${pick(n)}`]] };
  const mover = `a${pick(n)}`;
  return {
    job: 'job',
    requirementsOf: (a) => needs.get(a) ?? [],
    beside: (a) => (a === 'a1' || a === 'a5' ? beside : undefined),
    cost: (a) => costs[Number(a.slice(1))]!,
    together:
      seed % 3 === 0
        ? [
            {
              group: mover,
              moves: [`a${pick(n)}`].filter((a) => a !== mover),
              joints: [`a${pick(n)}`].filter((a) => a !== mover),
              after: (a) => ({ id: `${a}<group`, of: a, alternatives: [[mover]] })
            }
          ]
        : []
  };
}

it('sets, bounds and weighing are as approved', async () => {
  const lines = Array.from({ length: 200 }, (_, seed) => {
    const problem = aSet(seed + 1);
    const made = graphOf(problem, seed % 4 === 0 ? new Set(['a2', 'a3 a4']) : new Set(), new Set());
    if (!made.ok) return `${seed}: unmet ${made.unmet.id}`;
    const { graph } = made;
    const free = cheapest(graph, 1000);
    const hurried = cheapest(graph, 3);
    const safe = safeSet(graph);
    const parts = [1000, 4].map((budget) => {
      const result = cheapestIn(graph, problem, new Set(), budget);
      if (!result.ok) return `unmet ${result.unmet.id}`;
      const found = result.set;
      return `${doneOf(found).cost}>=${found.bound} {${doneOf(found).actions.map((a) => found.graph.ids[a])}} rounds ${[...found.rounds].join(' ')}`;
    });
    return `${seed}: ${line({ graph: graph.ids.length, needs: graph.needs.flat().length, free: free.cost, weighed: free.tried, hurried: hurried.cost, bound: hurried.bound, safe: safe.cost })}; ${parts.join('; ')}`;
  });
  await expectApproved('sets', lines);
});
