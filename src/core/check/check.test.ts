import { describe, expect, it } from 'vitest';
import { accessTo, demoAccess, machine, part, screw } from '../testing/machines';
import { inEnglish } from '../testing/english';
import { boardPlan } from '../testing/plans';
import { plan, withDoubts, type Plan } from '../plan';
import { Facts } from './facts';
import { Reach } from './reach';
import { insideOf } from './shapes';
import { checkPlan, doubtsOf } from '.';
import type { Goal } from '../goals';

const access = demoAccess();
const goals: Goal[] = [{ do: 'replace', part: 'keyboard' }];
const good = plan(access, goals);
const spoilt = (change: (p: Plan) => void) => {
  const p = structuredClone(good);
  change(p);
  return checkPlan(access.model.machine, p).join('\n');
};
const at = (p: Plan, id: string) => p.steps.findIndex((s) => s.id === id);
const swap = (p: Plan, a: string, b: string) => {
  const [i, k] = [at(p, a), at(p, b)];
  [p.steps[i], p.steps[k]] = [p.steps[k]!, p.steps[i]!];
};

it('a plan that is served goes out as it is, or with what is doubted, and then calls nothing proved', () => {
  const { machine } = access.model;
  const checked = (of: typeof machine, p: Plan, hash: string) => withDoubts(p, doubtsOf(of, p, hash));
  expect(checked(machine, good, good.machine.hash)).toBe(good);
  const wrong = structuredClone(good);
  wrong.steps.splice(at(wrong, 'up/joint:keyboard-screws'), 1);
  const served = checked(machine, wrong, good.machine.hash);
  expect(served.doubts).toContainEqual({ text: 'joint:keyboard-screws stays open at the end' });
  // A step that is doubted says so itself, whatever it is shown on.
  const early = structuredClone(good);
  swap(early, 'down/joint:cover-screws', 'down/move:bottom-cover/lift');
  const [said] = checked(machine, early, good.machine.hash).steps[at(early, 'down/move:bottom-cover/lift')]!.cautions;
  expect([inEnglish(said!.text), said!.harm]).toEqual([
    'The check doubts this step: cannot be done yet: needs cover-screws open. Look at the machine before it is done.',
    true
  ]);
  expect([good, served].map((p) => [p.set, p.order, p.orderUp!].some((b) => b.proved))).toEqual([true, false]);
  expect(checked(machine, good, 'another file').doubts).toEqual([
    { text: 'was made from another state of the machine file' }
  ]);
});

describe('a plan from anywhere', () => {
  it('that works has no problems', () => expect(checkPlan(access.model.machine, good, good.machine.hash)).toEqual([]));
  it.each<[string, (p: Plan) => void, string]>([
    ['of another machine', (p) => (p.machine.id = 'other'), 'is a plan for other'],
    ['of another revision', (p) => (p.machine.revision = 'r1'), 'is a plan for revision r1'],
    [
      'in the wrong order',
      (p) => swap(p, 'down/joint:cover-screws', 'down/move:bottom-cover/lift'),
      'down/move:bottom-cover/lift: cannot be done yet: needs cover-screws open'
    ],
    [
      'that forgets a screw',
      (p) => p.steps.splice(at(p, 'up/joint:keyboard-screws'), 1),
      'joint:keyboard-screws stays open at the end'
    ],
    [
      'that puts the cover on before the plug',
      (p) => swap(p, 'up/move:keyboard/fold', 'up/joint:keyboard-plug'),
      'cannot be brought back any more'
    ],
    [
      'with a count that is wrong',
      (p) => (p.steps[at(p, 'down/joint:keyboard-screws')]!.count = 3),
      'counts 3 screws, the machine has 2'
    ],
    [
      'that tightens a hole twice and another not at all',
      (p) => p.steps.forEach((s) => s.tighten && s.tighten.order.splice(0, 1, s.tighten.order[1]!)),
      'does not tighten every hole once'
    ],
    ['with a step twice', (p) => p.steps.push(p.steps[0]!), 'stands twice'],
    [
      'with a joint that is none',
      (p) => (p.steps[at(p, 'down/joint:keyboard-plug')]!.joint = 'flywheel'),
      'names no joint or move'
    ],
    ['that misses its goal', (p) => (p.goals = [{ do: 'replace', part: 'fan' }]), 'the goal to replace fan is not met'],
    ['that flatters itself', (p) => (p.set.cost -= 50), 'its steps take'],
    [
      'that calls itself proved',
      (p) => (p.order = { cost: 50, bound: 40, proved: true }),
      'calls the order proved although'
    ],
    ['with a bound above its cost', (p) => (p.set.bound = p.set.cost + 1), 'states a bound for the set above'],
    [
      'with a mirror that looks elsewhere',
      (p) => (p.steps[at(p, 'up/joint:keyboard-plug')]!.mirror = 'down/joint:cover-screws'),
      'does not face it'
    ],
    [
      'with a step on the wrong leg',
      (p) => (p.steps[at(p, 'down/joint:keyboard-plug')]!.leg = 'up'),
      'does not belong on the leg'
    ]
  ])('%s is told by step', (_, change, problem) => expect(spoilt(change)).toContain(problem));
});

