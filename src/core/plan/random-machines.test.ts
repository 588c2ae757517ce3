import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Access } from '../access';
import { actOf, Facts } from '../check/facts';
import { Reach } from '../check/reach';
import { Machine, removes } from '../machine';
import { problemsOf } from '../testing/checker';
import { bestSequenceCost } from '../testing/oracle';
import { accessTo, machine, part, plug, screw } from '../testing/machines';
import { downProblem } from './down';
import { WEIGHTS, type SequenceProblem } from '../solve';
import { equalSets } from './sets';
import { upProblem } from './up';
import { actionCost, actionOf, plan, removalSet } from '.';
import type { ActionId } from '../ids';
import { PlanningError, type Goal } from '../goals';
import { checkMachine } from '../validate';
import { runs } from '$core/testing/effort';

const bondBetween = (kind: 'tape' | 'thermal-compound', a: string, b: string, at: [number, number], depth: number) =>
  (kind === 'tape'
    ? {
        kind,
        id: 'bond',
        name: 'foil',
        a,
        b,
        zone: 'face',
        at: [at],
        depth,
        seconds: 4,
        material: 'foil',
        singleUse: false
      }
    : {
        kind: 'adhesive',
        id: 'bond',
        name: 'paste',
        a,
        b,
        zone: 'face',
        at: [at],
        depth,
        seconds: 6,
        adhesive: kind,
        singleUse: true,
        method: 'Twist',
        areaMm2: 40
      }) as never;

/**
 * A small notebook at random: parts in layers, some mounted on others, screws on each, plugs between some.
 * @param all parts that leave together and such as go with the lid among them
 */
