import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { areaOf, contains, discMeets, discWithin, edgeDistance, overlap, shared, swept, within } from './geometry';

const box = (x: number, y: number, w: number, h: number) => areaOf({ form: 'rect', x, y, width: w, height: h });

describe('discs against outlines', () => {
  const area = box(10, 10, 20, 10);
  it('meets when it shares inside, not when it touches', () => {
    expect(discMeets(area, [5, 15], 6)).toBe(true);
    expect(discMeets(area, [5, 15], 5)).toBe(false);
    expect(discMeets(area, [20, 15], 1)).toBe(true);
    expect(discMeets(area, [8, 8], 2.5)).toBe(false);
  });
  it('lies within only with its whole rim', () => {
    expect(discWithin(area, [20, 15], 5)).toBe(true);
    expect(discWithin(area, [20, 15], 5.5)).toBe(false);
    expect(discWithin(area, [40, 15], 1)).toBe(false);
  });
});

describe('outlines against outlines', () => {
  it('overlap is symmetric, and parts side by side do not overlap', () => {
    expect(overlap(box(0, 0, 10, 10), box(10, 0, 10, 10))).toBe(false);
    expect(overlap(box(0, 0, 10, 10), box(9, 9, 10, 10))).toBe(true);
    // A cross: no corner of either lies in the other.
    expect(overlap(box(0, 40, 100, 10), box(40, 0, 10, 100))).toBe(true);
    const side = fc.integer({ min: 1, max: 30 });
    const at = fc.integer({ min: 0, max: 40 });
    fc.assert(
      fc.property(at, at, side, side, at, at, side, side, (x, y, w, h, u, v, k, l) => {
        const a = box(x, y, w, h);
        const b = box(u, v, k, l);
        const truth = x < u + k && u < x + w && y < v + l && v < y + h;
        expect(overlap(a, b)).toBe(truth);
        expect(overlap(b, a)).toBe(truth);
      })
    );
  });
  it('outlines whose edges run along each other are told apart as well, cell by cell of a coarse grid', () => {
    const n = fc.integer({ min: 0, max: 3 });
    const size = fc.integer({ min: 1, max: 3 });
    /** A box, or one with a corner or a notch cut out, in cells of 10 mm. */
    const figure = fc
      .record({ x: n, y: n, w: size, h: size, cut: fc.option(fc.record({ x: n, y: n, w: size, h: size })) })
      .map(({ x, y, w, h, cut }) => {
        const cells = new Set<string>();
        for (let i = x; i < x + w; i++) for (let k = y; k < y + h; k++) cells.add(`${i} ${k}`);
        // From the lower edge upwards, so that what is left has one outline.
        if (!cut || cut.x >= w || cut.h >= h) return { cells, area: box(10 * x, 10 * y, 10 * w, 10 * h) };
        const [from, to] = [x + cut.x, Math.min(x + w, x + cut.x + cut.w)];
        if (from === x && to === x + w) return { cells, area: box(10 * x, 10 * y, 10 * w, 10 * h) };
        for (let i = from; i < to; i++) for (let k = y; k < y + cut.h; k++) cells.delete(`${i} ${k}`);
        const points = [
          [x, y],
          [from, y],
          [from, y + cut.h],
          [to, y + cut.h],
          [to, y],
          [x + w, y],
          [x + w, y + h],
          [x, y + h]
        ].map(([u, v]): [number, number] => [10 * u!, 10 * v!]);
        const outline = points.filter((p, i) => i === 0 || p.join() !== points[i - 1]!.join());
        return {
          cells,
          area: areaOf({
            form: 'polygon',
            points:
              to === x + w
                ? outline.filter(([u, v]) => u !== 10 * to || v !== 10 * y)
                : from === x
                  ? outline.slice(1)
                  : outline
          })
        };
      });
    fc.assert(
      fc.property(figure, figure, (a, b) => {
        const both = [...a.cells].filter((c) => b.cells.has(c));
        const at = shared(a.area, b.area);
        expect(at !== undefined).toBe(both.length > 0);
        expect(within(a.area, b.area)).toBe(both.length === b.cells.size);
      }),
      { numRuns: 3000 }
    );
  });
  it('so where their edges have many corners in a row', () => {
    const dense = (x: number, w: number) => {
      const corners: [number, number][] = [
        [x, 0],
        [x + w, 0],
        [x + w, 30],
        [x, 30]
      ];
      return areaOf({
        form: 'polygon',
        points: corners.flatMap((p, i) =>
          Array.from({ length: 20 }, (_, k): [number, number] => {
            const q = corners[(i + 1) % 4]!;
            return [p[0] + ((q[0] - p[0]) * k) / 20, p[1] + ((q[1] - p[1]) * k) / 20];
          })
        )
      });
    };
    expect(overlap(dense(50, 30), box(30, 0, 30, 30))).toBe(true);
    expect(overlap(dense(30, 30), dense(50, 30))).toBe(true);
    expect(overlap(dense(60, 30), dense(30, 30))).toBe(false);
  });
  it('within holds for an opening that leaves room', () => {
    expect(within(box(0, 0, 20, 20), box(2, 2, 10, 10))).toBe(true);
    expect(within(box(0, 0, 20, 20), box(15, 2, 10, 10))).toBe(false);
  });
  it('handles a self-crossing outline by the even-odd rule', () => {
    const bow = areaOf({
      form: 'polygon',
      points: [
        [0, 0],
        [10, 10],
        [10, 0],
        [0, 10]
      ]
    });
    expect(contains(bow, [9, 5])).toBe(true);
    expect(contains(bow, [5, 2])).toBe(false);
  });
});

