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

/**
 * Places that two outlines share when the second is moved by (dx, dy): the middles of what both have in common on lines across, three
 * between every two heights at which something turns or crosses. No piece that both share lies between two of these heights unseen,
 * also where their edges run along each other.
 */
export function commonPlaces(one: readonly Point[], other: readonly Point[], [dx, dy]: Point = [0, 0]): Point[] {
  const b = other.map(([x, y]): Point => [x + dx, y + dy]);
  const [from, to] = [Math.max(lowest(one), lowest(b)), Math.min(highest(one), highest(b))];
  if (from >= to || Math.max(leftmost(one), leftmost(b)) >= Math.min(rightmost(one), rightmost(b))) return [];
  const heights = [...one, ...b].map((p) => p[1]);
  for (const e of edges(one)) for (const f of edges(b)) heights.push(...crossingHeight(e, f));
  const turns = [...new Set(heights)].filter((y) => y >= from && y <= to).sort((p, q) => p - q);
  return turns.slice(1).flatMap((top, i) => {
    const bottom = turns[i]!;
    return [0.25, 0.5, 0.75].flatMap((t) => {
      const y = bottom + t * (top - bottom);
      return commonSpans(spansAt(one, y), spansAt(b, y)).map(([l, r]): Point => [(l + r) / 2, y]);
    });
  });
}

const lowest = (points: readonly Point[]) => points.reduce((least, p) => Math.min(least, p[1]), Infinity);
const highest = (points: readonly Point[]) => points.reduce((most, p) => Math.max(most, p[1]), -Infinity);
const leftmost = (points: readonly Point[]) => points.reduce((least, p) => Math.min(least, p[0]), Infinity);
const rightmost = (points: readonly Point[]) => points.reduce((most, p) => Math.max(most, p[0]), -Infinity);
const edges = (points: readonly Point[]) => points.map((p, i) => [p, points[(i + 1) % points.length]!] as const);

/** The height at which two edges cross; none for those that run along each other. */
function crossingHeight([p, q]: readonly [Point, Point], [r, s]: readonly [Point, Point]): number[] {
  const [ux, uy, vx, vy] = [q[0] - p[0], q[1] - p[1], s[0] - r[0], s[1] - r[1]];
  const turn = ux * vy - uy * vx;
  if (Math.abs(turn) < 1e-12) return [];
  const t = ((r[0] - p[0]) * vy - (r[1] - p[1]) * vx) / turn;
  return t >= 0 && t <= 1 ? [p[1] + t * uy] : [];
}

/** From where to where a line at this height runs within an outline. */
function spansAt(points: readonly Point[], y: number): [number, number][] {
  const xs = edges(points)
    .filter(([p, q]) => p[1] > y !== q[1] > y)
    .map(([p, q]) => p[0] + ((y - p[1]) / (q[1] - p[1])) * (q[0] - p[0]))
    .sort((a, b) => a - b);
  return Array.from({ length: Math.floor(xs.length / 2) }, (_, i) => [xs[2 * i]!, xs[2 * i + 1]!]);
}

const commonSpans = (a: readonly [number, number][], b: readonly [number, number][]) =>
  a.flatMap(([l, r]) =>
    b.map(([m, s]): [number, number] => [Math.max(l, m), Math.min(r, s)]).filter(([from, to]) => to > from)
  );

/** The corners of an outline, curves as lines. */
export function corners(outline: Outline): Point[] {
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
