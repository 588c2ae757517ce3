import { inEnglish } from '../testing/english';
import { describe, expect, it } from 'vitest';
import { THOROUGH } from '../testing/effort';
import { removes } from '../machine';
import { problemsOf } from '../testing/checker';
import { accessTo, DEMO_MACHINES, demoAccess, machine, part, plug, screw } from '../testing/machines';
import { boardPlan } from '../testing/plans';
import { actionOf, unmet, alignLegs, explain, plan, Plan, removalSet, zoneAt } from '.';
import { bestSequence, WEIGHTS } from '../solve';
import { downProblem } from './down';
import { equalSets } from './sets';
import { PlanningError, goalParts, offeredGoals, replaceableParts, ridersToMove, type Goal } from '../goals';

const access = demoAccess();
const { model } = access;
const replace = (...parts: string[]): Goal[] => parts.map((part) => ({ do: 'replace', part }));
/** Every single goal that this machine allows. */
const singles: Goal[] = [
  ...model.machine.parts
    .filter((p) => p.id !== model.root.id && p.moves.some(removes))
    .flatMap((p): Goal[] => [
      { do: 'remove', part: p.id },
      { do: 'replace', part: p.id },
      { do: 'expose', part: p.id }
    ]),
  ...model.machine.joints.map((j): Goal => ({ do: 'reach', joint: j.id }))
];
/** Every second one, but where all is to be tried. */
const tried = singles.filter((_, i) => THOROUGH || i % 2 === 0);
const possible = tried.flatMap((goal) => {
  try {
    return [{ goal, name: Object.values(goal).join(' '), made: plan(access, [goal]) }];
  } catch (error) {
    if (error instanceof PlanningError) return [];
    throw error;
  }
});
const opens = (p: Plan) => p.steps.filter((s) => s.do === 'open').length;

it('of sets that cost the same it takes the one with the better order, and proves the order of that one', () => {
  const gannet = demoAccess('lindquay-gannet-13');
  const goals: Goal[] = [{ do: 'remove', part: 'keyboard-shield' }];
  const first = removalSet(gannet, goals);
  const equals = [first, ...equalSets(gannet, goals, first)];
  expect(equals.length).toBeGreaterThan(1);
  for (const set of equals) expect(set.cost).toBe(first.cost);
  const costs = equals.map((set) => bestSequence(downProblem(gannet, set, WEIGHTS['part-by-part'])).cost);
  const made = plan(gannet, goals);
  expect(new Set(costs).size).toBeGreaterThan(1);
  expect(made.order).toMatchObject({ cost: Math.min(...costs), proved: true });
  expect(made.set).toMatchObject({ cost: first.cost, proved: true });
});

describe('every single goal of the demo machine', () => {
  it('can be planned', () => {
    expect(possible.length).toBe(tried.length);
  });

  it('gives a plan that works step by step and leaves nothing open', () => {
    for (const { name, made } of possible) expect(problemsOf(access, made), name).toEqual([]);
  });

  it('needs every one of its steps: without any one, a later step or the goal is impossible', () => {
    for (const { goal, name, made } of possible) {
      const ids = made.steps.filter((s) => s.leg === 'down').flatMap((s) => actionOf(s) ?? []);
      const wanted = removalSet(access, [goal]);
      const jobNeeds = [...wanted.taken.values()]
        .filter(({ requirement }) => requirement.of === 'job')
        .map(({ requirement }) => requirement.alternatives);
      for (const left of ids) {
        const done = new Set<string>();
        // Whatever can still be done without it, is done, in any order.
        for (let grew = true; grew;) {
          grew = false;
          for (const id of ids)
            if (id !== left && !done.has(id) && unmet(access, id, done).length === 0) grew = !!done.add(id);
        }
        const goalMet = jobNeeds.every((alternatives) => alternatives.some((a) => a.every((id) => done.has(id))));
        const allDone = ids.every((id) => id === left || done.has(id));
        expect(goalMet && allDone, `${name} without ${left}`).toBe(false);
      }
    }
  });

  it('says why each step of the set is there, down to the goal or to isolation', () => {
    for (const { name, made } of possible) {
      for (const step of made.steps.filter((s) => s.do === 'open' || s.do === 'move')) {
        const reasons = explain(made, step);
        expect(reasons.length, `${name}: ${step.id}`).toBeGreaterThan(0);
        expect(inEnglish(reasons.at(-1)!.text), `${name}: ${step.id}`).toMatch(
          /^Asked for|^Power goes first|does not come with a new/
        );
      }
    }
  });

  it('pairs every step with its mirror or says why it has none', () => {
    for (const { name, made } of possible) {
      const byId = new Map(made.steps.map((s) => [s.id, s]));
      expect(byId.size, name).toBe(made.steps.length);
      for (const step of made.steps) {
        expect(step.mirror !== undefined || step.departs !== undefined, `${name}: ${step.id}`).toBe(true);
        if (step.mirror) expect(byId.get(step.mirror)?.mirror, `${name}: ${step.id}`).toBe(step.id);
      }
      const rows = alignLegs(made);
      expect(rows.flatMap((r) => [r.down, r.up]).filter(Boolean).length, name).toBe(
        made.steps.filter((s) => ['isolate', 'down', 'up'].includes(s.leg)).length
      );
    }
  });

  it('reads back as the published format', () => {
    for (const { name, made } of possible)
      expect(Plan.safeParse(JSON.parse(JSON.stringify(made))).success, name).toBe(true);
  });
});