it('a sweep covers all that lies on the way, and nothing beside it', () => {
  const places = swept(box(0, 0, 4, 4), 30, 0);
  const at = fc.double({ min: -5, max: 40, noNaN: true });
  fc.assert(
    fc.property(at, at, (x, y) => {
      const inside = x > 0.01 && x < 33.99 && y > 0.01 && y < 3.99;
      const outside = x < -0.01 || x > 34.01 || y < -0.01 || y > 4.01;
      const hit = places.some((p) => contains(p, [x, y]));
      if (inside) expect(hit).toBe(true);
      if (outside) expect(hit).toBe(false);
    })
  );
  // A sliver that would lie between two snapshots of the moving part is met all the same.
  expect(places.some((p) => overlap(p, box(15, 1, 0.3, 2)))).toBe(true);
  expect(swept(box(0, 0, 4, 4), 0, 0)).toHaveLength(1);
});

it('many corners are answered by their index as by looking at each', () => {
  const point = fc.tuple(fc.double({ min: -30, max: 30, noNaN: true }), fc.double({ min: -30, max: 30, noNaN: true }));
  const star = (n: number, wobble: number) => ({
    form: 'polygon' as const,
    points: Array.from({ length: n }, (_, i): [number, number] => {
      const r = 15 + wobble * Math.sin(i * 2.3);
      return [r * Math.cos((i / n) * 2 * Math.PI), r * Math.sin((i / n) * 2 * Math.PI)];
    })
  });
  fc.assert(
    fc.property(
      fc.integer({ min: 50, max: 400 }),
      fc.double({ min: 0, max: 14, noNaN: true }),
      point,
      fc.double({ min: 0.2, max: 10, noNaN: true }),
      (n, wobble, p, r) => {
        const indexed = areaOf(star(n, wobble));
        const plain = { points: indexed.points, box: indexed.box };
        expect(indexed.edges).toBeDefined();
        expect(contains(indexed, p)).toBe(contains(plain, p));
        expect(discMeets(indexed, p, r)).toBe(discMeets(plain, p, r));
        expect(discWithin(indexed, p, r)).toBe(discWithin(plain, p, r));
        expect(overlap(indexed, box(p[0], p[1], r, r))).toBe(overlap(plain, box(p[0], p[1], r, r)));
        expect(overlap(box(p[0], p[1], r, r), indexed)).toBe(overlap(box(p[0], p[1], r, r), plain));
      }
    )
  );
});

it('where two areas overlap a shared place is given', () => {
  const area = box(0, 0, 10, 10);
  for (const other of [box(5, 5, 20, 20), box(-5, 4, 30, 2), box(2, 2, 3, 3), box(-5, -5, 30, 30)]) {
    const at = shared(area, other)!;
    const near = (a: typeof area) => contains(a, at) || edgeDistance(a, at) < 0.01;
    expect(near(area) && near(other)).toBe(true);
  }
  expect(shared(area, box(10, 0, 5, 5))).toBeUndefined();
});

it('of two bars that cross away from their middles the shared place is in the middle of what they share', () => {
  expect(shared(box(0, 40, 100, 10), box(10, 0, 20, 200))).toEqual([20, 45]);
  const slanted = areaOf({
    form: 'polygon',
    points: [
      [0, 0],
      [4, 0],
      [104, 100],
      [100, 100]
    ]
  });
  const at = shared(slanted, box(0, 60, 200, 20))!;
  expect([Math.round(at[0]), Math.round(at[1])]).toEqual([72, 70]);
});

it('circles are flattened to within a tenth of a millimetre', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.5, max: 200, noNaN: true }),
      fc.double({ min: 0, max: 6.28, noNaN: true }),
      (r, t) => {
        const area = areaOf({ form: 'circle', x: 0, y: 0, radius: r });
        expect(edgeDistance(area, [r * Math.cos(t), r * Math.sin(t)])).toBeLessThanOrEqual(0.11);
      }
    )
  );
});