it('how far inside an outline a point lies is measured to its nearest edge, round a corner as well', () => {
  const rect = { form: 'rect', x: 0, y: 0, width: 10, height: 6 } as const;
  expect(insideOf(rect)([0.5, 0.25])).toBeCloseTo(0.25, 9);
  expect(insideOf(rect)([5, 3])).toBeCloseTo(3, 9);
  expect(insideOf({ ...rect, radius: 2 })([0, 0])).toBeCloseTo(2 - Math.SQRT2 * 2, 9);
  expect(insideOf({ form: 'circle', x: 1, y: 1, radius: 2 })([1, 2])).toBeCloseTo(1, 9);
});

it('outlines that coincide lie over each other', () => {
  const { model } = accessTo(machine([part('top', [10, 10, 20], [0, 0.9]), part('low', [10, 10, 20], [1, 1.9])], []));
  const reach = new Reach(new Facts(model.machine));
  const low = model.part('low');
  expect(reach.exitCovers(low, low.moves[0]!).map((d) => d.cover)).toEqual(['top']);
  expect(reach.exitCovers(model.part('top'), model.part('top').moves[0]!)).toEqual([]);
});

it.each([
  ['1 mm', 29, ['top']],
  ['a hair', 29.8, []]
])('what overlaps by %s lies over it or beside it', (_, x, covers) => {
  const { model } = accessTo(machine([part('top', [10, 10, 20], [0, 0.9]), part('low', [x, 10, 20], [1, 1.9])], []));
  const low = model.part('low');
  expect(new Reach(new Facts(model.machine)).exitCovers(low, low.moves[0]!).map((d) => d.cover)).toEqual(covers);
});

it('a cable is minded only while it is in the machine', () => {
  const made = boardPlan();
  const step = made.steps.find((s) => s.id === 'up/move:board/tilt')!;
  // It runs over the board, and comes back with the fan, later.
  step.pinch.push({ cable: 'fan-wire', where: 'over', zone: step.zone!, crosses: [] });
  expect(checkPlan(access.model.machine, made)).toEqual([
    'up/move:board/tilt: minds fan-wire, which is not in the machine'
  ]);
});

it('reads what the file says lies over something as the planner does, and that a cable may be held over a part', () => {
  const told = machine(
    [part('shield', [10, 10, 10], [2, 3]), part('card', [60, 60, 20], [3, 6])],
    [screw('shield-s', 'shield', 'base', [12, 12], 2), screw('card-s', 'card', 'base', [62, 62], 3)],
    { relations: [{ kind: 'covers', cover: 'shield', action: { part: 'card', move: 'lift' }, reason: 'seen so' }] }
  );
  const { model } = accessTo(told);
  const without = plan(accessTo({ ...told, relations: [] }), [{ do: 'remove', part: 'card' }]);
  expect(checkPlan(model.machine, without).join()).toContain('needs shield out of the way of card');
  expect(checkPlan(model.machine, plan(accessTo(told), [{ do: 'remove', part: 'card' }]))).toEqual([]);
});
