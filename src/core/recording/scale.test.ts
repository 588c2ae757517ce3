import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Point } from '../machine';
import { pictureMap } from './scale';

const face = { widthMm: 320, heightMm: 220 };
const near = (a: Point, b: Point, by = 1e-6) => expect(Math.hypot(a[0] - b[0], a[1] - b[1])).toBeLessThan(by);

describe('a picture brought to scale by its corners', () => {
  const corners: [Point, Point, Point, Point] = [
    [0.1, 0.2],
    [0.85, 0.12],
    [0.95, 0.9],
    [0.05, 0.8]
  ];
  const map = pictureMap({ by: 'corners', corners }, 1.5, face)!;

  it('has the corners of the body where they were set', () => {
    const body: Point[] = [
      [0, 0],
      [320, 0],
      [320, 220],
      [0, 220]
    ];
    body.forEach((place, i) => {
      near(map.toPicture(place), corners[i]!);
      near(map.toFace(corners[i]!), place);
    });
  });
  it('keeps straight lines straight', () => {
    const [a, m, b] = [map.toPicture([0, 50]), map.toPicture([97, 50]), map.toPicture([320, 50])];
    expect(Math.abs((m[0] - a[0]) * (b[1] - a[1]) - (m[1] - a[1]) * (b[0] - a[0]))).toBeLessThan(1e-9);
  });
  it('shows the crossing of the diagonals in the middle of the body', () => {
    const [p, q, r, s] = corners;
    const t =
      ((q[0] - p[0]) * (s[1] - q[1]) - (q[1] - p[1]) * (s[0] - q[0])) /
      ((r[0] - p[0]) * (s[1] - q[1]) - (r[1] - p[1]) * (s[0] - q[0]));
    near(map.toFace([p[0] + (r[0] - p[0]) * t, p[1] + (r[1] - p[1]) * t]), [160, 110]);
  });
  it('goes there and back for whatever corners a hand sets', () => {
    const corner = (x: number, y: number) =>
      fc.tuple(fc.double({ min: x, max: x + 0.3, noNaN: true }), fc.double({ min: y, max: y + 0.3, noNaN: true }));
    fc.assert(
      fc.property(corner(0, 0), corner(0.6, 0), corner(0.6, 0.6), corner(0, 0.6), (a, b, c, d) => {
        const any = pictureMap({ by: 'corners', corners: [a, b, c, d] }, 1, face)!;
        for (const place of [
          [12, 200],
          [300, 7]
        ] as Point[])
          near(any.toFace(any.toPicture(place)), place, 1e-3);
      })
    );
  });
  it('is refused where they span nothing', () => {
    const flat: [Point, Point, Point, Point] = [
      [0.1, 0.1],
      [0.2, 0.2],
      [0.3, 0.3],
      [0.4, 0.4]
    ];
    expect(pictureMap({ by: 'corners', corners: flat }, 1, face)).toBeUndefined();
  });
});

describe('a picture brought to scale by a distance', () => {
  it('has it between the two places, whatever way they lie', () => {
    for (const to of [
      [0.7, 0.5],
      [0.2, 0.9],
      [0.6, 0.1]
    ] as Point[]) {
      const map = pictureMap({ by: 'distance', from: [0.2, 0.5], to, mm: 80 }, 4 / 3, face)!;
      const [a, b] = [map.toFace([0.2, 0.5]), map.toFace(to)];
      expect(Math.hypot(a[0] - b[0], a[1] - b[1])).toBeCloseTo(80, 6);
      near(map.toFace([0.5, 0.5]), [160, 110]);
      near(map.toPicture(map.toFace([0.3, 0.4])), [0.3, 0.4]);
    }
  });
  it('is refused between a place and itself', () =>
    expect(pictureMap({ by: 'distance', from: [0.5, 0.5], to: [0.5, 0.5], mm: 9 }, 1, face)).toBeUndefined());
});
