import { boxOf, flatten, type Box, type Outline, type Point } from '../machine';

/** An outline ready for questions: its flattened points and their box. */
export interface Area {
  points: Point[];
  box: Box;
}

export function areaOf(outline: Outline): Area {
  const points = flatten(outline);
  return { points, box: boxOf(points) };
}

/** Even-odd rule, so that self-crossing outlines still have an inside. */
export function contains({ points, box }: Area, [x, y]: Point): boolean {
  if (x < box.minX || x > box.maxX || y < box.minY || y > box.maxY) return false;
  let inside = false;
  for (let i = 0, j = points.length - 1; i < points.length; j = i++) {
    const [xi, yi] = points[i]!;
    const [xj, yj] = points[j]!;
    if (yi > y !== yj > y && x < ((xj - xi) * (y - yi)) / (yj - yi) + xi) inside = !inside;
  }
  return inside;
}

/** Distance from a point to the outline's edge, mm. */
export function edgeDistance({ points }: Area, p: Point): number {
  let nearest = Infinity;
  for (let i = 0, j = points.length - 1; i < points.length; j = i++) {
    nearest = Math.min(nearest, segmentDistance(p, points[j]!, points[i]!));
  }
  return nearest;
}

function segmentDistance([x, y]: Point, [ax, ay]: Point, [bx, by]: Point): number {
  const dx = bx - ax;
  const dy = by - ay;
  const square = dx * dx + dy * dy;
  const t = square === 0 ? 0 : Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / square));
  return Math.hypot(x - ax - t * dx, y - ay - t * dy);
}

/** Whether a disc of this radius (mm) shares any inside with the area; touching does not count. */
export function discMeets(area: Area, centre: Point, radius: number): boolean {
  const { box } = area;
  if (centre[0] + radius <= box.minX || centre[0] - radius >= box.maxX) return false;
  if (centre[1] + radius <= box.minY || centre[1] - radius >= box.maxY) return false;
  return contains(area, centre) || edgeDistance(area, centre) < radius - EPSILON;
}

/** Whether the whole disc lies within the area. */
export function discWithin(area: Area, centre: Point, radius: number): boolean {
  return contains(area, centre) && edgeDistance(area, centre) >= radius - EPSILON;
}

/** Drawings are made to about a tenth of a millimetre: a smaller overlap is two parts side by side. */
const EPSILON = 0.1;

/** Whether two areas share inside; touching or overlapping by less than the drawing's accuracy does not count. */
export function overlap(a: Area, b: Area): boolean {
  if (a.box.maxX <= b.box.minX + EPSILON || b.box.maxX <= a.box.minX + EPSILON) return false;
  if (a.box.maxY <= b.box.minY + EPSILON || b.box.maxY <= a.box.minY + EPSILON) return false;
  return deepInside(a, b) || deepInside(b, a) || crossing(a, b);
}

/** Whether every corner of `inner` lies within `outer`. */
export function within(outer: Area, inner: Area): boolean {
  return inner.points.every((p) => contains(outer, p) || edgeDistance(outer, p) <= EPSILON) && !crossing(outer, inner);
}

function deepInside(outer: Area, inner: Area): boolean {
  const middle: Point = [(inner.box.minX + inner.box.maxX) / 2, (inner.box.minY + inner.box.maxY) / 2];
  if (contains(inner, middle) && contains(outer, middle) && edgeDistance(outer, middle) > EPSILON) return true;
  return inner.points.some((p) => contains(outer, p) && edgeDistance(outer, p) > EPSILON);
}

function crossing(a: Area, b: Area): boolean {
  for (let i = 0, j = a.points.length - 1; i < a.points.length; j = i++) {
    for (let k = 0, l = b.points.length - 1; k < b.points.length; l = k++) {
      if (segmentsCross(a.points[j]!, a.points[i]!, b.points[l]!, b.points[k]!)) return true;
    }
  }
  return false;
}

/** Proper crossing, by more than the drawing's accuracy on both sides. */
function segmentsCross(p: Point, q: Point, r: Point, s: Point): boolean {
  const d1 = side(r, s, p);
  const d2 = side(r, s, q);
  const d3 = side(p, q, r);
  const d4 = side(p, q, s);
  return ((d1 > EPSILON && d2 < -EPSILON) || (d1 < -EPSILON && d2 > EPSILON)) && ((d3 > EPSILON && d4 < -EPSILON) || (d3 < -EPSILON && d4 > EPSILON));
}

/** Distance of c from the line a-b, mm, signed. */
function side(a: Point, b: Point, c: Point): number {
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1;
  return ((b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0])) / length;
}

/** The places an outline passes when shifted by (dx, dy): close enough together that nothing slips between. */
export function passing(area: Area, dx: number, dy: number): Area[] {
  const n = Math.max(1, Math.ceil(Math.hypot(dx, dy) / STRIDE_MM));
  return Array.from({ length: n + 1 }, (_, i) => {
    const points = area.points.map(([x, y]): Point => [x + (dx * i) / n, y + (dy * i) / n]);
    return { points, box: boxOf(points) };
  });
}

/** Parts are wider than this, so one cannot lie unseen between two places of a sweep, mm. */
const STRIDE_MM = 2;
