import { areaOf, contains } from '../access';
import { distance, type Cable, type Model, type Part, type Point } from '../machine';

/** How finely a cable's path is walked, mm. */
const STRIDE_MM = 1;

export interface Crossing {
  cable: string;
  where: 'under' | 'over';
  zone: string;
  /** Where it crosses the part's edge, mm. */
  crosses: [number, number][];
}

/**
 * Length of the drawn path, mm: straight from point to point within a zone, depth included.
 * From one zone to the next the drawing does not say how far it is, so those spans count nothing.
 */
export function pathLength(cable: Cable): { lengthMm: number; complete: boolean } {
  let lengthMm = 0;
  let complete = true;
  cable.path.forEach((point, i) => {
    const last = cable.path[i - 1];
    if (!last) return;
    if (last.zone !== point.zone) complete = false;
    else lengthMm += Math.hypot(distance(last.at, point.at), point.depth - last.depth);
  });
  return { lengthMm, complete };
}

/**
 * The cables that pass under or over a part, by their depth where they cross it: deeper than its middle is under.
 * Cables that ride on the part leave and come with it and are not listed.
 */
export function crossings(model: Model, part: Part): Crossing[] {
  const riders = model.riders(part.id);
  const found: Crossing[] = [];
  for (const cable of model.machine.cables) {
    if (riders.has(cable.part)) continue;
    for (const shape of part.shapes) {
      const area = areaOf(shape.outline);
      const middle = (shape.depth[0] + shape.depth[1]) / 2;
      const inside: number[] = [];
      const crosses: [number, number][] = [];
      let was: boolean | undefined;
      for (const { at, depth } of walk(cable, shape.zone)) {
        const is = contains(area, at);
        if (is) inside.push(depth);
        if (was !== undefined && is !== was) crosses.push([round(at[0]), round(at[1])]);
        was = is;
      }
      // A plug's own tip on the part is not a cable in its way.
      if (inside.length * STRIDE_MM < 5) continue;
      const mean = inside.reduce((sum, d) => sum + d, 0) / inside.length;
      found.push({ cable: cable.part, where: mean > middle ? 'under' : 'over', zone: shape.zone, crosses });
    }
  }
  return found;
}

function* walk(cable: Cable, zone: string): Generator<{ at: Point; depth: number }> {
  for (let i = 1; i < cable.path.length; i++) {
    const from = cable.path[i - 1]!;
    const to = cable.path[i]!;
    if (from.zone !== zone || to.zone !== zone) continue;
    const n = Math.max(1, Math.ceil(distance(from.at, to.at) / STRIDE_MM));
    for (let k = 0; k <= n; k++) {
      const t = k / n;
      yield {
        at: [from.at[0] + (to.at[0] - from.at[0]) * t, from.at[1] + (to.at[1] - from.at[1]) * t],
        depth: from.depth + (to.depth - from.depth) * t
      };
    }
  }
}

const round = (mm: number) => Math.round(mm * 10) / 10;
