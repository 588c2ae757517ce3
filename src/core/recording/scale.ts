import type { Point } from '../machine';
import type { Scale } from './events';

/** Places on a picture, as shares of its width and height, and where they lie on a face, mm: one to the other and back. */
export interface PictureMap {
  toFace(share: Point): Point;
  toPicture(place: Point): Point;
}

/** A picture that shows its face and nothing else. */
export const WHOLE_PICTURE: Scale = {
  by: 'corners',
  corners: [
    [0, 0],
    [1, 0],
    [1, 1],
    [0, 1]
  ]
};

/**
 * How a picture lies on its face. By four corners it is the projective map of the body's rectangle onto the quadrilateral in the picture
 * (P. Heckbert, Fundamentals of Texture Mapping and Image Warping, 1989, section 2.2.3). By a distance it lies as it was taken, in the
 * middle of the face, at the size that the distance gives it.
 * @param aspect of the picture, width by height
 * @returns undefined where the corners or the two places span nothing
 */
export function pictureMap(
  scale: Scale,
  aspect: number,
  face: { widthMm: number; heightMm: number }
): PictureMap | undefined {
  const { widthMm, heightMm } = face;
  if (scale.by === 'distance') {
    const [dx, dy] = [(scale.to[0] - scale.from[0]) * aspect, scale.to[1] - scale.from[1]];
    const length = Math.hypot(dx, dy);
    if (length < 1e-6) return undefined;
    // Of the picture's height, mm.
    const tall = scale.mm / length;
    return {
      toFace: ([x, y]) => [widthMm / 2 + (x - 0.5) * aspect * tall, heightMm / 2 + (y - 0.5) * tall],
      toPicture: ([x, y]) => [(x - widthMm / 2) / (aspect * tall) + 0.5, (y - heightMm / 2) / tall + 0.5]
    };
  }
  const m = ontoQuad(scale.corners);
  const inverse = m && inverted(m);
  if (!m || !inverse) return undefined;
  return {
    toPicture: ([x, y]) => applied(m, [x / widthMm, y / heightMm]),
    toFace: (share) => {
      const [u, v] = applied(inverse, share);
      return [u * widthMm, v * heightMm];
    }
  };
}

type Matrix = readonly [number, number, number, number, number, number, number, number, number];

/** The unit square onto a quadrilateral, corners clockwise from the upper left. */
function ontoQuad([a, b, c, d]: readonly [Point, Point, Point, Point]): Matrix | undefined {
  const [sx, sy] = [a[0] - b[0] + c[0] - d[0], a[1] - b[1] + c[1] - d[1]];
  const [dx1, dy1] = [b[0] - c[0], b[1] - c[1]];
  const [dx2, dy2] = [d[0] - c[0], d[1] - c[1]];
  const det = dx1 * dy2 - dx2 * dy1;
  if (Math.abs(det) < 1e-9) return undefined;
  const g = (sx * dy2 - dx2 * sy) / det;
  const h = (dx1 * sy - sx * dy1) / det;
  return [
    b[0] - a[0] + g * b[0],
    d[0] - a[0] + h * d[0],
    a[0],
    b[1] - a[1] + g * b[1],
    d[1] - a[1] + h * d[1],
    a[1],
    g,
    h,
    1
  ];
}

function inverted([a, b, c, d, e, f, g, h, i]: Matrix): Matrix | undefined {
  const [A, B, C] = [e * i - f * h, f * g - d * i, d * h - e * g];
  const det = a * A + b * B + c * C;
  if (Math.abs(det) < 1e-12) return undefined;
  return [A, c * h - b * i, b * f - c * e, B, a * i - c * g, c * d - a * f, C, b * g - a * h, a * e - b * d].map(
    (x) => x / det
  ) as unknown as Matrix;
}

function applied([a, b, c, d, e, f, g, h, i]: Matrix, [x, y]: Point): Point {
  const w = g * x + h * y + i;
  return [(a * x + b * y + c) / w, (d * x + e * y + f) / w];
}