const notebookOf = (all: boolean) =>
  fc
    .record({
      parts: fc.array(
        fc.record({
          x: fc.integer({ min: 0, max: 6 }),
          y: fc.integer({ min: 0, max: 6 }),
          size: fc.integer({ min: 1, max: 4 }),
          depth: fc.integer({ min: 0, max: 5 }),
          on: fc.integer({ min: 0, max: 4 }),
          seconds: fc.integer({ min: 1, max: 30 })
        }),
        { minLength: 2, maxLength: 4 }
      ),
      plugs: fc.array(fc.tuple(fc.nat(3), fc.nat(3), fc.integer({ min: 1, max: 20 })), { maxLength: 2 }),
      relations: fc.array(fc.tuple(fc.nat(3), fc.nat(3)), { maxLength: 1 }),
      isolating: fc.option(fc.nat(3), { nil: undefined }),
      /** Two parts that may leave together, foil or paste between them; a part that may go aside with the lid. */
      together: fc.option(
        !all
          ? fc.constant(undefined)
          : fc.record({
              a: fc.nat(3),
              b: fc.nat(3),
              bond: fc.constantFrom('none' as const, 'tape' as const, 'thermal-compound' as const),
              seconds: fc.integer({ min: 1, max: 12 }),
              isOneSpare: fc.boolean(),
              /** The first has no other way out. */
              isOnlyWay: fc.boolean()
            }),
        { nil: undefined }
      ),
      aside: fc.option(
        !all
          ? fc.constant(undefined)
          : fc.record({
              a: fc.nat(3),
              lid: fc.constantFrom('open' as const, undefined),
              leaves: fc.boolean(),
              seconds: fc.integer({ min: 1, max: 9 })
            }),
        { nil: undefined }
      )
    })
    .map(({ parts, plugs, relations, isolating, together, aside }) => {
      const id = (i: number) => `p${i}`;
      const made = parts.map((p, i) => {
        const on = p.on > 0 && p.on <= i ? id(p.on - 1) : 'base';
        return part(id(i), [p.x * 10, p.y * 10, p.size * 10], [p.depth, p.depth + 0.9], on, {
          moves: [{ id: 'lift', kind: 'lift', zone: 'face', seconds: p.seconds }]
        });
      });
      const rides = (a: string, b: string): boolean =>
        a === b || made.some((m) => m.id === a && m.on !== 'base' && rides(m.on!, b));
      const pair =
        together &&
        together.a < made.length &&
        together.b < made.length &&
        !rides(id(together.a), id(together.b)) &&
        !rides(id(together.b), id(together.a))
          ? together
          : undefined;
      if (pair)
        made[pair.a]!.moves!.push({
          id: 'along',
          kind: 'lift',
          zone: 'face',
          seconds: pair.seconds,
          with: [id(pair.b)]
        });
      if (pair?.isOnlyWay) made[pair.a]!.moves!.shift();
      if (pair?.isOneSpare) made[pair.a]!.spareIncludes = [id(pair.b)];
      if (aside && aside.a < made.length)
        made[aside.a]!.moves!.push({
          id: 'aside',
          kind: 'swing',
          zone: 'face',
          seconds: aside.seconds,
          leaves: aside.leaves ? [`s${aside.a}`] : [],
          ...(aside.lid ? { lid: aside.lid } : {})
        });
      const bond =
        pair && pair.bond !== 'none'
          ? [
              bondBetween(
                pair.bond,
                id(pair.a),
                id(pair.b),
                [parts[pair.a]!.x * 10 + 7, parts[pair.a]!.y * 10 + 7],
                parts[pair.a]!.depth
              )
            ]
          : [];
      const joints = [
        ...bond,
        ...made.map((m, i) =>
          screw(`s${i}`, m.id, m.on!, [parts[i]!.x * 10 + 5, parts[i]!.y * 10 + 5], parts[i]!.depth, {
            seconds: 5 + i
          } as never)
        ),
        ...plugs.flatMap(([a, b, seconds], i) =>
          a < made.length && b < made.length && a !== b
            ? [
                plug(`c${i}`, id(a), id(b), [parts[a]!.x * 10 + 3, parts[a]!.y * 10 + 3], parts[a]!.depth, {
                  seconds
                } as never)
              ]
            : []
        )
      ];
      return machine(made, joints, {
        isolation: {
          steps: [],
          ...(isolating !== undefined && isolating < made.length ? { joint: `s${isolating}` } : {})
        },
        relations: relations.flatMap(([a, b]) =>
          a < made.length && b < made.length && a !== b
            ? [
                {
                  kind: 'order' as const,
                  before: { joint: `s${a}` },
                  after: { part: id(b), move: 'lift' },
                  leg: 'both' as const,
                  reason: 'the sticker says so'
                }
              ]
            : []
        )
      });
    });

const plain = notebookOf(false);
const notebook = notebookOf(true);

/**
 * The truth for small machines: of all sets of actions that some order comes to, the cheapest that takes the part out.
 * What an action needs is told by the reading of the file that checks plans, not by the one that makes them; every set that can be
 * come to is gone on from, since what is done can also stand in the way: two parts that leave together have to be there, both.
 */
function cheapest(input: Parameters<typeof accessTo>[0], part: string): number | undefined {
  const { actions, model } = accessTo(input);
  const reach = new Reach(new Facts(model.machine));
  const ids = [...actions.keys()];
  const demands = ids.map((id) => reach.demands(actOf(reach.facts, id)!));
  const costs = ids.map((id) => actionCost(actions.get(id)!));
  const isGoal = ids.map((id) => model.part(part).moves.some((m) => removes(m) && id === `move:${part}/${m.id}`));
  // An action more makes a set's number larger, so that each is complete when its turn comes.
  const costOf = new Map([[0, 0]]);
  let best: number | undefined;
  for (let done = 0; done < 1 << ids.length; done++) {
    const cost = costOf.get(done);
    if (cost === undefined || (best !== undefined && cost >= best)) continue;
    if (isGoal.some((is, i) => is && done & (1 << i))) {
      best = cost;
      continue;
    }
    const open = new Set(ids.filter((_, i) => done & (1 << i)));
    ids.forEach((_, i) => {
      if (!(done & (1 << i)) && demands[i]!.every((d) => d.isMet(open))) costOf.set(done | (1 << i), cost + costs[i]!);
    });
  }
  return best;
}