describe('what is only looked at', () => {
  it.each(DEMO_MACHINES)('never costs more than taking it out, on %s', (id) => {
    const one = demoAccess(id);
    for (const { goal } of offeredGoals(one.model, 'expose')) {
      const seen = removalSet(one, [goal]).cost;
      const { part } = goal as { part: string };
      if (one.model.part(part).moves.some(removes))
        expect(seen, part).toBeLessThanOrEqual(removalSet(one, [{ do: 'remove', part }]).cost);
    }
  });
  it('is laid bare by carrying off what its cover is mounted on', () => {
    const one = accessTo(
      machine(
        [
          part('frame', [0, 0, 60], [1, 2]),
          part('shield', [5, 5, 20], [0, 1], 'frame'),
          part('card', [8, 8, 10], [4, 5])
        ],
        [
          screw('frame-s', 'frame', 'base', [50, 50], 1),
          screw('shield-s', 'shield', 'frame', [22, 22], 0, { seconds: 300 } as never),
          screw('card-s', 'card', 'base', [10, 10], 4, { seconds: 600 } as never)
        ]
      )
    );
    expect([...removalSet(one, [{ do: 'expose', part: 'card' }]).actions]).toEqual([
      'joint:frame-s',
      'move:frame/lift'
    ]);
  });
  it('by its path where a cable has no outline; what is drawn nowhere is refused', () => {
    const path = [
      { zone: 'face', at: [30, 30], depth: 3 },
      { zone: 'face', at: [10, 30], depth: 3 }
    ];
    const one = accessTo(
      machine(
        [
          part('lid', [0, 0, 50], [0, 1]),
          { ...part('wire', [0, 0, 5], [3, 4]), shapes: [] },
          { ...part('ghost', [0, 0, 5], [3, 4]), shapes: [] }
        ],
        [
          screw('lid-s', 'lid', 'base', [2, 2], 0),
          plug('wire-p', 'wire', 'base', [10, 30], 3),
          screw('ghost-s', 'ghost', 'base', [90, 90], 3)
        ],
        {
          cables: [
            {
              part: 'wire',
              path,
              lengthMm: 22,
              widthMm: 1,
              minBendRadiusMm: 1,
              form: 'round',
              colour: 'red',
              ends: [{ joint: 'wire-p' }]
            }
          ] as never
        }
      )
    );
    expect([...removalSet(one, [{ do: 'expose', part: 'wire' }]).actions]).toContain('move:lid/lift');
    expect(() => plan(one, [{ do: 'expose', part: 'ghost' }])).toThrow(/plan\.notDrawn.*ghost/);
    expect(offeredGoals(one.model, 'expose').map(({ goal }) => (goal as { part: string }).part)).toEqual([
      'lid',
      'wire'
    ]);
  });
});

