import { exceeds } from '../tolerance';
import Flatbush from 'flatbush';
import {
  movedBy,
  type ActionRef,
  type Joint,
  type Model,
  type Move,
  type Part,
  type Point,
  type Shape
} from '../machine';
import { areaOf, contains, discMeets, discWithin, shared, swept, within, type Area } from './geometry';

/** Room that a tool or fingers need around the place, mm: bench rules of thumb, used where the file gives none. */
const CLEAR_MM: Record<Joint['kind'], number> = {
  screws: 2.5,
  connector: 4,
  clips: 1.5,
  adhesive: 2,
  tape: 2,
  dressing: 2,
  latch: 3,
  seal: 2,
  hook: 2
};

/** Room around each place that a joint needs clear, mm: what the file says, or the rule of thumb for its kind. */
export const clearMmOf = ({ clearMm, kind }: { clearMm?: number | undefined; kind: Joint['kind'] }): number =>
  clearMm ?? CLEAR_MM[kind];

/** Where and by how much something lies in the way: the answer to "why?", with its figures. */
export interface Evidence {
  zone: string;
  /** A place that both share, mm in the zone's frame. */
  at: Point;
  /** How deep the part in the way begins, and what it covers, mm below the face. */
  coverMm: number;
  depthMm: number;
  /** Room that the tool or the fingers need around the place, mm; absent for a way out. */
  clearMm?: number;
  /** How far the covered part has to move along the face, mm; 0 straight out; absent for a joint. */
  travelMm?: number;
}

export interface Cover {
  part: Part;
  /** Absent where the file says so and the drawing does not. */
  evidence?: Evidence;
}

interface Layer {
  part: Part;
  shape: Shape;
  area: Area;
  openings: Area[];
}

/** The shapes of one zone, with an index of their boxes. */
interface Sheet {
  layers: Layer[];
  index: Flatbush;
}

/** What lies over what, zone by zone. */
export class Drawing {
  private readonly sheets = new Map<string, Sheet>();
  private readonly own = new Map<string, Layer[]>();
  private readonly exempt = new Set<string>();
  /** What lies over an action although it is not drawn so, by the action. */
  private readonly told = new Map<string, Part[]>();
  /** Asked again for every plan. */
  private readonly overExits = new Map<string, readonly Cover[]>();
  private readonly held: { joint: Joint; cable: string }[];

  constructor(private readonly model: Model) {
    const zones = new Map<string, Layer[]>();
    for (const part of model.machine.parts) {
      for (const shape of part.shapes) {
        const layer = { part, shape, area: areaOf(shape.outline), openings: shape.openings.map(areaOf) };
        zones.set(shape.zone, [...(zones.get(shape.zone) ?? []), layer]);
        const key = `${part.id} ${shape.zone}`;
        this.own.set(key, [...(this.own.get(key) ?? []), layer]);
      }
    }
    for (const [zone, layers] of zones) {
      const index = new Flatbush(layers.length);
      for (const {
        area: { box }
      } of layers)
        index.add(box.minX, box.minY, box.maxX, box.maxY);
      index.finish();
      this.sheets.set(zone, { layers, index });
    }
    for (const relation of model.machine.relations) {
      if (relation.kind === 'exempt') this.exempt.add(`${relation.cover} ${whatOf(relation.action)}`);
      if (relation.kind === 'covers')
        this.told.set(whatOf(relation.action), [
          ...(this.told.get(whatOf(relation.action)) ?? []),
          model.part(relation.cover)
        ]);
    }
    this.held = model.machine.cables.flatMap((cable) =>
      model
        .jointsOf(cable.part)
        .filter((j) => j.kind === 'dressing' || j.kind === 'tape')
        .map((joint) => ({ joint, cable: cable.part }))
    );
  }