/**
 * Of all orders of these actions: the least time before power is away, and the least setup cost of the orders that keep to it.
 * Worked out from the requirements alone, over every set of things done.
 */
function bestOrder(
  access: Access,
  actions: ReadonlySet<ActionId>,
  problem: SequenceProblem
): { energised: number; cost: number } {
  const ids = [...actions].sort();
  const isolating = ids.indexOf(`joint:${access.model.machine.isolation.joint ?? '-'}`);
  const possible = (i: number, done: number) =>
    access.requirements
      .get(ids[i]!)!
      .every((r) => r.alternatives.some((way) => way.every((a) => ids.includes(a) && done & (1 << ids.indexOf(a)))));
  const seconds = new Map<number, number>([[0, 0]]);
  let energised = isolating < 0 ? 0 : Infinity;
  let before = 0;
  for (let done = 0; isolating >= 0 && done < 1 << ids.length; done++) {
    const spent = seconds.get(done);
    if (spent === undefined || done & (1 << isolating)) continue;
    if (possible(isolating, done) && spent < energised) {
      energised = spent;
      before = done;
    }
    ids.forEach((id, i) => {
      if (!(done & (1 << i)) && possible(i, done))
        seconds.set(done | (1 << i), spent + access.actions.get(id)!.seconds);
    });
  }
  const first = ids.filter((_, i) => before & (1 << i));
  const needs = ids.flatMap((id) =>
    access.requirements.get(id)!.map((r) => ({ of: id, alternatives: r.alternatives }))
  );
  if (isolating >= 0)
    for (const id of ids)
      if (id !== ids[isolating] && !first.includes(id)) needs.push({ of: id, alternatives: [[ids[isolating]!]] });
  return { energised, cost: bestSequenceCost({ ...problem, needs }).best };
}

const orRefused = <T>(make: () => T): T | undefined => {
  try {
    return make();
  } catch (error) {
    if (error instanceof PlanningError) return undefined;
    throw error;
  }
};