describe('what a plan costs', () => {
  const fan = plan(access, replace('fan'));
  const board = boardPlan();
  it('the fan opens fewer joints than the main board', () => expect(opens(fan)).toBeLessThan(opens(board)));
  it('two jobs in one visit cost less than the two alone', () => {
    for (const [a, b] of [
      ['fan', 'heat-sink'],
      ['ssd', 'battery'],
      ['keyboard', 'panel']
    ] as const) {
      const [first, second, both] = [[a], [b], [a, b]].map((parts) => plan(access, replace(...parts)).set.cost);
      expect(both).toBeLessThan(first! + second!);
      expect(both).toBeGreaterThanOrEqual(Math.max(first!, second!));
    }
  });
  it('states a bound that it does not undercut', () => {
    for (const { made } of possible) {
      expect(made.set).toMatchObject({ proved: true, bound: made.set.cost });
      expect(made.order.bound).toBeLessThanOrEqual(made.order.cost);
      expect(made.times.p80).toBeGreaterThan(made.times.p50);
    }
  });
});

it('the same goals in any order give the same bytes', () => {
  const one = JSON.stringify(plan(access, replace('fan', 'ssd', 'battery')));
  expect(JSON.stringify(plan(access, replace('battery', 'fan', 'ssd', 'fan')))).toBe(one);
});

describe('safety', () => {
  it('power goes away before any other plug and comes back after all others', () => {
    for (const { name, made } of possible) {
      const plugs = (leg: string) =>
        made.steps
          .filter(
            (s) => s.leg === leg && s.joint && model.joint(s.joint).kind === 'connector' && s.zone !== 'left-edge'
          )
          .map((s) => s.joint);
      if (!made.steps.some((s) => s.joint === 'battery-plug')) continue;
      expect(plugs('down')[0], name).toBe('battery-plug');
      expect(plugs('up').at(-1), name).toBe('battery-plug');
    }
  });
  it('a job inside starts by making it safe and ends with the adapter', () => {
    const made = plan(access, replace('fan'));
    expect(made.steps.slice(0, 3).map((s) => s.leg)).toEqual(['isolate', 'isolate', 'isolate']);
    expect(made.steps.filter((s) => s.leg === 'up').at(-1)!.id).toBe('restore/adapter-out');
    expect(made.energised).toEqual([]);
  });
  it('a tray in the edge is drawn without opening the machine', () => {
    const made = plan(access, replace('sim-tray'));
    expect(made.steps.some((s) => s.part === 'bottom-cover')).toBe(false);
  });
  it('lists what is done while energised where nothing takes the power away from outside', () => {
    const little = accessTo(
      machine(
        [
          part('rest', [0, 0, 80], [0, 1], 'base', { kind: 'cover' }),
          part('cell', [10, 10, 30], [4, 8], 'base', { kind: 'battery', care: ['cell'] }),
          part('pad', [50, 50, 20], [5, 6])
        ],
        [
          screw('rest-s', 'rest', 'base', [78, 78], 0),
          screw('cell-s', 'cell', 'base', [12, 12], 4),
          plug('cell-p', 'cell', 'base', [45, 20], 4),
          screw('pad-s', 'pad', 'base', [52, 52], 5)
        ],
        {
          isolation: {
            steps: [{ id: 'cell-p', kind: 'open-joint', joint: 'cell-p', text: 'Open the battery plug', seconds: 5 }],
            joint: 'cell-p'
          }
        }
      )
    );
    const made = plan(little, replace('pad'));
    expect(made.energised).toEqual(['down/joint:rest-s', 'down/move:rest/lift']);
    expect(made.steps.filter((s) => s.leg === 'down').map((s) => s.id)).toContain('down/joint:cell-p');
  });
});

