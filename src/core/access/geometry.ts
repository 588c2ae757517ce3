import Flatbush from 'flatbush';
import { LRUCache } from 'lru-cache';
import { area as areaMm2, boxOf, flatten, type Box, type Outline, type Point } from '../machine';

/** An outline ready for questions: its flattened points and their box; large ones have an index of their edges. */
export interface Area {
  points: readonly Point[];
  box: Box;
  edges?: Flatbush;
}

/** From this many corners on an index of the edges is quicker than looking at each. */
const INDEXED_CORNERS = 48;
/** Drawings are made to about a tenth of a millimetre: a smaller overlap is two parts side by side. */
const EPSILON = 0.1;

/**
 * What was asked of an outline before is known: while somebody draws, the same machine is looked at again and again with one thing
 * changed. Areas by the content of their outlines, so many of them; answers live as long as their areas do.
 */
const known = new LRUCache<string, Area>({ max: 4000 });

export function areaOf(outline: Outline): Area {
  const key = JSON.stringify(outline);
  let area = known.get(key);
  if (!area) known.set(key, (area = areaFrom(flatten(outline))));
  return area;
}

/** A question about two areas that is answered once. */
function once<T>(answer: (a: Area, b: Area) => T): (a: Area, b: Area) => T {
  const answers = new WeakMap<Area, WeakMap<Area, { is: T }>>();
  return (a, b) => {
    let ofA = answers.get(a);
    if (!ofA) answers.set(a, (ofA = new WeakMap()));
    let found = ofA.get(b);
    if (!found) ofA.set(b, (found = { is: answer(a, b) }));
    return found.is;
  };
}

function areaFrom(points: readonly Point[]): Area {
  const box = boxOf(points);
  if (points.length < INDEXED_CORNERS) return { points, box };
  const edges = new Flatbush(points.length);
  points.forEach((p, i) => {
    const q = points[i === 0 ? points.length - 1 : i - 1]!;
    edges.add(Math.min(p[0], q[0]), Math.min(p[1], q[1]), Math.max(p[0], q[0]), Math.max(p[1], q[1]));
  });
  edges.finish();
  return { points, box, edges };
}

/** Indices of the edges whose boxes meet this one; edge i runs from the corner before to corner i. */
function edgesIn(area: Area, minX: number, minY: number, maxX: number, maxY: number): Iterable<number> {
  return area.edges ? area.edges.search(minX, minY, maxX, maxY) : area.points.keys();
}

const ends = ({ points }: Area, i: number): [Point, Point] => [
  points[i === 0 ? points.length - 1 : i - 1]!,
  points[i]!
];

/** Even-odd rule, so that self-crossing outlines still have an inside. */
export function contains(area: Area, [x, y]: Point): boolean {
  const { box } = area;
  if (x < box.minX || x > box.maxX || y < box.minY || y > box.maxY) return false;
  let inside = false;
  for (const i of edgesIn(area, x, y, box.maxX, y)) {
    const [[xj, yj], [xi, yi]] = ends(area, i);
    if (yi > y !== yj > y && x < ((xj - xi) * (y - yi)) / (yj - yi) + xi) inside = !inside;
  }
  return inside;
}

/** Distance from a point to the outline's edge, mm; looked for no farther than `within`. */
export function edgeDistance(area: Area, p: Point, within = Infinity): number {
  const far = Math.min(within, 1e6);
  let nearest = Infinity;
  for (const i of edgesIn(area, p[0] - far, p[1] - far, p[0] + far, p[1] + far))
    nearest = Math.min(nearest, segmentDistance(p, ...ends(area, i)));
  return nearest;
}

/** From a point to the nearest of a straight line between two, mm. */
export function segmentDistance([x, y]: Point, [ax, ay]: Point, [bx, by]: Point): number {
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
  return contains(area, centre) || edgeDistance(area, centre, radius) < radius - EPSILON;
}

/** Whether the whole disc lies within the area. */
export function discWithin(area: Area, centre: Point, radius: number): boolean {
  return contains(area, centre) && edgeDistance(area, centre, radius) >= radius - EPSILON;
}

/**
 * A point that two areas share, or undefined; touching or overlapping by less than the drawing's accuracy does not count.
 * The point lies inside both, but for two edges that cross, where it is their crossing.
 */
export function shared(a: Area, b: Area): Point | undefined {
  // Most are told apart by their boxes, which is quicker than to look it up.
  if (a.box.maxX <= b.box.minX + EPSILON || b.box.maxX <= a.box.minX + EPSILON) return undefined;
  if (a.box.maxY <= b.box.minY + EPSILON || b.box.maxY <= a.box.minY + EPSILON) return undefined;
  return sharedWithin(a, b);
}
const sharedWithin = once((a, b) => deepInside(a, b) ?? deepInside(b, a) ?? crossing(a, b) ?? betweenContacts(a, b));

export function overlap(a: Area, b: Area): boolean {
  return shared(a, b) !== undefined;
}

/** Whether all of `inner` lies within `outer`. */
export const within: (outer: Area, inner: Area) => boolean = once((outer, inner) => {
  const isIn = (p: Point) => isInOrOn(outer, p);
  if (!inner.points.every(isIn) || crossing(outer, inner) !== undefined) return false;
  // Corners on the edge prove nothing: a notch may lie between them.
  return (
    piecesOf(inner, outer).every(isIn) &&
    !outer.points.some((p) => isDeep(inner, p)) &&
    !piecesOf(outer, inner).some((p) => isDeep(inner, p))
  );
});