describe('on small machines at random', () => {
  it('two parts that left together are taken apart outside, where that is the cheapest way to one of them', () => {
    const input = machine(
      [
        part('p0', [0, 40, 10], [0, 0.9]),
        part('p1', [0, 30, 20], [1, 1.9]),
        part('p2', [0, 40, 10], [0, 0.9], 'p0', {
          moves: [
            { id: 'lift', kind: 'lift', zone: 'face', seconds: 1 },
            { id: 'along', kind: 'lift', zone: 'face', seconds: 1, with: ['p1'] }
          ]
        })
      ],
      [
        bondBetween('thermal-compound', 'p2', 'p1', [7, 47], 0),
        screw('s0', 'p0', 'base', [5, 45], 0, { seconds: 50 } as never),
        screw('s1', 'p1', 'base', [5, 35], 1),
        screw('s2', 'p2', 'p0', [5, 45], 0)
      ]
    );
    const access = accessTo(input);
    const made = plan(access, [{ do: 'remove', part: 'p1' }]);
    expect(made.set).toMatchObject({ cost: cheapest(input, 'p1'), proved: true });
    expect(problemsOf(access, made)).toEqual([]);
    const down = made.steps.filter((s) => s.leg === 'down').flatMap((s) => actionOf(s) ?? []);
    expect(down.slice(-4)).toEqual(['move:p2/along', 'joint:bond', 'move:p2/lift', 'move:p1/lift']);
  });

  it('a part\u2019s set costs what trying all sets finds, and what cannot be done is refused by both', () => {
    let feasible = 0;
    fc.assert(
      fc.property(notebook, fc.nat(3), (input, pick) => {
        const target = input.parts[1 + (pick % (input.parts.length - 1))]!.id;
        const truth = cheapest(input, target);
        const goals: Goal[] = [{ do: 'remove', part: target }];
        if (truth === undefined) return void expect(() => removalSet(accessTo(input), goals)).toThrow(PlanningError);
        feasible++;
        const set = removalSet(
          {
            ...accessTo(input),
            model: { ...accessTo(input).model, machine: { ...accessTo(input).model.machine, isolation: { steps: [] } } }
          },
          goals
        );
        expect(set).toMatchObject({ cost: truth, bound: truth, proved: true });
      }),
      { numRuns: runs(1500) }
    );
    expect(feasible).toBeGreaterThan(runs(500));
  });

  it('the order costs what trying all orders finds, with the least time before the power is away', () => {
    let isolated = 0;
    fc.assert(
      fc.property(plain, fc.constantFrom('part-by-part' as const, 'bit-by-bit' as const), (input, weighting) => {
        const file = checkMachine(Machine.parse(input));
        if (!file.ok) return;
        const { access } = file;
        const goals = input.parts.slice(1).map((p): Goal => ({ do: 'remove', part: p.id }));
        const made = orRefused(() => plan(access, goals, { weighting }));
        if (!made) return;
        // Of sets that cost the same the plan may have taken another than the first.
        const down = made.steps.filter((s) => s.leg === 'down').flatMap((s) => actionOf(s) ?? []);
        const first = removalSet(access, goals);
        const set = [first, ...equalSets(access, goals, first)].find(
          (s) => [...s.actions].sort().join() === [...down].sort().join()
        )!;
        const problem = downProblem(access, set, WEIGHTS[weighting]);
        const truth = bestOrder(access, set.actions, problem);
        expect(made.order).toEqual({
          cost: truth.cost,
          bound: truth.cost,
          loose: { turns: 0, least: 0 },
          proved: true
        });
        const seconds = made.energised
          .filter((id) => id.startsWith('down/'))
          .reduce((sum, id) => sum + made.steps.find((s) => s.id === id)!.seconds, 0);
        expect(seconds).toBe(truth.energised);
        if (made.energised.length > 0) isolated++;
        // The way up is at its best as well, with its own edges.
        const up = upProblem(access, set, down, { up: 'underside', lid: 'closed' }, WEIGHTS[weighting]);
        expect(bestSequenceCost(up).best).toBe(made.orderUp!.cost);
      }),
      { numRuns: runs(1500) }
    );
    expect(isolated).toBeGreaterThan(runs(10));
  });

  it('plans work step by step, more goals never cost less, and parts in another order cost the same', () => {
    fc.assert(
      fc.property(
        notebook,
        fc.array(fc.constantFrom('remove' as const, 'replace' as const, 'expose' as const), {
          minLength: 4,
          maxLength: 4
        }),
        (input, does) => {
          const file = checkMachine(Machine.parse(input));
          if (!file.ok) return void expect(file.problems.length).toBeGreaterThan(0);
          const targets = input.parts.slice(1).map((p) => p.id);
          // What is looked at under something that goes with the lid is seen only while the lid stays there: not where the rest of the job moves it.
          const goesWithLid = input.parts.some((p) => p.moves?.some((m) => m.lid));
          const goals = (n: number) =>
            targets
              .slice(0, n)
              .map((part, i): Goal => ({ do: does[i] === 'expose' && goesWithLid ? 'remove' : does[i]!, part }));
          let last = 0;
          for (let n = 1; n <= targets.length; n++) {
            const made = orRefused(() => plan(file.access, goals(n)));
            // A loop of reasons is a warning: what needs it is refused.
            if (!made) return;
            expect(problemsOf(file.access, made)).toEqual([]);
            expect(made.set.cost).toBeGreaterThanOrEqual(last);
            last = made.set.cost;
          }
          const turned = accessTo({ ...input, parts: [...input.parts].reverse(), joints: [...input.joints].reverse() });
          expect(plan(turned, goals(targets.length)).set.cost).toBe(last);
        }
      ),
      { numRuns: runs(600) }
    );
  });
});
