import { describe, expect, it } from 'vitest';
import { routeOf } from '../cables';
import { Machine, type Point } from '../machine';
import { DEMO_MACHINES, demoAccess } from '../testing/machines';
import { english } from '../testing/english';
import { addedPart, handleMoved, handlesOf, sketched, sketchesOf, type Sketch } from '.';

const fathom = demoAccess('norrvik-fathom-14').model.machine;
const on = (zone: string, ...points: Point[]) => points.map((at) => ({ zone, at }));
const draw = (machine: Machine, part: string, what: Sketch, taps: ReturnType<typeof on>) =>
  sketched(machine, part, what, taps, english);
const partOf = (machine: Machine, id: string) => machine.parts.find((p) => p.id === id)!;

describe('an outline that is drawn', () => {
  it('is a box of two corners, and has corners of its own of more; depth and openings stay', () => {
    const shape = (made: Machine | undefined) => partOf(made!, 'board').shapes.find((s) => s.zone === 'underside')!;
    const before = shape(fathom);
    const box = draw(fathom, 'board', 'outline', on('underside', [90, 90], [20, 30]));
    expect(shape(box)).toEqual({ ...before, outline: { form: 'rect', x: 20, y: 30, width: 70, height: 60 } });
    const corners: Point[] = [
      [20, 30],
      [90, 30],
      [90, 90]
    ];
    expect(shape(draw(fathom, 'board', 'outline', on('underside', ...corners))).outline).toEqual({
      form: 'polygon',
      points: corners
    });
  });
  it('is the first of a part on a side where it had none', () => {
    const made = draw(fathom, 'fan', 'outline', on('topside', [10, 10], [60, 50]))!;
    expect(partOf(made, 'fan').shapes.map((s) => s.zone)).toEqual(['underside', 'topside']);
    expect(Machine.safeParse(made).success).toBe(true);
  });
  it('is nothing of one place, of places on a line, of no part', () => {
    for (const taps of [on('underside'), on('underside', [1, 1]), on('underside', [1, 1], [1, 9])])
      expect(draw(fathom, 'fan', 'outline', taps)).toBeUndefined();
    expect(draw(fathom, 'nobody', 'outline', on('underside', [1, 1], [9, 9]))).toBeUndefined();
  });
});

describe('an opening that is drawn', () => {
  it('is one more of the part on its side, and none where the part is not drawn', () => {
    const openings = (m: Machine) => partOf(m, 'case').shapes.find((s) => s.zone === 'topside')!.openings;
    const made = draw(fathom, 'case', 'hole', on('topside', [10, 10], [20, 30]))!;
    expect(openings(made)).toEqual([...openings(fathom), { form: 'rect', x: 10, y: 10, width: 10, height: 20 }]);
    expect(draw(fathom, 'fan', 'hole', on('topside', [10, 10], [20, 30]))).toBeUndefined();
  });
});

