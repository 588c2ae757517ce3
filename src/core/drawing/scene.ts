import { areaOf, contains, type Area } from '../access';
import type { MachineState, Box, Cable, Joint, Model, Part, Shape } from '../machine';
import type { Ink } from './ink';
import { jointInks } from './joint';
import { cablePath, outlinePath } from './outline-path';
import { partInks } from './part';
import { jointThing, partThing } from '../ids';

export interface DrawnPart {
  what: 'part';
  /** The thing's own id among all things of the drawing. */
  thing: string;
  key: string;
  depth: number;
  part: Part;
  shape: Shape;
  box: Box;
  area: Area;
  openings: Area[];
  d: string;
  inks: Ink[];
  /** Which of the shades of depth it has, 0 the nearest. */
  band: number;
  /** Out of its place, still on its leash. */
  isLeashed: boolean;
  /** Drawn thin, so that what it hides can be seen. */
  isThin: boolean;
}

export interface DrawnCable {
  what: 'cable';
  thing: string;
  key: string;
  depth: number;
  cable: Cable;
  name: string;
  d: string;
  /** Where it passes under what lies nearer. */
  under: string;
}

export interface DrawnJoint {
  what: 'joint';
  thing: string;
  key: string;
  depth: number;
  joint: Joint;
  inks: Ink[];
  isOpen: boolean;
}

/** One thing on the drawing, ready to be drawn; deeper things come first so that nearer ones lie on top. */
export type Drawn = DrawnPart | DrawnCable | DrawnJoint;

/** Shades of depth. */
const BANDS = 6;
/** What only hides, and is drawn thin. */
const THIN = new Set(['cover', 'bezel']);
/** What lies over the parts that one chooses from. */
const HIDING = new Set(['cover', 'bezel', 'shield', 'bracket', 'foot', 'film']);
/** How finely a cable is looked along for what it passes under, mm. */
const LOOK_MM = 2;

/** The machine without what only hides what is in it, for choosing: nothing is opened, and these parts stay whatever they are. */
export function laidBare(model: Model, keep: readonly string[]): MachineState {
  return {
    open: new Set(),
    leashed: new Set(),
    off: new Set(model.machine.parts.filter((p) => HIDING.has(p.kind) && !keep.includes(p.id)).map((p) => p.id))
  };
}

/** The face by which one knows a machine: that which shows most once it is laid bare. */
export function tellingFace(model: Model): string {
  const { off } = laidBare(model, []);
  const shown = (zone: string) =>
    model.machine.parts.filter((p) => !off.has(p.id) && p.id !== model.root.id && p.shapes.some((s) => s.zone === zone))
      .length + model.machine.joints.filter((j) => j.zone === zone && !off.has(j.a)).length;
  return model.machine.zones.map((z) => z.id).reduce((best, zone) => (shown(zone) > shown(best) ? zone : best));
}

/** The machine as it is before anybody has touched it. */
export const untouched = (): MachineState => ({ open: new Set(), leashed: new Set(), off: new Set() });

/**
 * What is to be seen of a zone in a state of the machine.
 * @param from what lies nearer than this is left away, mm below the zone's face
 */
export function sceneOf(model: Model, zone: string, state: MachineState, from = 0): Drawn[] {
  const { machine } = model;
  const deepest = Math.max(
    1,
    ...machine.parts
      .filter((p) => p.id !== model.root.id)
      .flatMap((p) => p.shapes.filter((s) => s.zone === zone).map((s) => s.depth[0]))
  );
  // What stands on the zone's outermost face goes with the first millimetres.
  const shown = machine.parts.filter(
    (p) =>
      !state.off.has(p.id) &&
      (p.id === model.root.id || from === 0 || p.shapes.every((s) => s.zone !== zone || s.depth[0] >= from))
  );
  const there = new Set(shown.map((p) => p.id));
  const parts = shown.flatMap((part) =>
    part.shapes.flatMap((shape, i): DrawnPart[] =>
      shape.zone === zone ? [drawnPart(part, shape, i, state, deepest)] : []
    )
  );
  const cables = machine.cables.flatMap((cable): DrawnCable[] => {
    const points = cable.path.filter((p) => p.zone === zone);
    if (!there.has(cable.part) || points.length < 2 || (from > 0 && points.every((p) => p.depth < from))) return [];
    const depth = points.reduce((sum, p) => sum + p.depth, 0) / points.length;
    let under: string | undefined;
    return [
      {
        what: 'cable',
        thing: partThing(cable.part),
        key: `cable ${cable.part}`,
        depth,
        cable,
        name: model.part(cable.part).name,
        d: cablePath(points.map((p) => p.at)),
        /** Worked out when it is drawn: of a closed machine no cable is. */
        get under() {
          return (under ??= hidden(points, parts, cable.part));
        }
      }
    ];
  });
  const plugged = new Map(machine.cables.flatMap((c) => c.ends.map((e) => [e.joint, c] as const)));
  const joints = machine.joints.flatMap((joint): DrawnJoint[] => {
    if (joint.zone !== zone || (from > 0 && joint.depth < from)) return [];
    const isOpen = state.open.has(joint.id);
    if (!there.has(joint.b) || (!there.has(joint.a) && !isOpen)) return [];
    // A seam is gone with its cover; an empty screw hole and an empty socket stay to be seen.
    if (isOpen && joint.kind !== 'screws' && joint.kind !== 'connector') return [];
    return [
      {
        what: 'joint',
        thing: jointThing(joint.id),
        key: `joint ${joint.id}`,
        depth: Math.max(0, joint.depth - 0.05),
        joint,
        isOpen,
        inks: marksOf(joint, isOpen, plugged.get(joint.id))
      }
    ];
  });
  const rank = { part: 0, cable: 1, joint: 2 };
  return [...parts, ...cables, ...joints].sort((a, b) => b.depth - a.depth || rank[a.what] - rank[b.what]);
}