/** The middle of every piece of an outline between corners of its own and of the other that lie on it. */
function piecesOf(area: Area, other: Area): Point[] {
  return area.points.flatMap((_, i) => {
    const [p, q] = ends(area, i);
    const along = (r: Point) => (r[0] - p[0]) * (q[0] - p[0]) + (r[1] - p[1]) * (q[1] - p[1]);
    const { minX, minY, maxX, maxY } = boxOf([p, q]);
    const near = [...edgesIn(other, minX - EPSILON, minY - EPSILON, maxX + EPSILON, maxY + EPSILON)].map(
      (k) => other.points[k]!
    );
    const cuts = [p, ...near.filter((r) => segmentDistance(r, p, q) <= EPSILON), q].sort((r, s) => along(r) - along(s));
    return cuts.slice(1).map((r, k) => middleOf([cuts[k]!, r]));
  });
}

const isDeep = (area: Area, p: Point) => contains(area, p) && edgeDistance(area, p, EPSILON) > EPSILON;
const isInOrOn = (area: Area, p: Point) => contains(area, p) || edgeDistance(area, p, EPSILON) <= EPSILON;
const middleOf = (points: readonly Point[]): Point => [
  points.reduce((sum, [x]) => sum + x, 0) / points.length,
  points.reduce((sum, [, y]) => sum + y, 0) / points.length
];

function deepInside(outer: Area, inner: Area): Point | undefined {
  const middle: Point = [(inner.box.minX + inner.box.maxX) / 2, (inner.box.minY + inner.box.maxY) / 2];
  if (contains(inner, middle) && isDeep(outer, middle)) return middle;
  return inner.points.find((p) => isDeep(outer, p));
}

/** Contacts that are looked at, spread over all: three of them enclose what two outlines share. */
const MOST_CONTACTS = 12;

/**
 * A point inside both where no corner of one lies inside the other and no edges cross, since they run along each other: between
 * corners that lie in or on the other outline.
 */
function betweenContacts(a: Area, b: Area): Point | undefined {
  const all = [...a.points.filter((p) => isInOrOn(b, p)), ...b.points.filter((p) => isInOrOn(a, p))];
  const contacts = all.filter((_, i) => i % Math.ceil(all.length / MOST_CONTACTS) === 0);
  for (const [i, p] of contacts.entries()) {
    for (const [k, q] of contacts.slice(0, i).entries()) {
      for (const r of contacts.slice(0, k)) {
        const middle = middleOf([p, q, r]);
        if (isDeep(a, middle) && isDeep(b, middle)) return middle;
      }
    }
  }
  return undefined;
}

function crossing(a: Area, b: Area): Point | undefined {
  const [few, many] = a.points.length <= b.points.length ? [a, b] : [b, a];
  for (let i = 0; i < few.points.length; i++) {
    const [p, q] = ends(few, i);
    const box = boxOf([p, q]);
    for (const k of edgesIn(many, box.minX, box.minY, box.maxX, box.maxY)) {
      const [r, s] = ends(many, k);
      if (segmentsCross(p, q, r, s)) return meeting(p, q, r, s);
    }
  }
  return undefined;
}

/** Proper crossing, by more than the drawing's accuracy on both sides. */
function segmentsCross(p: Point, q: Point, r: Point, s: Point): boolean {
  const d1 = side(r, s, p);
  const d2 = side(r, s, q);
  const d3 = side(p, q, r);
  const d4 = side(p, q, s);
  return (
    ((d1 > EPSILON && d2 < -EPSILON) || (d1 < -EPSILON && d2 > EPSILON)) &&
    ((d3 > EPSILON && d4 < -EPSILON) || (d3 < -EPSILON && d4 > EPSILON))
  );
}

function meeting(p: Point, q: Point, r: Point, s: Point): Point {
  const before = side(r, s, p);
  const t = before / (before - side(r, s, q));
  return [p[0] + (q[0] - p[0]) * t, p[1] + (q[1] - p[1]) * t];
}

/** Distance of c from the line a-b, mm, signed. */
function side(a: Point, b: Point, c: Point): number {
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1;
  return ((b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0])) / length;
}

/** All that an outline passes when it is moved by (dx, dy), mm: itself before and after, and the band that each edge sweeps. */
export function swept(area: Area, dx: number, dy: number): readonly Area[] {
  if (dx === 0 && dy === 0) return [area];
  const way = `${dx} ${dy}`;
  let ways = sweeps.get(area);
  if (!ways) sweeps.set(area, (ways = new Map()));
  let found = ways.get(way);
  if (!found) ways.set(way, (found = sweep(area, dx, dy)));
  return found;
}
const sweeps = new WeakMap<Area, Map<string, readonly Area[]>>();

function sweep(area: Area, dx: number, dy: number): Area[] {
  const moved = ([x, y]: Point): Point => [x + dx, y + dy];
  const bands = area.points.flatMap((_, i) => {
    const [p, q] = ends(area, i);
    // An edge along the motion sweeps nothing of its own.
    return Math.abs(side(p, q, moved(p))) <= EPSILON ? [] : [areaFrom([p, q, moved(q), moved(p)])];
  });
  return [area, areaFrom(area.points.map(moved)), ...bands];
}

/** Of what has an outline that holds a place, the smallest first: what one means when one points there. */
export function pointedAt<T extends { outline: Outline }>(things: readonly T[], at: Point): T[] {
  return things
    .filter(({ outline }) => contains(areaOf(outline), at))
    .map((thing) => ({ thing, size: Math.abs(areaMm2(flatten(thing.outline))) }))
    .sort((a, b) => a.size - b.size)
    .map(({ thing }) => thing);
}
