import Flatbush from 'flatbush';
import { LRUCache } from 'lru-cache';
import { area as areaMm2, boxOf, flatten, type Box, type Outline, type Point } from '../machine';
import { beyond, common, placeIn, thick } from './clipping';

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
 * A point well inside both areas, or undefined; touching or overlapping by less than the drawing's accuracy does not count.
 * It lies halfway up what they share, where that is widest.
 */
export function shared(a: Area, b: Area): Point | undefined {
  // Most are told apart by their boxes, which is quicker than to look it up.
  if (a.box.maxX <= b.box.minX + EPSILON || b.box.maxX <= a.box.minX + EPSILON) return undefined;
  if (a.box.maxY <= b.box.minY + EPSILON || b.box.maxY <= a.box.minY + EPSILON) return undefined;
  return sharedWithin(a, b);
}
const sharedWithin = once((a, b) =>
  isItsBox(a) && isItsBox(b) ? middleOfBoxes(a.box, b.box) : placeIn(thick(common(a.points, b.points), EPSILON))
);

export function overlap(a: Area, b: Area): boolean {
  return shared(a, b) !== undefined;
}

/** Whether all of `inner` lies within `outer`, but for less than the drawing's accuracy. */
export const within: (outer: Area, inner: Area) => boolean = once(
  (outer, inner) => thick(beyond(inner.points, outer.points), EPSILON).length === 0
);

/** A rectangle that lies straight: the usual part, told without clipping. */
const isItsBox = ({ points, box }: Area): boolean =>
  points.length === 4 &&
  points.every(([x, y], i) => {
    const [u, v] = points[(i + 1) % 4]!;
    return (x === u) !== (y === v) && (x === box.minX || x === box.maxX) && (y === box.minY || y === box.maxY);
  });

const middleOfBoxes = (a: Box, b: Box): Point => [
  (Math.max(a.minX, b.minX) + Math.min(a.maxX, b.maxX)) / 2,
  (Math.max(a.minY, b.minY) + Math.min(a.maxY, b.maxY)) / 2
];

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
