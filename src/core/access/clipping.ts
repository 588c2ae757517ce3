import { area, Clipper64, ClipperOffset, ClipType, EndType, FillRule, JoinType, type Paths64 } from 'clipper2-ts';
import type { Point } from '../machine';

/**
 * What outlines share and what one has beyond another, exactly: clipped in whole numbers (Vatti's algorithm, by Clipper2), a hundredth
 * of the drawing's accuracy each, so that edges which run along each other are no special case.
 */

const PER_MM = 1000;

/** Pieces of the plane: rings in whole numbers, those that run the other way round are holes. */
export type Region = Paths64;

const ring = (points: readonly Point[]) =>
  points.map(([x, y]) => ({ x: Math.round(x * PER_MM), y: Math.round(y * PER_MM) }));

function clipped(how: ClipType, a: readonly Point[], b: readonly Point[]): Region {
  const clipper = new Clipper64();
  clipper.addSubject([ring(a)]);
  clipper.addClip([ring(b)]);
  const region: Region = [];
  clipper.execute(how, FillRule.EvenOdd, region);
  return region;
}

/** What two outlines have in common, by the even-odd rule. */
export const common = (a: readonly Point[], b: readonly Point[]): Region => clipped(ClipType.Intersection, a, b);

/** What an outline has beyond another. */
export const beyond = (a: readonly Point[], b: readonly Point[]): Region => clipped(ClipType.Difference, a, b);

/** What is left of a region without half of this (mm) at each of its edges: nothing of what is nowhere thicker. */
export function thick(region: Region, mm: number): Region {
  if (region.length === 0) return region;
  const offset = new ClipperOffset();
  offset.addPaths(region, JoinType.Miter, EndType.Polygon);
  const left: Region = [];
  offset.execute((-mm / 2) * PER_MM, left);
  return left;
}

/** A place in a region, mm: halfway up its largest piece, where that is widest; undefined of nothing. */
export function placeIn(region: Region): Point | undefined {
  const [largest] = region.toSorted((a, b) => Math.abs(area(b)) - Math.abs(area(a)));
  if (!largest) return undefined;
  const ys = largest.map((p) => p.y);
  const y = (Math.min(...ys) + Math.max(...ys)) / 2;
  const crossings = region
    .flatMap((points) =>
      points.flatMap((p, i) => {
        const q = points[(i + 1) % points.length]!;
        return p.y > y === q.y > y ? [] : [p.x + ((y - p.y) / (q.y - p.y)) * (q.x - p.x)];
      })
    )
    .sort((a, b) => a - b);
  let widest: [number, number] = [0, -1];
  for (let i = 0; i + 1 < crossings.length; i += 2)
    if (crossings[i + 1]! - crossings[i]! > widest[1] - widest[0]) widest = [crossings[i]!, crossings[i + 1]!];
  return [(widest[0] + widest[1]) / 2 / PER_MM, y / PER_MM];
}
