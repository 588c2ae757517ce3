import { boxOf, flatten, type Box, type Outline, type Point } from '../machine';

/** How places are moved: [x, y] mm to [x, y] mm. */
export type Mapping = (place: Point) => Point;

const tenth = (mm: number): number => Math.round(mm * 100) / 100;
const rounded: (place: Point) => Point = ([x, y]) => [tenth(x), tenth(y)];

export const moved =
  (dx: number, dy: number): Mapping =>
  ([x, y]) =>
    rounded([x + dx, y + dy]);

/** Mirrored at a line through the middle of a box: left and right change sides, or far and near. */
export const mirrored =
  (box: Box, axis: 'x' | 'y'): Mapping =>
  ([x, y]) =>
    rounded(axis === 'x' ? [box.minX + box.maxX - x, y] : [x, box.minY + box.maxY - y]);

/** Turned about the middle of a box, degrees clockwise as the screen sees it. */
export function turnedAbout(box: Box, degrees: number): Mapping {
  const [cx, cy] = [(box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2];
  const a = (degrees * Math.PI) / 180;
  const [cos, sin] = [Math.cos(a), Math.sin(a)];
  return ([x, y]) => rounded([cx + (x - cx) * cos - (y - cy) * sin, cy + (x - cx) * sin + (y - cy) * cos]);
}

/** Stretched so that one box becomes another. */
export function stretched(from: Box, to: Box): Mapping {
  const [kx, ky] = [
    (to.maxX - to.minX) / Math.max(1e-9, from.maxX - from.minX),
    (to.maxY - to.minY) / Math.max(1e-9, from.maxY - from.minY)
  ];
  return ([x, y]) => rounded([to.minX + (x - from.minX) * kx, to.minY + (y - from.minY) * ky]);
}

/** An outline as a mapping leaves it: a box stays one as long as its sides stay upright, a circle as long as it stays round. */
export function mappedOutline(outline: Outline, map: Mapping): Outline {
  switch (outline.form) {
    case 'rect': {
      const { x, y, width, height } = outline;
      const corners: Point[] = [map([x, y]), map([x + width, y]), map([x + width, y + height]), map([x, y + height])];
      const isUpright = corners.every(([cx, cy], i) => {
        const [nx, ny] = corners[(i + 1) % 4]!;
        return Math.abs(cx - nx) < 0.02 || Math.abs(cy - ny) < 0.02;
      });
      if (!isUpright) return { form: 'polygon', points: corners };
      const box = boxOf(corners);
      return {
        ...outline,
        x: box.minX,
        y: box.minY,
        width: tenth(box.maxX - box.minX),
        height: tenth(box.maxY - box.minY)
      };
    }
    case 'circle': {
      const [x, y] = map([outline.x, outline.y]);
      const radius = (rim: Point) => Math.hypot(...minus(map(rim), [x, y]));
      const [a, b] = [radius([outline.x + outline.radius, outline.y]), radius([outline.x, outline.y + outline.radius])];
      if (Math.abs(a - b) > 0.05) return { form: 'polygon', points: flatten(outline).map(map) };
      return { ...outline, x, y, radius: tenth(a) };
    }
    case 'polygon':
      return { ...outline, points: outline.points.map(map) };
    case 'path':
      return {
        ...outline,
        start: map(outline.start),
        to: outline.to.map((piece) =>
          'line' in piece
            ? { line: map(piece.line) }
            : 'quad' in piece
              ? { quad: [map(piece.quad[0]), map(piece.quad[1])] }
              : { cubic: [map(piece.cubic[0]), map(piece.cubic[1]), map(piece.cubic[2])] }
        )
      };
  }
}

const minus = ([a, b]: Point, [c, d]: Point): Point => [a - c, b - d];
