import fc from 'fast-check';
import { expect, it } from 'vitest';
import { areaOf, overlap, shared, within } from '../access';
import type { Point } from '../machine';
import { commonPlaces, insideOf } from './shapes';

/** Columns of 10 mm that reach from one height to another: outlines with steps, whose edges run along those of others. */
function stepped(columns: readonly (readonly [from: number, to: number])[], at: Point): Point[] {
  const top = columns.flatMap(([, to], i): Point[] => [
    [at[0] + 10 * i, at[1] + 10 * to],
    [at[0] + 10 * (i + 1), at[1] + 10 * to]
  ]);
  const bottom = columns.flatMap(([from], i): Point[] => [
    [at[0] + 10 * i, at[1] + 10 * from],
    [at[0] + 10 * (i + 1), at[1] + 10 * from]
  ]);
  return [...top, ...bottom.reverse()].filter((p, i, all) => p.join() !== all[(i + 1) % all.length]!.join());
}
const turned = (points: readonly Point[], deg: number): Point[] => {
  const [c, s] = [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
  return points.map(([x, y]) => [c * x - s * y, s * x + c * y]);
};
const outline = (points: readonly Point[]) => ({ form: 'polygon' as const, points: [...points] });

/** What two steps share, cell by cell of the grid that they were made on. */
const cells = (columns: readonly (readonly [number, number])[], [x, y]: Point): Set<string> =>
  new Set(
    columns.flatMap(([from, to], i) =>
      Array.from({ length: to - from }, (_, k) => `${Math.round(x / 10) + i} ${Math.round(y / 10) + from + k}`)
    )
  );

const column = fc
  .record({ from: fc.integer({ min: 0, max: 3 }), tall: fc.integer({ min: 1, max: 4 }) })
  .map(({ from, tall }): [number, number] => [from, from + tall]);
/** Neighbours share an edge, so that the outline is one. */
const columns = fc
  .array(column, { minLength: 1, maxLength: 5 })
  .map((all) => all.filter(([from, to], i) => i === 0 || (from < all[i - 1]![1] && to > all[i - 1]![0])))
  .filter((all) => all.every(([from, to], i) => i === 0 || (from < all[i - 1]![1] && to > all[i - 1]![0])));
const grid = fc
  .tuple(fc.integer({ min: -3, max: 3 }), fc.integer({ min: -3, max: 3 }))
  .map(([x, y]): Point => [10 * x, 10 * y]);
const degrees = fc.double({ min: 0, max: 360, noNaN: true });

it('two stepped outlines that share one field between their steps share it', () => {
  const below: Point[] = stepped(
    [
      [0, 2],
      [0, 1],
      [0, 2],
      [0, 4]
    ],
    [0, 0]
  );
  const above: Point[] = stepped(
    [
      [3, 4],
      [1, 4],
      [2, 4],
      [3, 4]
    ],
    [0, 0]
  );
  const [a, b] = [areaOf(outline(below)), areaOf(outline(above))];
  expect(shared(a, b)).toEqual([35, 35]);
  expect(commonPlaces(below, above).some((p) => Math.abs(p[0] - 35) < 5 && Math.abs(p[1] - 35) < 5)).toBe(true);
});

it('outlines on one grid, however it is turned, share what their fields share: by the planner’s geometry and by the check’s', () => {
  fc.assert(
    fc.property(columns, grid, columns, grid, degrees, (one, at, other, from, deg) => {
      const [a, b] = [turned(stepped(one, at), deg), turned(stepped(other, from), deg)];
      const [mine, theirs] = [cells(one, at), cells(other, from)];
      const both = [...mine].filter((cell) => theirs.has(cell)).length;
      const [areaA, areaB] = [areaOf(outline(a)), areaOf(outline(b))];
      expect(overlap(areaA, areaB)).toBe(both > 0);
      expect(within(areaA, areaB)).toBe(both === theirs.size);
      const [inA, inB] = [insideOf(outline(a)), insideOf(outline(b))];
      expect(commonPlaces(a, b).some((p) => inA(p) > 0.3 && inB(p) > 0.3)).toBe(both > 0);
      const place = shared(areaA, areaB);
      if (place) expect(Math.min(inA(place), inB(place))).toBeGreaterThan(0.04);
    }),
    { numRuns: 3000 }
  );
});

it('outlines that are turned against each other share what the check finds that they share', () => {
  const close = fc.double({ min: -40, max: 40, noNaN: true });
  fc.assert(
    fc.property(columns, columns, degrees, close, close, (one, other, deg, dx, dy) => {
      const a = stepped(one, [0, 0]);
      const b = turned(stepped(other, [0, 0]), deg).map(([x, y]): Point => [x + dx, y + dy]);
      const [inA, inB] = [insideOf(outline(a)), insideOf(outline(b))];
      const deepest = Math.max(0, ...commonPlaces(a, b).map((p) => Math.min(inA(p), inB(p))));
      const is = overlap(areaOf(outline(a)), areaOf(outline(b)));
      // Deep in both is shared; what no line across finds is not.
      if (deepest > 0.1) expect(is).toBe(true);
      if (commonPlaces(a, b).length === 0) expect(is).toBe(false);
      expect(overlap(areaOf(outline(b)), areaOf(outline(a)))).toBe(is);
    }),
    { numRuns: 3000 }
  );
});

it('an outline that lies within another, or beside it along an edge, is told so', () => {
  const size = fc.integer({ min: 1, max: 40 });
  fc.assert(
    fc.property(size, size, size, size, degrees, (w, h, x, y, deg) => {
      const inner = turned(
        stepped([[0, 1]], [0, 0]).map(([u, v]): Point => [(u * w) / 10, (v * h) / 10]),
        deg
      );
      const outer = turned(
        [
          [-x, -y],
          [w + x, -y],
          [w + x, h + y],
          [-x, h + y]
        ],
        deg
      );
      const beside = turned(
        [
          [w, 0],
          [w + x, 0],
          [w + x, h],
          [w, h]
        ],
        deg
      );
      const [a, b, c] = [areaOf(outline(outer)), areaOf(outline(inner)), areaOf(outline(beside))];
      expect([within(a, b), within(b, a), overlap(a, b), overlap(b, c)]).toEqual([true, false, true, false]);
    }),
    { numRuns: 1000 }
  );
});
