import { inEnglish } from '../testing/english';
import { describe, expect, it } from 'vitest';
import type { Access } from '../access';
import { problemsOf } from '../testing/checker';
import { accessTo, demoAccess, machine, part, plug, screw } from '../testing/machines';
import { plan } from '.';
import { ontoMat } from './pose';
import { removalSet } from './sets';
import { mirrorOrder } from './up';
import { upEdges } from './way-up';
import { openId } from '../ids';
import { DEPARTS } from '../words';
import type { Goal } from '../goals';

const replace = (...parts: string[]): Goal[] => parts.map((p) => ({ do: 'replace', part: p }));
const ids = (access: Access, ...parts: string[]) => {
  const made = plan(access, replace(...parts));
  return {
    made,
    up: made.steps.filter((s) => s.leg === 'up').map((s) => s.id.replace('up/', '')),
    down: made.steps.filter((s) => s.leg === 'down').map((s) => s.id.replace('down/', ''))
  };
};

const wire = (depth: number) => ({
  cables: [
    {
      part: 'wire',
      path: [
        { zone: 'face', at: [5, 25] as [number, number], depth },
        { zone: 'face', at: [25, 25] as [number, number], depth, guide: 'wire-g' },
        { zone: 'face', at: [60, 25] as [number, number], depth }
      ],
      lengthMm: 60,
      widthMm: 1,
      minBendRadiusMm: 2,
      form: 'round' as const,
      colour: 'black',
      ends: [{ joint: 'wire-p' }]
    }
  ]
});
const crossed = (depth: number) =>
  [
    [
      part('box', [10, 10, 30], [3, 5]),
      part('radio', [60, 20, 20], [3, 5]),
      part('wire', [90, 90, 5], [depth, depth + 1], 'radio', { kind: 'antenna', shapes: [] })
    ],
    [
      screw('box-s', 'box', 'base', [12, 12], 3),
      screw('radio-s', 'radio', 'base', [62, 22], 3),
      plug('wire-p', 'wire', 'base', [5, 25], depth),
      {
        kind: 'dressing',
        id: 'wire-g',
        name: 'wire guide',
        a: 'wire',
        b: 'base',
        zone: 'face',
        at: [[25, 25]],
        depth,
        seconds: 4,
        guide: 'clip'
      }
    ]
  ] as const;

