import { inEnglish } from '../testing/english';
import { describe, expect, it } from 'vitest';
import { drawingProblems, unheld } from '../access';
import { checkPlan } from '../check';
import { Machine, referenceProblems } from '../machine';
import { machineAfter } from '../run';
import { accessTo, machine, part, plug, screw } from '../testing/machines';
import { alternatives, pinchWords, plan, removalSet, type Plan, type PlanOptions } from '.';
import type { Goal } from '../goals';

type Input = Parameters<typeof accessTo>[0];
const lift = (seconds: number, more = {}) => ({ id: 'lift', kind: 'lift' as const, zone: 'face', seconds, ...more });
const foil = {
  kind: 'tape',
  id: 'foil',
  name: 'foil',
  a: 'fan',
  b: 'sink',
  zone: 'face',
  at: [[32, 22]],
  depth: 2,
  seconds: 10,
  material: 'foil',
  singleUse: false
} as never;
const paste = {
  kind: 'adhesive',
  id: 'paste',
  name: 'paste',
  a: 'sink',
  b: 'board',
  zone: 'face',
  at: [[50, 25]],
  depth: 3,
  seconds: 6,
  adhesive: 'thermal-compound',
  singleUse: true,
  method: 'Twist',
  areaMm2: 100
} as never;

/** A fan beside a sink with foil between them, the sink pasted onto a board. `alone`: what it costs to lift the sink by itself, s. */
const cooled = (alone = 5, spareIncludes: string[] = []): Input =>
  machine(
    [
      part('board', [40, 10, 40], [5, 6], 'base', { moves: [lift(20)] }),
      part('fan', [10, 10, 22], [2, 6], 'base', { moves: [lift(3)] }),
      part('sink', [34, 12, 26], [2, 4], 'board', {
        moves: [lift(alone), { ...lift(6), id: 'both', with: ['fan'] }],
        spareIncludes
      })
    ],
    [
      screw('board-s', 'board', 'base', [70, 45], 5),
      screw('fan-s', 'fan', 'base', [12, 12], 2, { seconds: 4 } as never),
      screw('sink-s', 'sink', 'board', [58, 36], 2),
      plug('fan-p', 'fan', 'board', [75, 15], 5, { seconds: 2 } as never),
      foil,
      paste
    ]
  );
const ids = (p: Plan, leg: 'down' | 'up') =>
  p.steps
    .filter((s) => s.leg === leg && (s.joint ?? s.part) && s.do !== 'prepare')
    .map((s) => s.id.slice(leg.length + 1));
const goal = (what: 'remove' | 'replace', id: string): Goal => ({ do: what, part: id });
const planned = (input: Input, goals: Goal[], options?: PlanOptions) => {
  const access = accessTo(input);
  const made = plan(access, goals, options);
  expect(checkPlan(access.model.machine, made)).toEqual([]);
  return made;
};