type Figure = Pick<DrawnPart, 'area' | 'box' | 'openings' | 'd' | 'inks'>;
/** What does not change with the machine's state, once for each shape and joint of a machine. */
const figures = new WeakMap<Shape, Figure>();
const marks = new WeakMap<Joint, Map<boolean, Ink[]>>();

function figureOf(part: Part, shape: Shape): Figure {
  const known = figures.get(shape);
  if (known) return known;
  const area = areaOf(shape.outline);
  const figure = {
    area,
    box: area.box,
    openings: shape.openings.map(areaOf),
    d: [shape.outline, ...shape.openings].map(outlinePath).join(''),
    inks: partInks(part, area.box)
  };
  figures.set(shape, figure);
  return figure;
}

function marksOf(joint: Joint, isOpen: boolean, cable: Cable | undefined): Ink[] {
  const known = marks.get(joint) ?? new Map<boolean, Ink[]>();
  marks.set(joint, known);
  if (!known.has(isOpen)) known.set(isOpen, jointInks(joint, isOpen, cable));
  return known.get(isOpen)!;
}

function drawnPart(part: Part, shape: Shape, index: number, state: MachineState, deepest: number): DrawnPart {
  return {
    what: 'part',
    thing: partThing(part.id),
    key: `part ${part.id} ${index}`,
    depth: shape.depth[0],
    part,
    shape,
    ...figureOf(part, shape),
    band: Math.min(BANDS - 1, Math.floor((shape.depth[0] / deepest) * (BANDS - 0.01))),
    isLeashed: state.leashed.has(part.id),
    isThin: THIN.has(part.kind)
  };
}

/** What of a scene one sees of the closed machine: nothing that lies beneath something else, and no cable. */
export function fromOutside(scene: readonly Drawn[]): Drawn[] {
  const parts = scene.filter((s) => s.what === 'part');
  const isBeneath = (depth: number, [x, y]: [number, number], own: string) =>
    parts.some(
      (p) =>
        p.part.id !== own &&
        p.depth < depth - 0.01 &&
        contains(p.area, [x, y]) &&
        !p.openings.some((o) => contains(o, [x, y]))
    );
  return scene.filter((s) => {
    if (s.what === 'cable') return false;
    if (s.what === 'joint') return !s.joint.at.every((at) => isBeneath(s.depth, at, s.joint.a));
    return !isBeneath(s.depth, [(s.box.minX + s.box.maxX) / 2, (s.box.minY + s.box.maxY) / 2], s.part.id);
  });
}

/** The stretches of a cable that lie under a part that is drawn solid. */
function hidden(points: readonly Cable['path'][number][], parts: readonly DrawnPart[], own: string): string {
  const over = parts.filter((p) => !p.isThin && p.part.id !== own);
  const isUnder = (at: [number, number], depth: number) =>
    over.some(
      ({ box, area, shape, openings }) =>
        shape.depth[0] < depth - 0.01 &&
        at[0] >= box.minX &&
        at[0] <= box.maxX &&
        at[1] >= box.minY &&
        at[1] <= box.maxY &&
        contains(area, at) &&
        !openings.some((o) => contains(o, at))
    );
  const runs: [number, number][][] = [];
  let run: [number, number][] | undefined;
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1]!, points[i]!];
    const n = Math.max(1, Math.ceil(Math.hypot(b.at[0] - a.at[0], b.at[1] - a.at[1]) / LOOK_MM));
    for (let k = i === 1 ? 0 : 1; k <= n; k++) {
      const t = k / n;
      const at: [number, number] = [a.at[0] + (b.at[0] - a.at[0]) * t, a.at[1] + (b.at[1] - a.at[1]) * t];
      if (!isUnder(at, a.depth + (b.depth - a.depth) * t)) run = undefined;
      else if (run) run.push(at);
      else runs.push((run = [at]));
    }
  }
  return runs
    .filter((r) => r.length > 1)
    .map((r) => cablePath(straightened(r)))
    .join('');
}

/** Only the corners of a row of points. */
function straightened(points: readonly [number, number][]): [number, number][] {
  return points.filter((p, i) => {
    const [a, b] = [points[i - 1], points[i + 1]];
    return !a || !b || Math.abs((p[0] - a[0]) * (b[1] - p[1]) - (p[1] - a[1]) * (b[0] - p[0])) > 1e-6;
  });
}