  /**
   * Parts whose shape lies nearer to the hand than the joint and meets the disc its tool needs at any of its places.
   * The two parts that the joint holds together are never in its way.
   */
  coversOfJoint(joint: Joint): Cover[] {
    const clearMm = clearMmOf(joint);
    const found = new Map<string, Cover>();
    // What rides on the part that is raised is raised with it.
    const raised = joint.reachedRaised === undefined ? new Set<string>() : this.model.riders(joint.reachedRaised);
    for (const at of joint.at) {
      for (const layer of this.near(joint.zone, at[0] - clearMm, at[1] - clearMm, at[0] + clearMm, at[1] + clearMm)) {
        const { part, shape } = layer;
        if (
          found.has(part.id) ||
          part.id === joint.a ||
          part.id === joint.b ||
          raised.has(part.id) ||
          this.exempt.has(`${part.id} ${joint.id}`)
        )
          continue;
        if (
          shape.depth[0] >= joint.depth ||
          !discMeets(layer.area, at, clearMm) ||
          layer.openings.some((o) => discWithin(o, at, clearMm))
        )
          continue;
        found.set(part.id, {
          part,
          evidence: { zone: joint.zone, at, coverMm: shape.depth[0], depthMm: joint.depth, clearMm }
        });
      }
    }
    for (const part of this.told.get(joint.id) ?? [])
      if (!found.has(part.id) && part.id !== joint.a && part.id !== joint.b && !raised.has(part.id))
        found.set(part.id, { part });
    return [...found.values()];
  }

  /**
   * Parts that lie nearer to the hand over the way out of this move. What rides on the part leaves with it,
   * and what carries the part is drawn around it, not over it: neither is in the way.
   * @param leaving what the move takes out, where the part rides on it
   */
  coversOfExit(part: Part, move: Move, leaving: Part = part): readonly Cover[] {
    const key = `${part.id} ${move.id} ${move.zone} ${leaving.id}`;
    let found = this.overExits.get(key);
    if (!found) this.overExits.set(key, (found = this.findCoversOfExit(part, move, leaving)));
    return found;
  }

  private findCoversOfExit(part: Part, move: Move, leaving: Part): Cover[] {
    const taken = this.model.takes(leaving.id, move);
    const carriers = [...this.model.carriers(leaving.id), ...this.model.carriers(part.id)];
    const travelMm = move.directionDeg === undefined ? 0 : (move.travelMm ?? 0);
    const angle = ((move.directionDeg ?? 0) * Math.PI) / 180;
    const found = new Map<string, Cover>();
    for (const own of this.layersOf(part.id, move.zone)) {
      for (const place of swept(own.area, Math.cos(angle) * travelMm, Math.sin(angle) * travelMm)) {
        for (const layer of this.near(move.zone, place.box.minX, place.box.minY, place.box.maxX, place.box.maxY)) {
          const { id } = layer.part;
          if (
            found.has(id) ||
            taken.has(id) ||
            carriers.includes(id) ||
            this.exempt.has(`${id} ${leaving.id}/${move.id}`)
          )
            continue;
          if (!exceeds(own.shape.depth[0], layer.shape.depth[0])) continue;
          const at = shared(layer.area, place);
          if (!at || layer.openings.some((opening) => within(opening, place))) continue;
          found.set(id, {
            part: layer.part,
            evidence: { zone: move.zone, at, coverMm: layer.shape.depth[0], depthMm: own.shape.depth[0], travelMm }
          });
        }
      }
    }
    if (leaving === part)
      for (const cover of this.told.get(`${part.id}/${move.id}`) ?? [])
        if (!found.has(cover.id) && !taken.has(cover.id) && !carriers.includes(cover.id))
          found.set(cover.id, { part: cover });
    return [...found.values()];
  }

  /**
   * Parts that lie over the way out of what leaves with the part, and so over the part itself: by what leaves with it, without those
   * that lie over the part alone.
   */
  coversOfRiders(part: Part, move: Move): (Cover & { rider: Part })[] {
    const own = new Set(this.coversOfExit(part, move).map(({ part: cover }) => cover.id));
    const found: (Cover & { rider: Part })[] = [];
    for (const id of this.model.takes(part.id, move)) {
      if (id === part.id) continue;
      const rider = this.model.part(id);
      for (const cover of this.coversOfExit(rider, move, part))
        if (!own.has(cover.part.id)) found.push({ ...cover, rider });
    }
    return found;
  }

