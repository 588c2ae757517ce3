import type { Outline, Point } from '../machine';

/** How far inside an outline a point lies, mm; negative outside. Written for the check alone: the planner has its own geometry. */
export type Inside = (p: Point) => number;

const SEGMENTS = 24;

export function insideOf(outline: Outline): Inside {
  switch (outline.form) {
    case 'circle':
      return (p) => outline.radius - Math.hypot(p[0] - outline.x, p[1] - outline.y);
    case 'rect': {
      const r = Math.min(outline.radius ?? 0, outline.width / 2, outline.height / 2);
      const [cx, cy] = [outline.x + outline.width / 2, outline.y + outline.height / 2];
      return (p) => {
        const dx = Math.abs(p[0] - cx) - outline.width / 2 + r;
        const dy = Math.abs(p[1] - cy) - outline.height / 2 + r;
        return r - Math.hypot(Math.max(dx, 0), Math.max(dy, 0)) - Math.min(Math.max(dx, dy), 0);
      };
    }
    default: {
      const points = corners(outline);
      return (p) => {
        let nearest = Infinity;
        let isIn = false;
        points.forEach((a, i) => {
          const b = points[(i + 1) % points.length]!;
          nearest = Math.min(nearest, toSegment(p, a, b));
          if (a[1] > p[1] !== b[1] > p[1] && p[0] < a[0] + ((b[0] - a[0]) * (p[1] - a[1])) / (b[1] - a[1]))
            isIn = !isIn;
        });
        return isIn ? nearest : -nearest;
      };
    }
  }
}

/** Points along the edge, not farther apart than a step of so many mm. */
export function edgeOf(outline: Outline, stepMm = 1): Point[] {
  const points = corners(outline);
  return points.flatMap((a, i) => {
    const b = points[(i + 1) % points.length]!;
    const n = Math.max(1, Math.ceil(Math.hypot(b[0] - a[0], b[1] - a[1]) / stepMm));
    return Array.from({ length: n }, (_, k): Point => [a[0] + ((b[0] - a[0]) * k) / n, a[1] + ((b[1] - a[1]) * k) / n]);
  });
}

/** Points spread over the inside: two outlines that coincide have no point of one's edge inside the other. */
export function coreOf(outline: Outline): Point[] {
  const points = corners(outline);
  const [xs, ys] = [points.map((p) => p[0]), points.map((p) => p[1])];
  const [x, y, w, h] = [
    Math.min(...xs),
    Math.min(...ys),
    Math.max(...xs) - Math.min(...xs),
    Math.max(...ys) - Math.min(...ys)
  ];
  const inside = insideOf(outline);
  return Array.from({ length: 81 }, (_, k): Point => [
    x + (w * ((k % 9) + 0.5)) / 9,
    y + (h * (Math.floor(k / 9) + 0.5)) / 9
  ]).filter((p) => inside(p) > 0);
}

function corners(outline: Outline): Point[] {
  switch (outline.form) {
    case 'polygon':
      return outline.points;
    case 'circle':
      return Array.from({ length: 4 * SEGMENTS }, (_, k): Point => [
        outline.x + outline.radius * Math.cos((k * Math.PI) / (2 * SEGMENTS)),
        outline.y + outline.radius * Math.sin((k * Math.PI) / (2 * SEGMENTS))
      ]);
    case 'rect': {
      const { x, y, width: w, height: h } = outline;
      return [
        [x, y],
        [x + w, y],
        [x + w, y + h],
        [x, y + h]
      ];
    }
    case 'path': {
      const out: Point[] = [outline.start];
      for (const to of outline.to) {
        const control: Point[] = 'line' in to ? [to.line] : 'quad' in to ? [...to.quad] : [...to.cubic];
        const all = [out.at(-1)!, ...control];
        for (let k = 1; k <= SEGMENTS; k++) out.push(bezier(all, k / SEGMENTS));
      }
      return out;
    }
  }
}

/** By halving between neighbours (de Casteljau), whatever the degree. */
function bezier(points: readonly Point[], t: number): Point {
  if (points.length === 1) return points[0]!;
  return bezier(
    points.slice(1).map((b, i): Point => [points[i]![0] * (1 - t) + b[0] * t, points[i]![1] * (1 - t) + b[1] * t]),
    t
  );
}

function toSegment(p: Point, a: Point, b: Point): number {
  const [x, y] = [b[0] - a[0], b[1] - a[1]];
  const length = x * x + y * y;
  const t = length === 0 ? 0 : Math.max(0, Math.min(1, ((p[0] - a[0]) * x + (p[1] - a[1]) * y) / length));
  return Math.hypot(p[0] - a[0] - t * x, p[1] - a[1] - t * y);
}
