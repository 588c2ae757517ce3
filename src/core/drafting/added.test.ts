import { describe, expect, it } from 'vitest';
import { DEMO_MACHINES, demoAccess } from '../testing/machines';
import { english } from '../testing/english';
import { JOINT_KINDS, Machine, PartKind, type Point } from '../machine';
import { addedJoint, addedPart, changesBetween, FAMILIES, LAID, misshapen, startOf, tapsOf } from '.';

const fathom = demoAccess('norrvik-fathom-14').model.machine;
const one = (at: Point) => ({ laid: 'one', taps: [at], count: 1 }) as const;

describe('a part that is added', () => {
  it('is a box between two corners, whichever way they were dragged, lifted from what carries all', () => {
    const there = addedPart(
      fathom,
      'fan',
      'underside',
      [
        [80, 40],
        [20, 90]
      ],
      english
    ).machine.parts.at(-1)!;
    expect(there).toMatchObject({ id: 'fan-2', name: 'Fan 2', on: 'case' });
    expect(there.shapes).toMatchObject([{ outline: { form: 'rect', x: 20, y: 40, width: 60, height: 50 } }]);
  });
  it('of each kind has the shape of a part of a file, however small it was drawn', () => {
    for (const kind of PartKind.options) {
      const { machine } = addedPart(
        fathom,
        kind,
        'underside',
        [
          [5, 5],
          [5, 5]
        ],
        english
      );
      expect(Machine.safeParse(machine).error?.issues, kind).toBeUndefined();
    }
  });
});

describe('a joint that is added', () => {
  it('holds the smallest part that lies where it was tapped', () => {
    const board = addedPart(
      fathom,
      'board',
      'underside',
      [
        [0, 0],
        [300, 200]
      ],
      english
    ).machine;
    const { machine, thing } = addedPart(
      board,
      'card',
      'underside',
      [
        [100, 100],
        [104, 103]
      ],
      english
    );
    const held = (at: Point) => addedJoint(machine, 'screws', 'underside', one(at), english).machine.joints.at(-1)!;
    expect('part' in thing && held([102, 101]).a).toBe('part' in thing && thing.part);
    expect(held([102, 101]).b).toBe('case');
    // Beside the machine nothing lies: it is held by what carries all.
    expect(held([-50, -50]).a).toBe('case');
  });
  it('of each kind and laid in each way has the shape of a joint, on a machine of which only the body is drawn', () => {
    const bare = startOf(
      FAMILIES[0]!,
      { maker: 'Lindquay', model: 'Cove', widthMm: 300, depthMm: 200, heightMm: 18 },
      english
    );
    for (const machine of [bare, ...DEMO_MACHINES.map((id) => demoAccess(id).model.machine)])
      for (const kind of JOINT_KINDS)
        for (const laid of LAID) {
          const taps: Point[] = [
            [40, 40],
            [90, 40]
          ];
          const zone = machine.zones[0]!.id;
          const added = addedJoint(machine, kind, zone, { laid, taps: taps.slice(0, tapsOf(laid)), count: 4 }, english);
          expect(Machine.safeParse(added.machine).error?.issues, `${kind} ${laid}`).toBeUndefined();
          expect(added.machine.joints.at(-1)!.id).toBe('joint' in added.thing && added.thing.joint);
        }
  });
  it('in a row stands from tap to tap, in a circle around the first through the second', () => {
    const taps: Point[] = [
      [50, 50],
      [80, 50]
    ];
    const places = (laid: 'row' | 'circle') =>
      addedJoint(fathom, 'screws', 'underside', { laid, taps, count: 4 }, english).machine.joints.at(-1)!.at;
    expect(places('row')).toEqual([
      [50, 50],
      [60, 50],
      [70, 50],
      [80, 50]
    ]);
    expect(places('circle').map(([x, y]) => Math.round(Math.hypot(x - 50, y - 50)))).toEqual([30, 30, 30, 30]);
  });
});

describe('a change', () => {
  const changed = (now: unknown) =>
    misshapen({ what: 'thing', list: 'parts', id: 'fan', at: 0, was: null, now: now as never });
  const fan = fathom.parts.find((p) => p.id === 'fan')!;
  it('may say what is merely wrong, so that it is told as a fault', () => {
    expect(changed(fan)).toBeUndefined();
    expect(changed({ ...fan, name: '' })).toBeUndefined();
    expect(changed({ ...fan, on: 'nowhere' })).toBeUndefined();
    expect(changed(null)).toBeUndefined();
    // A file needs one side at least, and each outline some points.
    expect(
      changed({ ...fan, shapes: [{ ...fan.shapes[0]!, outline: { form: 'polygon', points: [] } }] })
    ).toBeUndefined();
  });
  it('that puts there no such thing at all is told by what is wrong with it', () => {
    expect(changed({ ...fan, name: 7 })).toMatch(/^name: /);
    expect(changed({ ...fan, kind: 'spoon' })).toMatch(/^kind: /);
    expect(changed({ ...fan, colour: 'red' })).toMatch(/colour/);
    expect(changed({ ...fan, shapes: [{ ...fan.shapes[0]!, outline: { form: 'star' } }] })).toMatch(
      /^shapes\.0\.outline/
    );
    expect(changed({ ...fan, id: 'sink' })).toBe('puts "sink" in the place of "fan"');
    expect(changed('fan')).toContain('in the place of');
    expect(misshapen({ what: 'whole', field: 'maker', was: 'Norrvik', now: null })).toBe('takes away maker');
    expect(misshapen({ what: 'whole', field: 'drawn', was: 'order', now: null })).toBeUndefined();
    expect(misshapen({ what: 'whole', field: 'size', was: null, now: 'large' })).toBeDefined();
  });
  it('between any two machines of the demo has the shape of one', () => {
    for (const id of DEMO_MACHINES)
      expect(changesBetween(fathom, demoAccess(id).model.machine).map(misshapen).filter(Boolean)).toEqual([]);
  });
});