describe('the way up', () => {
  const board = boardPlan();
  const up = (id: string) => board.steps.findIndex((s) => s.id === `up/${id}`);
  it('lays what runs under a part before the part', () => {
    expect(up('joint:wlan-main-tape')).toBeLessThan(up('move:heat-sink/lift'));
    expect(board.steps[up('move:heat-sink/lift')]!.pinch).toContainEqual(
      expect.objectContaining({ cable: 'wlan-main', where: 'under' })
    );
  });
  it('closes plugs on the under side while the part is still raised', () => {
    expect(up('joint:keyboard-plug')).toBeLessThan(up('move:keyboard/fold'));
    expect(up('joint:keyboard-plug')).toBeGreaterThan(up('move:keyboard/lift'));
  });
  it('takes fresh compound before the heat sink', () =>
    expect(up('prepare:heat-sink-compound')).toBeLessThan(up('move:heat-sink/lift')));
  it('tries the machine before it is covered, when plugs were touched', () => {
    expect(up('open-test')).toBeGreaterThan(up('joint:battery-plug'));
    expect(up('open-test')).toBeLessThan(up('move:bottom-cover/lift'));
    expect(plan(access, replace('bottom-cover')).steps.some((s) => s.test === 'open-power')).toBe(false);
  });
  it('follows relations for the way up where they differ from the mirror, and says so', () => {
    expect(inEnglish(board.steps[up('move:heat-sink/lift')]!.departs)).toMatch(
      /runs under the heat sink|Waits for the wireless antenna/
    );
    const both = plan(access, replace('battery', 'touchpad-cable'));
    const at = (id: string) => both.steps.findIndex((s) => s.id === id);
    expect(at('up/joint:touchpad-plug')).toBeLessThan(at('up/move:battery/lift'));
  });
});

describe('replacing', () => {
  it('moves over what the spare does not bring', () => {
    expect(ridersToMove(model, 'board').sort()).toEqual([
      'coin-cell',
      'display-bracket',
      'heat-sink',
      'memory-a',
      'memory-b',
      'memory-shield',
      'sim-tray',
      'ssd',
      'ssd-shield',
      'wlan-card',
      'wwan-card'
    ]);
    const made = boardPlan();
    for (const rider of ridersToMove(model, 'board'))
      expect(
        made.steps.some((s) => s.do === 'move' && s.part === rider),
        rider
      ).toBe(true);
    expect(plan(access, replace('display')).steps.some((s) => s.part === 'panel')).toBe(false);
  });
  it('refuses what cannot be done, by name', () => {
    expect(() => plan(access, replace('case'))).toThrow(/plan\.isRoot/);
    expect(() => plan(access, replace('flywheel'))).toThrow(/plan\.noPart.*flywheel/);
    expect(() => plan(access, [{ do: 'reach', joint: 'nowhere' }])).toThrow(/plan\.noJoint.*nowhere/);
    expect(() => plan(access, [])).toThrow(PlanningError);
  });
});

it('tests what was touched and nothing else', () => {
  const tests = (p: Plan) => p.steps.filter((s) => s.leg === 'prove').map((s) => s.test);
  expect(tests(plan(access, replace('fan')))).toEqual(['closing', 'power', 'cooling', 'battery']);
  const board = tests(boardPlan());
  for (const f of ['identity', 'clock', 'wifi', 'keyboard', 'touchpad', 'fingerprint', 'left-speaker', 'camera'])
    expect(board).toContain(f);
  // Nothing is closed up where only a tray was drawn.
  expect(tests(plan(access, replace('sim-tray')))).toEqual(['sim']);
});

it('knows what can be replaced, what a job is about, and which face one looks at', () => {
  const ids = replaceableParts(model).map((p) => p.id);
  for (const id of ['fan', 'keyboard', 'board', 'ssd', 'battery']) expect(ids).toContain(id);
  expect(ids).not.toContain('case');
  expect(ids).not.toContain('fan-wire');
  expect(
    goalParts([
      { do: 'reach', joint: 'fan-plug' },
      { do: 'expose', part: 'fan' }
    ])
  ).toEqual(['fan']);
  const made = plan(access, replace('keyboard'));
  const fold = made.steps.findIndex((s) => s.id === 'down/move:keyboard/fold');
  expect(zoneAt(made, 0)).toBeUndefined();
  expect(zoneAt(made, fold)).toBe('topside');
  expect(
    zoneAt(
      made,
      made.steps.findIndex((s) => s.leg === 'swap')
    )
  ).toBe('topside');
});