describe('parts that leave together', () => {
  const { requirements, model, holdings } = accessTo(cooled());
  const needs = (id: string) => requirements.get(id)!.map((r) => r.alternatives.map((way) => way.join('+')));
  it('ask for what holds them to the rest, and not for what holds them to each other', () => {
    expect(needs('move:sink/both').flat()).toEqual(['joint:sink-s', 'joint:paste', 'joint:fan-s', 'joint:fan-p']);
    expect(needs('move:sink/lift').flat()).toContain('joint:foil');
  });
  it('the bond under one of them gives way once both hang on nothing else', () => {
    expect(needs('joint:paste')).toContainEqual(['joint:foil', 'joint:sink-s+joint:fan-s+joint:fan-p']);
  });
  it('let go of what one of them was mounted on, joint and all', () =>
    expect(needs('move:board/lift')).toContainEqual(['joint:foil', 'move:sink/both']));
  it('held to each other alone they lie loose together', () => {
    const open = ['joint:sink-s', 'joint:fan-s', 'joint:fan-p', 'joint:paste'];
    expect([...unheld(holdings, new Set(open)).keys()].sort()).toEqual(['fan', 'sink']);
    expect(unheld(holdings, new Set(open.slice(1))).size).toBe(0);
  });
  it('both schools are ways of one file, with what the other costs', () => {
    const access = accessTo(cooled(1));
    const [other] = alternatives(access, [goal('remove', 'sink')]);
    expect(planned(cooled(1), [goal('remove', 'sink')]).set.cost).toBe(2 * (10 + 6 + 10 + 1));
    expect(inEnglish(other)).toMatchObject({
      avoid: 'move:sink/lift',
      extraSeconds: 2 * (4 + 2 + 6) - 2 * (10 + 1),
      text: 'Lift out the sink together with the fan instead of separately'
    });
  });
  it('replaced, the one that stays is taken off on the mat and put on again before both go back', () => {
    const p = planned(cooled(40), [goal('replace', 'sink')]);
    expect(ids(p, 'down').slice(-3)).toEqual(['move:sink/both', 'joint:foil', 'move:fan/lift']);
    expect(ids(p, 'up').slice(0, 3)).toEqual(['move:fan/lift', 'joint:foil', 'move:sink/both']);
    expect(p.steps.find((s) => s.id === 'down/joint:foil')!.pose).toBe('mat');
    expect(inEnglish(p.steps.find((s) => s.id === 'up/move:sink/both')!.text)).toBe(
      'Fit the new sink together with the fan'
    );
    expect(p.swaps![0]!.over).toEqual([{ part: 'fan', when: 'after' }]);
  });
  it('a spare that brings both asks for neither to be taken off', () => {
    const p = planned(cooled(40, ['fan']), [goal('replace', 'sink')]);
    expect(ids(p, 'down').at(-1)).toBe('move:sink/both');
    expect(ids(p, 'down')).not.toContain('joint:foil');
    // Lifted out alone it leaves the old fan behind, which has to come out too.
    expect(
      ids(planned(cooled(1, ['fan']), [goal('replace', 'sink')], { avoid: ['move:sink/both'] }), 'down')
    ).toContain('move:fan/lift');
  });
  it('what one of them lies under keeps both from leaving, and no plan takes one away first', () => {
    // The fan lies over the sink\u2019s screw: with the fan on it there is no way to the screw, so the sink goes alone.
    const input = cooled(40);
    const covered: Input = {
      ...input,
      joints: input.joints!.map((j) =>
        j.id === 'sink-s' ? { ...j, at: [[30, 30]] as [number, number][], depth: 5 } : j
      )
    };
    const p = planned(covered, [goal('remove', 'sink')]);
    expect(ids(p, 'down')).toContain('move:sink/lift');
    expect(ids(p, 'down')).not.toContain('move:sink/both');
  });
  it('once they are apart they leave together no more', () => {
    const access = accessTo(cooled(40));
    const done = ['joint:fan-s', 'joint:fan-p', 'joint:foil', 'move:fan/lift'];
    expect([...removalSet(access, [goal('remove', 'sink')], new Set(), { done, stuck: [] }).actions]).not.toContain(
      'move:sink/both'
    );
  });
  it('on the drawing both are off, and the one that was taken off stays off until it is back itself', () => {
    const p = planned(cooled(40), [goal('replace', 'sink')]);
    const after = (id: string) =>
      [...machineAfter(model, p, (s) => p.steps.indexOf(s) <= p.steps.findIndex((x) => x.id === id)).off].sort();
    expect(after('down/move:sink/both')).toEqual(['fan', 'sink']);
    expect(after('up/move:fan/lift')).toEqual(['fan', 'sink']);
    expect(after('up/move:sink/both')).toEqual([]);
  });
  it('the check sees what is torn apart before it leaves together', () => {
    const access = accessTo(cooled(40));
    const good = plan(access, [goal('replace', 'sink')]);
    const at = (id: string) => good.steps.findIndex((s) => s.id === id);
    const steps = [...good.steps];
    steps.splice(at('down/move:sink/both'), 0, ...steps.splice(at('down/move:fan/lift'), 1));
    expect(checkPlan(access.model.machine, { ...good, steps }).join('\n')).toContain('needs fan still beside sink');
  });
});