describe('the way up', () => {
  it('is the strict mirror where nothing forbids it', () => {
    const access = accessTo(
      machine(
        [part('lid', [0, 0, 60], [0, 1]), part('fan', [10, 10, 20], [3, 5])],
        [screw('lid-s', 'lid', 'base', [58, 58], 0), screw('fan-s', 'fan', 'base', [12, 12], 3)]
      )
    );
    const { up, down, made } = ids(access, 'fan');
    expect(up.filter((id) => !id.startsWith('pose'))).toEqual(down.filter((id) => !id.includes('pose')).reverse());
    expect(made.steps.filter((s) => s.leg === 'up' && s.departs && s.do !== 'pose')).toEqual([]);
  });

  it('lays a cable that runs under a part before the part goes down', () => {
    const [parts, joints] = crossed(6);
    const access = accessTo(machine([...parts], [...joints] as never, wire(6)));
    const { up, made } = ids(access, 'box', 'radio');
    expect(up.indexOf('joint:wire-g')).toBeLessThan(up.indexOf('move:box/lift'));
    expect(problemsOf(access, made)).toEqual([]);
  });

  it('holds a cable that runs over a part clear until the part is down', () => {
    const [parts, joints] = crossed(1);
    const access = accessTo(machine([...parts], [...joints] as never, wire(1)));
    // On the way down the guide has to be undone before the part can come out.
    expect(access.requirements.get('move:box/lift')!.some((r) => r.alternatives[0]![0] === 'joint:wire-g')).toBe(true);
    const { up } = ids(access, 'box');
    expect(up.indexOf('joint:wire-g')).toBeGreaterThan(up.indexOf('move:box/lift'));
  });

  it('follows a relation for the way up against its mirror, and gives the reason', () => {
    const parts = [part('guide', [0, 0, 10], [3, 5]), part('cell', [20, 0, 20], [3, 5])];
    const joints = [screw('guide-s', 'guide', 'base', [2, 2], 3), screw('cell-s', 'cell', 'base', [22, 2], 3)];
    // Down: the guide first. Strictly mirrored it would come back last.
    const down = {
      kind: 'order' as const,
      before: { part: 'guide', move: 'lift' },
      after: { part: 'cell', move: 'lift' },
      leg: 'down' as const,
      reason: 'first out'
    };
    const up = {
      kind: 'order' as const,
      before: { part: 'guide', move: 'lift' },
      after: { part: 'cell', move: 'lift' },
      leg: 'up' as const,
      reason: 'The guide positions the cell'
    };
    const mirrored = ids(accessTo(machine(parts, joints, { relations: [down] })), 'cell', 'guide');
    expect(mirrored.up.indexOf('move:cell/lift')).toBeLessThan(mirrored.up.indexOf('move:guide/lift'));
    const { up: order, made } = ids(accessTo(machine(parts, joints, { relations: [down, up] })), 'cell', 'guide');
    expect(order.indexOf('move:guide/lift')).toBeLessThan(order.indexOf('move:cell/lift'));
    expect(made.steps.some((s) => inEnglish(s.departs) === 'The guide positions the cell')).toBe(true);
    // It replaces the mirror of a relation that holds for both ways, rather than contradicting it.
    const both = ids(accessTo(machine(parts, joints, { relations: [{ ...down, leg: 'both' }, up] })), 'cell', 'guide');
    expect(both.up.indexOf('move:guide/lift')).toBeLessThan(both.up.indexOf('move:cell/lift'));
  });

  it('closes a plug before the isolating one even where the strict mirror would not', () => {
    const relation = {
      kind: 'order' as const,
      before: { joint: 'pad-p' },
      after: { joint: 'cell-p' },
      leg: 'down' as const,
      reason: 'The pad\u2019s plug hides the battery plug'
    };
    const access = accessTo(
      machine(
        [part('cell', [0, 0, 20], [3, 5], 'base', { kind: 'battery' }), part('pad', [40, 0, 20], [3, 5])],
        [
          screw('cell-s', 'cell', 'base', [2, 2], 3),
          plug('cell-p', 'cell', 'base', [15, 15], 3),
          screw('pad-s', 'pad', 'base', [42, 2], 3),
          plug('pad-p', 'pad', 'base', [50, 15], 3)
        ],
        { isolation: { steps: [], joint: 'cell-p' }, relations: [relation] }
      )
    );
    const { up, down, made } = ids(access, 'pad');
    expect(down.indexOf('joint:pad-p')).toBeLessThan(down.indexOf('joint:cell-p'));
    expect(up.indexOf('joint:pad-p')).toBeLessThan(up.indexOf('joint:cell-p'));
    expect(made.energised).toContain('down/joint:pad-p');
    expect(made.steps.some((s) => s.departs === DEPARTS.powerAfterPlugs)).toBe(true);
  });

  it('closes the isolating plug after all others and once its battery is fixed', () => {
    const access = accessTo(
      machine(
        [part('cell', [0, 0, 20], [3, 5], 'base', { kind: 'battery' }), part('pad', [40, 0, 20], [3, 5])],
        [
          screw('cell-s', 'cell', 'base', [2, 2], 3),
          plug('cell-p', 'cell', 'base', [15, 15], 3),
          screw('pad-s', 'pad', 'base', [42, 2], 3),
          plug('pad-p', 'pad', 'base', [50, 15], 3)
        ],
        { isolation: { steps: [], joint: 'cell-p' } }
      )
    );
    const { up, down } = ids(access, 'cell', 'pad');
    expect(down[down.findIndex((id) => id.startsWith('joint') || id.startsWith('move'))]).toBe('joint:cell-p');
    expect(up.filter((id) => id.startsWith('joint')).at(-1)).toBe('joint:cell-p');
  });

  it('places the open test after the last plug and before the first cover, and only when plugs or boards were touched', () => {
    const build = (fanPlug: boolean) =>
      accessTo(
        machine(
          [part('lid', [0, 0, 80], [0, 1], 'base', { kind: 'cover' }), part('fan', [10, 10, 20], [3, 5])],
          [
            screw('lid-s', 'lid', 'base', [78, 78], 0),
            screw('fan-s', 'fan', 'base', [12, 12], 3),
            ...(fanPlug ? [plug('fan-p', 'fan', 'base', [28, 28], 3)] : [])
          ]
        )
      );
    const { up } = ids(build(true), 'fan');
    expect(up.indexOf('open-test')).toBe(up.indexOf('move:lid/lift') - 1);
    expect(up.indexOf('open-test')).toBeGreaterThan(up.indexOf('joint:fan-p'));
    expect(ids(build(false), 'fan').up).not.toContain('open-test');
    // A new battery is tried as well: charging seen, and it starts, before the cover goes on.
    for (const id of ['lindquay-gannet-13', 'lindquay-slip-11', 'norrvik-pilot-14', 'norrvik-fathom-14']) {
      const one = demoAccess(id);
      const battery = one.model.machine.parts.find((p) => p.kind === 'battery')!;
      const { steps } = plan(one, [{ do: 'replace', part: battery.id }]);
      const at = (what: string) => steps.findIndex((s) => s.id === what);
      expect(at('up/open-test'), id).toBeGreaterThan(at(`up/joint:${one.model.machine.isolation.joint}`));
      expect(
        steps.slice(at('up/open-test')).some((s) => s.do === 'return' && one.model.part(s.part!).kind === 'cover'),
        id
      ).toBe(true);
    }
  });
});

it('the mirror order puts what was done last first, as far as it is allowed, and refuses a circle', () => {
  expect(mirrorOrder(['a', 'b', 'c'], [])).toEqual(['c', 'b', 'a']);
  expect(mirrorOrder(['a', 'b', 'c'], [{ before: 'a', after: 'c' }])).toEqual(['b', 'a', 'c']);
  expect(() =>
    mirrorOrder(
      ['a', 'b'],
      [
        { before: 'a', after: 'b' },
        { before: 'b', after: 'a' }
      ]
    )
  ).toThrow(/circle among a, b/);
});

it('of what is no plug and does not hold the battery, only work on the same face or on the mat is done before the power goes on', () => {
  const access = demoAccess();
  const { taken, actions } = removalSet(access, replace('keyboard', 'board'));
  const isolating = access.model.machine.isolation.joint!;
  const { zone, a: battery } = access.model.joint(isolating);
  const edges = upEdges(access, actions, taken.values()).filter((e) => e.after === openId(isolating));
  const why = (id: string) => edges.filter((e) => e.before === id).map((e) => e.why);
  expect(why(openId(isolating))).toEqual([]);
  for (const id of actions) {
    const action = access.actions.get(id)!;
    const isPlug = action.kind === 'open' && action.joint.kind === 'connector';
    const holdsIt = action.kind === 'open' && [action.joint.a, action.joint.b].includes(battery);
    const isOnMat = ontoMat(access, action).some((other) => actions.has(other));
    if (isPlug || holdsIt || isOnMat || action.zone === zone) continue;
    expect(why(id), id).not.toContain(DEPARTS.powerLast);
  }
  expect([...actions].some((id) => why(id).includes(DEPARTS.powerLast))).toBe(true);
});