describe('the way of a cable that is drawn', () => {
  const wire = fathom.cables.find((c) => c.part === 'speaker-left-wire')!;
  it('goes through its own plugs and guides where one taps near them, at their depth', () => {
    const plug = fathom.joints.find((j) => j.id === wire.ends[0]!.joint)!;
    const guide = fathom.joints.find((j) => j.kind === 'dressing' && j.a === wire.part)!;
    const [[x, y], [gx, gy]] = [plug.at[0]!, guide.at[0]!];
    const made = draw(fathom, wire.part, 'way', on('underside', [x + 2, y - 2], [gx - 1, gy + 2], [gx + 40, gy + 40]))!;
    const { path, ...rest } = made.cables.find((c) => c.part === wire.part)!;
    expect(path).toEqual([
      { zone: 'underside', at: [x, y], depth: plug.depth },
      { zone: 'underside', at: [gx, gy], depth: guide.depth, guide: guide.id },
      { zone: 'underside', at: [gx + 40, gy + 40], depth: guide.depth }
    ]);
    // What was known of it stays.
    expect({ ...rest, path: wire.path }).toEqual(wire);
  });
  it('of each cable of the demo, tapped along the way it has, is the way it has', () => {
    for (const id of DEMO_MACHINES) {
      const { machine } = demoAccess(id).model;
      for (const cable of machine.cables) {
        const made = draw(
          machine,
          cable.part,
          'way',
          cable.path.map(({ zone, at }) => ({ zone, at }))
        )!;
        const { path } = made.cables.find((c) => c.part === cable.part)!;
        expect(path.map((p) => p.zone)).toEqual(cable.path.map((p) => p.zone));
        // A guide may stand beside the way by less than a fingertip.
        path.forEach((p, i) => {
          const [x, y] = cable.path[i]!.at;
          expect(Math.hypot(p.at[0] - x, p.at[1] - y), `${id} ${cable.part} ${i}`).toBeLessThanOrEqual(4);
        });
        expect(Machine.safeParse(made).success).toBe(true);
      }
    }
  });
  it('makes a run of a cable that had none, longer than its way, and the file stays one', () => {
    const { machine, thing } = addedPart(
      fathom,
      'flat-cable',
      'underside',
      [
        [0, 0],
        [1, 1]
      ],
      english
    );
    const id = 'part' in thing ? thing.part : '';
    const made = draw(machine, id, 'way', on('underside', [100, 100], [160, 100], [160, 150]))!;
    const cable = made.cables.at(-1)!;
    expect(cable).toMatchObject({ part: id, form: 'flat', ends: [] });
    expect(routeOf(cable)).toMatchObject({ pathMm: 110, bends: [{ turnDeg: 90, folded: true }] });
    expect(cable.lengthMm).toBeGreaterThan(110);
    expect(draw(machine, id, 'way', on('underside', [100, 100]))).toBeUndefined();
  });
  it('is what can be drawn of a cable, an outline of all else, an opening of what has one', () => {
    expect(sketchesOf(partOf(fathom, 'fan-wire'), 'underside')).toEqual(['way']);
    expect(sketchesOf(partOf(fathom, 'fan'), 'underside')).toEqual(['outline', 'hole']);
    expect(sketchesOf(partOf(fathom, 'fan'), 'topside')).toEqual(['outline']);
  });
});

describe('points that are dragged one by one', () => {
  it('are corners and control points of outlines, none of boxes and joints', () => {
    expect(handlesOf(fathom, { part: 'heat-sink' }, 'underside')).toHaveLength(13);
    expect(handlesOf(fathom, { part: 'fan' }, 'underside')).toHaveLength(6);
    expect(handlesOf(fathom, { part: 'battery' }, 'underside')).toEqual([]);
    expect(handlesOf(fathom, { part: 'heat-sink' }, 'topside')).toEqual([]);
    expect(handlesOf(fathom, { joint: fathom.joints[0]!.id }, 'underside')).toEqual([]);
  });
  it('leave all others where they are', () => {
    for (const thing of [{ part: 'heat-sink' }, { part: 'fan' }, { part: 'fan-wire' }]) {
      const before = handlesOf(fathom, thing, 'underside');
      before.forEach((_, i) => {
        const made = handleMoved(fathom, thing, 'underside', i, [311, 7]);
        expect(handlesOf(made, thing, 'underside')).toEqual(before.map((p, k) => (k === i ? [311, 7] : p)));
      });
    }
  });
  it('along a cable let go of a guide and find it again', () => {
    const wire = { part: 'speaker-left-wire' };
    const path = (m: Machine) => m.cables.find((c) => c.part === wire.part)!.path;
    const i = path(fathom).findIndex((p) => p.guide !== undefined);
    const [x, y] = path(fathom)[i]!.at;
    const loose = handleMoved(fathom, wire, 'underside', i, [x + 30, y - 30]);
    expect(path(loose)[i]!.guide).toBeUndefined();
    const again = handleMoved(loose, wire, 'underside', i, [x + 1, y + 1]);
    expect(path(again)[i]).toMatchObject({ guide: path(fathom)[i]!.guide });
  });
});