describe('what goes with the lid', () => {
  /** An arm on the lid lies over a screw of the board; the face is worked on with the lid flat, the arm rises with the lid stood up. */
  const armed = (
    lid: 'open' | undefined,
    moreParts: NonNullable<Input['parts']> = [],
    moreJoints: NonNullable<Input['joints']> = []
  ): Input =>
    machine(
      [
        part('board', [10, 10, 40], [5, 6], 'base', { moves: [lift(20)] }),
        part('lid', [60, 60, 30], [0, 1], 'base', { moves: [] }),
        part('arm', [8, 8, 10], [2, 3], 'lid', {
          moves: [
            { id: 'swing', kind: 'swing', zone: 'face', seconds: 4, leaves: ['arm-lid'], ...(lid ? { lid } : {}) }
          ]
        }),
        ...moreParts
      ],
      [
        screw('board-s', 'board', 'base', [12, 12], 5),
        screw('arm-s', 'arm', 'base', [10, 16], 2),
        screw('arm-lid', 'arm', 'lid', [62, 62], 0),
        screw('lid-s', 'lid', 'base', [85, 85], 0),
        ...moreJoints
      ],
      {
        zones: [
          {
            id: 'face',
            name: 'Face',
            pose: { up: 'topside', lid: 'flat' },
            outline: { form: 'rect', x: 0, y: 0, width: 100, height: 100 }
          },
          {
            id: 'below',
            name: 'Below',
            pose: { up: 'underside', lid: 'closed' },
            outline: { form: 'rect', x: 0, y: 0, width: 100, height: 100 }
          }
        ]
      }
    );
  const poses = (p: Plan, leg: 'down' | 'up') =>
    p.steps.filter((s) => s.leg === leg).map((s) => (s.do === 'pose' ? s.pose! : s.id.slice(leg.length + 1)));

  it('what it lay over is worked on with the lid where it is aside, and it is back as soon as the lid is moved', () => {
    const p = planned(armed('open'), [goal('remove', 'board')]);
    expect(poses(p, 'down')).toEqual([
      'topside/flat',
      'joint:arm-s',
      'topside/open',
      'move:arm/swing',
      'joint:board-s',
      'move:board/lift'
    ]);
    expect(poses(p, 'up')).toEqual([
      'move:board/lift',
      'joint:board-s',
      'topside/flat',
      'move:arm/swing',
      'joint:arm-s'
    ]);
    expect(inEnglish(p.steps.find((s) => s.leg === 'up' && s.do === 'pose')!.cautions[0]!.text)).toBe(
      'Moves with the lid: arm. Slowly, with nothing beneath.'
    );
    expect(p.loose).toEqual([]);
    // Without the tie nothing asks for another lid.
    expect(poses(planned(armed(undefined), [goal('remove', 'board')]), 'down')).not.toContain('topside/open');
  });
  it('it clears nothing for what is done with the lid elsewhere', () => {
    // Seen from below it is over the card as well, and there the lid is closed.
    const below = (id: string) => ({
      zone: 'below',
      outline: { form: 'rect' as const, x: 10, y: 10, width: 20, height: 20 },
      depth: (id === 'card' ? [3, 4] : [1, 2]) as [number, number]
    });
    const card = part('card', [70, 10, 10], [5, 6], 'base', {
      shapes: [below('card')],
      moves: [{ ...lift(5), zone: 'below' }]
    });
    const input = armed('open', [card], [screw('card-s', 'card', 'base', [75, 12], 5)]);
    const arm = input.parts!.find((p) => p.id === 'arm')!;
    arm.shapes = [...arm.shapes!, below('arm')];
    arm.moves!.push({ ...lift(8), zone: 'face' });
    const p = planned(input, [goal('remove', 'card')]);
    expect(ids(p, 'down')).toContain('move:arm/lift');
    expect(ids(p, 'down')).not.toContain('move:arm/swing');
  });
  it('the check sees work under it with the lid moved back', () => {
    const {
      model: { machine: file }
    } = accessTo(armed('open'));
    const good = planned(armed('open'), [goal('remove', 'board')]);
    const at = good.steps.findIndex((s) => s.id === 'down/joint:board-s');
    const back = {
      ...good.steps.find((s) => s.do === 'pose' && s.leg === 'up')!,
      id: 'down/pose-9',
      leg: 'down' as const
    };
    const problems = checkPlan(file, { ...good, steps: good.steps.toSpliced(at, 0, back) }).join('\n');
    expect(problems).toContain('down/joint:board-s: cannot be done yet: needs arm out of the way of board-s');
    expect(
      checkPlan(file, { ...good, steps: good.steps.map((s) => (s.do === 'pose' ? { ...s, cautions: [] } : s)) }).join(
        '\n'
      )
    ).toContain('moves the lid and with it arm, and does not say so');
  });
});

