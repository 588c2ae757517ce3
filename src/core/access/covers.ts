import type { Joint, Model, Move, Part, Shape } from '../machine';
import { areaOf, contains, discMeets, discWithin, overlap, passing, within, type Area } from './geometry';

/** Room that a tool or fingers need around the place, mm: bench rules of thumb, used where the file gives none. */
const CLEAR_MM: Record<Joint['kind'], number> = {
  screws: 2.5,
  connector: 4,
  clips: 1.5,
  adhesive: 2,
  tape: 2,
  dressing: 2,
  latch: 3,
  hook: 2
};

interface Layer {
  part: Part;
  shape: Shape;
  area: Area;
  openings: Area[];
}

/** What lies over what, zone by zone. */
export class Drawing {
  private readonly layers = new Map<string, Layer[]>();
  private readonly exempt = new Set<string>();

  constructor(private readonly model: Model) {
    for (const part of model.machine.parts) {
      for (const shape of part.shapes) {
        const list = this.layers.get(shape.zone) ?? [];
        list.push({ part, shape, area: areaOf(shape.outline), openings: shape.openings.map(areaOf) });
        this.layers.set(shape.zone, list);
      }
    }
    for (const relation of model.machine.relations) {
      if (relation.kind !== 'exempt') continue;
      const { action } = relation;
      this.exempt.add(`${relation.cover} ${'joint' in action ? action.joint : `${action.part}/${action.move}`}`);
    }
  }

  /**
   * Parts whose shape lies nearer to the hand than the joint and meets the disc its tool needs at any of its places.
   * The two parts that the joint holds together are never in its way.
   */
  coversOfJoint(joint: Joint): Part[] {
    const radius = joint.clearMm ?? CLEAR_MM[joint.kind];
    const covers = (layer: Layer) =>
      layer.shape.depth[0] < joint.depth &&
      joint.at.some((p) => discMeets(layer.area, p, radius) && !layer.openings.some((o) => discWithin(o, p, radius)));
    return this.inTheWay(joint.zone, covers, joint.id).filter((p) => p.id !== joint.a && p.id !== joint.b && p.id !== joint.reachedRaised);
  }

  /**
   * Parts that lie nearer to the hand over the way out of this move. What rides on the part leaves with it,
   * and what carries the part is drawn around it, not over it: neither is in the way.
   */
  coversOfExit(part: Part, move: Move): Part[] {
    const own = (this.layers.get(move.zone) ?? []).filter((l) => l.part.id === part.id);
    const riders = this.model.riders(part.id);
    const carriers = this.model.carriers(part.id);
    return this.inTheWay(move.zone, (layer) => own.some((o) => blocks(layer, o, move)), `${part.id}/${move.id}`).filter(
      (p) => !riders.has(p.id) && !carriers.includes(p.id)
    );
  }

  /** Parts of this zone that lie over the part: what has to go to look at it. */
  coversOfSight(part: Part): Part[] {
    const own = part.shapes[0];
    if (!own) return [];
    const look: Move = { id: 'look', kind: 'lift', zone: own.zone, seconds: 0, leaves: [], clears: false };
    return this.coversOfExit(part, look);
  }

  /**
   * Places where a cable that runs over the part is held down: it cannot be drawn aside before they are undone.
   * A cable that lies free is simply held aside, and one that rides on the part leaves with it.
   */
  heldOver(part: Part, zone: string): Joint[] {
    const riders = this.model.riders(part.id);
    const own = (this.layers.get(zone) ?? []).filter((l) => l.part.id === part.id);
    return this.model.machine.cables
      .filter((cable) => !riders.has(cable.part))
      .flatMap((cable) => this.model.jointsOf(cable.part))
      .filter((j) => (j.kind === 'dressing' || j.kind === 'tape') && j.zone === zone)
      .filter((j) => own.some((o) => j.depth < o.shape.depth[0] && j.at.some((p) => contains(o.area, p))));
  }

  private inTheWay(zone: string, test: (layer: Layer) => boolean, of: string): Part[] {
    const found = new Set<Part>();
    for (const layer of this.layers.get(zone) ?? []) {
      if (!this.exempt.has(`${layer.part.id} ${of}`) && !found.has(layer.part) && test(layer)) found.add(layer.part);
    }
    return [...found];
  }
}

function blocks(layer: Layer, own: Layer, move: Move): boolean {
  if (layer.shape.depth[0] >= own.shape.depth[0]) return false;
  const travel = move.directionDeg === undefined ? 0 : (move.travelMm ?? 0);
  const angle = ((move.directionDeg ?? 0) * Math.PI) / 180;
  const places = passing(own.area, Math.cos(angle) * travel, Math.sin(angle) * travel);
  return places.some((place) => overlap(layer.area, place) && !layer.openings.some((opening) => within(opening, place)));
}
