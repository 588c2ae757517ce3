import type { Move, Part, Point } from '../machine';
import type { Facts } from './facts';
import { commonPlaces, corners, edgeOf, insideOf } from './shapes';

/** Less than this is side by side, mm: drawings are made to a tenth, and the two geometries need not agree on a hair. */
export const SURE_MM = 0.3;

/** Parts that lie nearer to the hand over the way that `thing` takes as `leaving` is moved. */
export function partsOver(
  facts: Facts,
  thing: Part,
  move: Move,
  leaving: Part,
  isExempt: (cover: string) => boolean
): string[] {
  const angle = ((move.directionDeg ?? 0) * Math.PI) / 180;
  const travel = move.directionDeg === undefined ? 0 : (move.travelMm ?? 0);
  const places = Array.from({ length: Math.ceil(travel) + 1 }, (_, k) => Math.min(k, travel)).map((d): Point => [
    Math.cos(angle) * d,
    Math.sin(angle) * d
  ]);
  const riders = facts.takenBy(leaving, move);
  const carriers = [...facts.carriersOf(leaving.id), ...facts.carriersOf(thing.id)];
  const own = thing.shapes
    .filter((s) => s.zone === move.zone)
    .map((s) => ({
      top: s.depth[0],
      inside: insideOf(s.outline),
      edge: edgeOf(s.outline),
      corners: corners(s.outline)
    }));
  if (own.length === 0) return [];
  return facts.machine.parts
    .filter((cover) => {
      if (riders.has(cover.id) || carriers.includes(cover.id) || isExempt(cover.id)) return false;
      return cover.shapes.some((s) => {
        if (s.zone !== move.zone) return false;
        const over = corners(s.outline);
        // Nothing is looked at closely that lies beside the whole way.
        if (!own.some((o) => s.depth[0] < o.top - 1e-6 && mayMeet(over, o.corners, places.at(-1)!))) return false;
        const inside = insideOf(s.outline);
        const edge = edgeOf(s.outline);
        const openings = s.openings.map(insideOf);
        return own.some(
          (o) =>
            s.depth[0] < o.top - 1e-6 &&
            places.some(([x, y]) => {
              const meets =
                o.edge.some((p) => inside([p[0] + x, p[1] + y]) > SURE_MM) ||
                edge.some((p) => o.inside([p[0] - x, p[1] - y]) > SURE_MM) ||
                commonPlaces(over, o.corners, [x, y]).some(
                  (p) => inside(p) > SURE_MM && o.inside([p[0] - x, p[1] - y]) > SURE_MM
                );
              return meets && !openings.some((hole) => o.edge.every((p) => hole([p[0] + x, p[1] + y]) > -SURE_MM));
            })
        );
      });
    })
    .map((cover) => cover.id);
}

/** Whether the boxes of two outlines meet while the second moves so far, mm. */
function mayMeet(one: readonly Point[], other: readonly Point[], by: Point): boolean {
  return [0, 1].every((axis) => {
    const [a, b] = [one.map((p) => p[axis]!), other.map((p) => p[axis]!)];
    const [from, to] = [Math.min(...b) + Math.min(0, by[axis]!), Math.max(...b) + Math.max(0, by[axis]!)];
    return Math.min(...a) < to && from < Math.max(...a);
  });
}
