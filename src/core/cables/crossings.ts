import { areaOf, contains } from '../access';
import { distance, movedBy, type Box, type Cable, type Model, type Move, type Part, type Point } from '../machine';

/** How finely a cable's path is walked, mm. */
const STRIDE_MM = 1;

export interface Crossing {
  cable: string;
  /** What it passes. */
  part: string;
  where: 'under' | 'over';
  zone: string;
  /** Where it crosses the part's edge, mm. */
  crosses: [number, number][];
  /** Screws and clips that hold the part down right beside it, mm. */
  posts: [number, number][];
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

/** Worked out once for a machine that is planned on again and again. */
const known = new WeakMap<Model, Map<string, readonly Crossing[]>>();

/**
 * The cables that pass under or over a part, by their depth where they cross it: deeper than its middle is under.
 * Cables that ride on the part leave and come with it and are not listed.
 * @param move how it is moved, where others may leave together with it
 */
export function crossings(model: Model, part: Part, move?: Move): readonly Crossing[] {
  if (!move?.with) return crossingsOf(model, part);
  const taken = model.takes(part.id, move);
  return movedBy(part.id, move).flatMap((id) =>
    crossingsOf(model, model.part(id)).filter(({ cable }) => !taken.has(cable))
  );
}

function crossingsOf(model: Model, part: Part): readonly Crossing[] {
  let ofModel = known.get(model);
  if (!ofModel) known.set(model, (ofModel = new Map()));
  let found = ofModel.get(part.id);
  if (!found) ofModel.set(part.id, (found = findCrossings(model, part)));
  return found;
}

function findCrossings(model: Model, part: Part): Crossing[] {
  const riders = model.riders(part.id);
  const found: Crossing[] = [];
  const shapes = part.shapes.map((shape) => ({ shape, area: areaOf(shape.outline) }));
  for (const cable of model.machine.cables) {
    if (riders.has(cable.part)) continue;
    for (const { shape, area } of shapes) {
      const middle = (shape.depth[0] + shape.depth[1]) / 2;
      const inside: number[] = [];
      const crosses: [number, number][] = [];
      let was: boolean | undefined;
      for (const [from, to] of spans(cable, shape.zone)) {
        if (misses(area.box, from.at, to.at)) {
          if (was) crosses.push([round(from.at[0]), round(from.at[1])]);
          was = false;
          continue;
        }
        for (const { at, depth } of walk(from, to)) {
          const is = contains(area, at);
          if (is) inside.push(depth);
          if (was !== undefined && is !== was) crosses.push([round(at[0]), round(at[1])]);
          was = is;
        }
      }
      // A plug's own tip on the part is not a cable in its way.
      if (inside.length * STRIDE_MM < 5) continue;
      const mean = inside.reduce((sum, d) => sum + d, 0) / inside.length;
      found.push({
        cable: cable.part,
        part: part.id,
        where: mean > middle ? 'under' : 'over',
        zone: shape.zone,
        crosses,
        posts: postsBeside(model, part, cable, shape.zone)
      });
    }
  }
  return found;
}

/** What comes down on a cable that lies nearer than this to a screw's head or a clip, mm. */
const BESIDE_MM = 1;
/** How far a clip reaches to either side, mm. */
const CLIP_MM = 2;

function postsBeside(model: Model, part: Part, cable: Cable, zone: string): [number, number][] {
  const near = (at: Point, reachMm: number) =>
    spans(cable, zone).some(([from, to]) => toSpan(at, from.at, to.at) <= reachMm + cable.widthMm / 2 + BESIDE_MM);
  return model.jointsOf(part.id).flatMap((joint) => {
    if (joint.zone !== zone || (joint.kind !== 'screws' && joint.kind !== 'clips')) return [];
    const reach = joint.kind === 'screws' ? joint.screw.headDiameterMm / 2 : CLIP_MM;
    return joint.at.filter((at) => near(at, reach)).map(([x, y]): [number, number] => [x, y]);
  });
}

/** Distance of a point from a straight piece, mm. */
function toSpan([x, y]: Point, [ax, ay]: Point, [bx, by]: Point): number {
  const [dx, dy] = [bx - ax, by - ay];
  const along = dx || dy ? Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy))) : 0;
  return Math.hypot(x - ax - along * dx, y - ay - along * dy);
}

type Place = Cable['path'][number];

/** The straight pieces of a cable's path on one face. */
function spans(cable: Cable, zone: string): [Place, Place][] {
  return cable.path.flatMap((to, i): [Place, Place][] => {
    const from = cable.path[i - 1];
    return from?.zone === zone && to.zone === zone ? [[from, to]] : [];
  });
}

const misses = (box: Box, [x, y]: Point, [u, v]: Point) =>
  Math.max(x, u) < box.minX || Math.min(x, u) > box.maxX || Math.max(y, v) < box.minY || Math.min(y, v) > box.maxY;

function* walk(from: Place, to: Place): Generator<{ at: Point; depth: number }> {
  const n = Math.max(1, Math.ceil(distance(from.at, to.at) / STRIDE_MM));
  for (let k = 0; k <= n; k++) {
    const t = k / n;
    yield {
      at: [from.at[0] + (to.at[0] - from.at[0]) * t, from.at[1] + (to.at[1] - from.at[1]) * t],
      depth: from.depth + (to.depth - from.depth) * t
    };
  }
}

const round = (mm: number) => Math.round(mm * 10) / 10;