describe('in a machine file', () => {
  const said = (change: (sink: NonNullable<Input['parts']>[number]) => void) => {
    const input = cooled();
    change(input.parts!.find((p) => p.id === 'sink')!);
    return referenceProblems(Machine.parse(input)).map((f) => `${f.place}: ${f.message}`);
  };
  const both = (more: object) => (sink: NonNullable<Input['parts']>[number]) =>
    void Object.assign(sink.moves![1]!, more);
  it.each<[string, Parameters<typeof said>[0], string]>([
    [
      'a part that is not there',
      both({ with: ['fun'] }),
      'parts[3].moves[1].with[0]: names part "fun", which is not in the file'
    ],
    ['itself', both({ with: ['sink'] }), 'parts[3].moves[1].with[0]: names "sink" twice'],
    [
      'what carries it',
      both({ with: ['board'] }),
      'parts[3].moves[1].with[0]: names "board", which carries "sink": give it a move of its own'
    ],
    [
      'a move that leaves it on its leash',
      both({ kind: 'raise' }),
      'parts[3].moves[1].with: is for moves that take parts out: a raise leaves them on their leash'
    ],
    [
      'a lid for a move that takes it out',
      both({ lid: 'open' }),
      'parts[3].moves[1].lid: is for parts that stay on their leash: a lift takes this one out'
    ]
  ])('leaving together with %s is a fault', (_, change, fault) => expect(said(change)).toEqual([fault]));
  it('all that goes with the lid goes to one position', () => {
    const swing = (lid: 'open' | 'flat') => ({ id: 'swing', kind: 'swing' as const, zone: 'face', seconds: 3, lid });
    const lids = (a: 'open' | 'flat', b: 'open' | 'flat') =>
      referenceProblems(
        Machine.parse(
          machine(
            [
              part('one', [0, 0, 5], [0, 1], 'base', { moves: [swing(a)] }),
              part('two', [9, 9, 5], [0, 1], 'base', { moves: [swing(b)] })
            ],
            [screw('s1', 'one', 'base', [2, 2], 0), screw('s2', 'two', 'base', [11, 11], 0)]
          )
        )
      ).map((f) => `${f.place}: ${f.message}`);
    expect(lids('open', 'open')).toEqual([]);
    expect(lids('open', 'flat')).toEqual([
      'parts[2].moves[0].lid: goes with the lid flat, and "one/swing" with the lid open: all that goes with the lid has to go to one position'
    ]);
  });
  it('what rides on a part leaves with it anyway', () => {
    const input = cooled();
    input.parts!.find((p) => p.id === 'board')!.moves!.push({ ...lift(5), id: 'all', with: ['sink'] });
    expect(referenceProblems(Machine.parse(input)).map((f) => f.message)).toEqual([
      'names "sink", which rides on "board" and leaves with it anyway'
    ]);
  });
  it('warnings are told once for parts that can leave in two ways', () =>
    expect(drawingProblems(accessTo(cooled()))).toEqual([]));
});

describe('cables to mind as several parts go down together', () => {
  it('are told once each for either side, with the places on the face in hand', () => {
    const input = cooled(40);
    const wire = part('wire', [90, 90, 4], [8, 9], 'base');
    const p = planned(
      {
        ...input,
        parts: [...input.parts!, wire],
        joints: [...input.joints!, plug('wire-p', 'wire', 'base', [4, 20], 7)],
        cables: [
          {
            part: 'wire',
            path: [
              { zone: 'face', at: [4, 20], depth: 7 },
              { zone: 'face', at: [90, 20], depth: 7 }
            ],
            lengthMm: 90,
            widthMm: 2,
            minBendRadiusMm: 3,
            form: 'bundle' as const,
            colour: 'black',
            ends: [{ joint: 'wire-p' }]
          }
        ]
      },
      [goal('replace', 'sink')]
    );
    const back = p.steps.find((s) => s.id === 'up/move:sink/both')!;
    expect(back.pinch.map((c) => [c.cable, c.where, c.crosses.length])).toEqual([['wire', 'under', 4]]);
    expect(
      inEnglish(
        pinchWords(accessTo({ ...input, parts: [...input.parts!, wire] }).model, {
          ...back,
          pinch: [...back.pinch, { ...back.pinch[0]!, zone: 'elsewhere' }]
        }).map(({ name, text, at }) => [name, text, at])
      )
    ).toEqual([['wire', 'lies under it: route it first', 'Edge: top left and top right.']]);
  });
});
