import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { areaOf, contains, discMeets, discWithin, edgeDistance, overlap, passing, within } from './geometry';

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
  it('within holds for an opening that leaves room', () => {
    expect(within(box(0, 0, 20, 20), box(2, 2, 10, 10))).toBe(true);
    expect(within(box(0, 0, 20, 20), box(15, 2, 10, 10))).toBe(false);
  });
  it('handles a self-crossing outline by the even-odd rule', () => {
    const bow = areaOf({ form: 'polygon', points: [[0, 0], [10, 10], [10, 0], [0, 10]] });
    expect(contains(bow, [9, 5])).toBe(true);
    expect(contains(bow, [5, 2])).toBe(false);
  });
});

it('a sweep leaves no gap that a part could hide in', () => {
  const places = passing(box(0, 0, 4, 4), 30, 0);
  expect(places[0]!.box.minX).toBe(0);
  expect(places.at(-1)!.box.maxX).toBeCloseTo(34);
  for (let i = 1; i < places.length; i++) expect(places[i]!.box.minX - places[i - 1]!.box.minX).toBeLessThanOrEqual(2);
});

it('circles are flattened to within a tenth of a millimetre', () => {
  fc.assert(
    fc.property(fc.double({ min: 0.5, max: 200, noNaN: true }), fc.double({ min: 0, max: 6.28, noNaN: true }), (r, t) => {
      const area = areaOf({ form: 'circle', x: 0, y: 0, radius: r });
      expect(edgeDistance(area, [r * Math.cos(t), r * Math.sin(t)])).toBeLessThanOrEqual(0.11);
    })
  );
});
