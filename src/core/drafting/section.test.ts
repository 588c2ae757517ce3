import { describe, expect, it } from 'vitest';
import { demoAccess } from '../testing/machines';
import { sectionAt, withDepth } from '.';

const machine = demoAccess().model.machine;

describe('a section', () => {
  it('shows each part where the line crosses it, the nearest first, as its outline says', () => {
    const box = machine.parts.find((p) => p.kind !== 'case' && p.shapes[0]?.outline.form === 'rect')!;
    const [shape] = box.shapes;
    if (shape!.outline.form !== 'rect') throw new Error('it is a box');
    const { x, y, width, height } = shape!.outline;
    const slices = sectionAt(machine, shape!.zone, y + height / 2);
    const slice = slices.find((s) => s.part === box.id)!;
    expect(slice.spans).toHaveLength(1);
    expect(slice.spans[0]![0]).toBeCloseTo(x, 1);
    expect(slice.spans[0]![1]).toBeCloseTo(x + width, 1);
    expect(slice.depth).toEqual(shape!.depth);
    expect(slices.map((s) => s.depth[0])).toEqual(slices.map((s) => s.depth[0]).toSorted((a, b) => a - b));
    expect(sectionAt(machine, shape!.zone, y - 1).some((s) => s.part === box.id)).toBe(false);
    expect(sectionAt(machine, shape!.zone, -500)).toEqual([]);
  });
  it('cuts an outline with a notch twice', () => {
    const notched = {
      ...machine,
      parts: [
        {
          ...machine.parts[1]!,
          id: 'notched',
          shapes: [
            {
              zone: 'underside',
              outline: {
                form: 'polygon' as const,
                points: [
                  [0, 0],
                  [30, 0],
                  [30, 20],
                  [20, 20],
                  [20, 10],
                  [10, 10],
                  [10, 20],
                  [0, 20]
                ] as [number, number][]
              },
              depth: [1, 2] as [number, number],
              openings: []
            }
          ]
        }
      ]
    };
    expect(sectionAt(notched, 'underside', 5)[0]!.spans).toEqual([[0, 30]]);
    expect(sectionAt(notched, 'underside', 15)[0]!.spans).toEqual([
      [0, 10],
      [20, 30]
    ]);
  });
  it('sets depths, never thinner than a film and never above the face', () => {
    const depth = (d: [number, number]) =>
      withDepth(machine, 'fan', 0, d).parts.find((p) => p.id === 'fan')!.shapes[0]!.depth;
    expect(depth([2, 5.04])).toEqual([2, 5]);
    expect(depth([-3, -2])).toEqual([0, 0.1]);
    expect(depth([4, 3])).toEqual([4, 4.1]);
    expect(withDepth(machine, 'fan', 0, [1, 2]).parts.find((p) => p.id === 'ssd')).toBe(
      machine.parts.find((p) => p.id === 'ssd')
    );
  });
});