  /**
   * Parts that lie over the part, or over the way that it runs where it is a cable without an outline: what has to go to look at it.
   * @returns undefined for what is drawn nowhere
   */
  coversOfSight(part: Part): readonly Cover[] | undefined {
    const own = part.shapes[0];
    if (own)
      return this.coversOfExit(part, {
        id: '(look)',
        kind: 'lift',
        zone: own.zone,
        seconds: 0,
        leaves: [],
        clears: false
      });
    const cable = this.model.cable(part.id);
    if (!cable) return undefined;
    const around = new Set([part.id, ...this.model.riders(part.id), ...this.model.carriers(part.id)]);
    const found = new Map<string, Cover>();
    for (const { zone, at, depth } of cable.path) {
      for (const { part: over, shape, area, openings } of this.near(zone, at[0], at[1], at[0], at[1])) {
        if (
          around.has(over.id) ||
          found.has(over.id) ||
          !exceeds(depth, shape.depth[0]) ||
          !contains(area, at) ||
          openings.some((o) => contains(o, at))
        )
          continue;
        found.set(over.id, {
          part: over,
          evidence: { zone, at, coverMm: shape.depth[0], depthMm: depth, travelMm: 0 }
        });
      }
    }
    return [...found.values()];
  }

  /**
   * Places where a cable that runs over the part is held down: it cannot be drawn aside before they are undone.
   * A cable that lies free is simply held aside, and one that leaves with the part is in nobody's way.
   */
  heldOver(part: Part, move: Move): { joint: Joint; evidence: Evidence }[] {
    const { zone } = move;
    const taken = this.model.takes(part.id, move);
    const own = movedBy(part.id, move).flatMap((id) => this.layersOf(id, zone));
    return this.held.flatMap(({ joint, cable }) => {
      // What is held to the part itself goes with it.
      if (taken.has(cable) || joint.zone !== zone || taken.has(joint.a) || taken.has(joint.b)) return [];
      if (this.exempt.has(`${cable} ${part.id}/${move.id}`)) return [];
      for (const { shape, area } of own) {
        const at = joint.depth < shape.depth[0] ? joint.at.find((p) => contains(area, p)) : undefined;
        if (at) return [{ joint, evidence: { zone, at, coverMm: joint.depth, depthMm: shape.depth[0], travelMm: 0 } }];
      }
      return [];
    });
  }

  /** Pairs of things whose volumes share a place on one face; what carries something is drawn around it, and cables give way. */
  *meetings(): Generator<{ a: Part; b: Part; zone: string; at: Point; depths: [[number, number], [number, number]] }> {
    for (const [zone, { layers, index }] of this.sheets) {
      const told = new Set<string>();
      for (const [i, one] of layers.entries()) {
        const { box } = one.area;
        for (const k of index.search(box.minX, box.minY, box.maxX, box.maxY).sort((a, b) => a - b)) {
          const other = layers[k]!;
          const [a, b] = [one.part, other.part];
          if (k <= i || a === b || told.has(`${a.id} ${b.id}`) || this.model.cable(a.id) || this.model.cable(b.id))
            continue;
          if (this.model.riders(a.id).has(b.id) || this.model.riders(b.id).has(a.id)) continue;
          if (
            !exceeds(
              Math.min(one.shape.depth[1], other.shape.depth[1]),
              Math.max(one.shape.depth[0], other.shape.depth[0])
            )
          )
            continue;
          const at = shared(one.area, other.area);
          if (!at || one.openings.some((o) => within(o, other.area)) || other.openings.some((o) => within(o, one.area)))
            continue;
          told.add(`${a.id} ${b.id}`);
          yield { a, b, zone, at, depths: [one.shape.depth, other.shape.depth] };
        }
      }
    }
  }

  private layersOf(part: string, zone: string): readonly Layer[] {
    return this.own.get(`${part} ${zone}`) ?? [];
  }

  /** Shapes whose box meets this one, in the order of the file. */
  private near(zone: string, minX: number, minY: number, maxX: number, maxY: number): Layer[] {
    const sheet = this.sheets.get(zone);
    return sheet
      ? sheet.index
          .search(minX, minY, maxX, maxY)
          .sort((a, b) => a - b)
          .map((i) => sheet.layers[i]!)
      : [];
  }
}

/** An action by its joint, or by its part and move. */
const whatOf = (action: ActionRef): string => ('joint' in action ? action.joint : `${action.part}/${action.move}`);
