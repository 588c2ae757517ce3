import { pathLength } from '../cables';
import { boxOf, distance, type Cable, type Joint, type Machine, type Outline, type Part, type Point } from '../machine';
import type { Speak } from '../language';
import { isRun } from '../recording';
import { SNAP_MM, USUAL_CABLES, usualDepth, usualForm, usualLengthMm } from '../usual';
import { RECORDED } from '../words';
import type { Thing } from './edits';
import { mappedOutline } from './geometry';

/** What is drawn of a part point by point: its outline, an opening in it, the way of a cable. */
export type Sketch = 'outline' | 'hole' | 'way';

/** A place that was tapped, on its side. */
export interface Tapped {
  zone: string;
  at: Point;
}

/** What can be drawn of a part on a side: openings only where it has an outline, ways only of cables. */
export const sketchesOf = (part: Part, zone: string): Sketch[] =>
  isRun(part) ? ['way'] : part.shapes.some((s) => s.zone === zone) ? ['outline', 'hole'] : ['outline'];

/**
 * The machine with what was drawn of a part, from the places tapped so far.
 * @returns undefined as long as they span nothing
 */
export function sketched(
  machine: Machine,
  id: string,
  what: Sketch,
  taps: readonly Tapped[],
  speak: Speak
): Machine | undefined {
  const part = machine.parts.find((p) => p.id === id);
  const zone = taps[0]?.zone;
  if (!part || zone === undefined) return undefined;
  if (what === 'way') return withWay(machine, part, taps, speak);
  const outline = outlineThrough(taps.filter((tap) => tap.zone === zone).map((tap) => tap.at));
  const shape = part.shapes.find((s) => s.zone === zone);
  if (!outline || (what === 'hole' && !shape)) return undefined;
  const next =
    what === 'outline'
      ? { ...(shape ?? { zone, depth: usualDepth(part.kind), openings: [] }), outline }
      : { ...shape!, openings: [...shape!.openings, outline] };
  const shapes = shape ? part.shapes.map((s) => (s === shape ? next : s)) : [...part.shapes, next];
  return { ...machine, parts: machine.parts.map((p) => (p === part ? { ...part, shapes } : p)) };
}

/** Two corners make a box, more are corners of their own. */
function outlineThrough(points: readonly Point[]): Outline | undefined {
  if (points.length > 2) return { form: 'polygon', points: [...points] };
  const box = boxOf(points);
  const [width, height] = [box.maxX - box.minX, box.maxY - box.minY];
  return points.length === 2 && width > 0 && height > 0
    ? { form: 'rect', x: box.minX, y: box.minY, width, height }
    : undefined;
}

/** Joints that are of a cable: its plugs, and what holds it on its way. */
const ownJoints = (machine: Machine, part: string) => machine.joints.filter((j) => j.a === part || j.b === part);
const isGuide = (joint: Joint): boolean => joint.kind === 'dressing' || joint.kind === 'tape';

function withWay(machine: Machine, part: Part, taps: readonly Tapped[], speak: Speak): Machine | undefined {
  if (taps.length < 2) return undefined;
  const own = ownJoints(machine, part.id);
  const found = taps.map(({ zone, at }) => onJoint(own, zone, at));
  // Between what holds it a cable lies as deep as there, as far as anybody knows.
  const first = found.find((f) => f !== undefined)?.depth ?? usualDepth(part.kind)[0];
  let depth = first;
  const path = taps.map(({ zone, at }, i): Cable['path'][number] => {
    depth = found[i]?.depth ?? depth;
    return found[i] ?? { zone, at, depth };
  });
  const form = usualForm(part.kind);
  const before = machine.cables.find((c) => c.part === part.id);
  const plugs = own.filter((j) => j.kind === 'connector').map((j) => ({ joint: j.id }));
  const drawn: Cable = {
    ...(before ?? {
      part: part.id,
      form,
      ...USUAL_CABLES[form],
      colour: speak(RECORDED.colour),
      lengthMm: 1,
      ends: plugs
    }),
    path
  };
  const cable = before ? drawn : { ...drawn, lengthMm: usualLengthMm(pathLength(drawn).lengthMm) };
  const cables = before ? machine.cables.map((c) => (c === before ? cable : c)) : [...machine.cables, cable];
  return { ...machine, cables };
}

/** The nearest plug or guide of a cable that a place is meant to be; undefined where none is near. */
function onJoint(own: readonly Joint[], zone: string, at: Point): Cable['path'][number] | undefined {
  const [nearest] = own
    .filter((j) => j.zone === zone && (isGuide(j) || j.kind === 'connector'))
    .flatMap((joint) => joint.at.map((place) => ({ joint, place, far: distance(place, at) })))
    .filter(({ far }) => far <= SNAP_MM)
    .sort((a, b) => a.far - b.far);
  if (!nearest) return undefined;
  const { joint, place } = nearest;
  return { zone, at: place, depth: joint.depth, ...(isGuide(joint) ? { guide: joint.id } : {}) };
}

/** Points of what is chosen that can be dragged one by one: corners of an outline that is no box, places along a cable. */
export function handlesOf(machine: Machine, thing: Thing, zone: string): Point[] {
  if (!('part' in thing)) return [];
  const cable = machine.cables.find((c) => c.part === thing.part);
  if (cable) return cable.path.filter((p) => p.zone === zone).map((p) => p.at);
  const outline = machine.parts.find((p) => p.id === thing.part)?.shapes.find((s) => s.zone === zone)?.outline;
  if (outline?.form !== 'polygon' && outline?.form !== 'path') return [];
  const points: Point[] = [];
  mappedOutline(outline, (at) => (points.push(at), at));
  return points;
}

/** One of those points somewhere else: a place along a cable finds a plug or a guide that is near, and leaves the one it had. */
export function handleMoved(machine: Machine, thing: Thing, zone: string, handle: number, to: Point): Machine {
  if (!('part' in thing)) return machine;
  const cable = machine.cables.find((c) => c.part === thing.part);
  if (cable) {
    const at = cable.path.flatMap((p, i) => (p.zone === zone ? [i] : []))[handle];
    const own = ownJoints(machine, thing.part);
    const path = cable.path.map((point, i) =>
      i === at ? (onJoint(own, zone, to) ?? { zone, at: to, depth: point.depth }) : point
    );
    return { ...machine, cables: machine.cables.map((c) => (c === cable ? { ...cable, path } : c)) };
  }
  let n = 0;
  const put = (at: Point): Point => (n++ === handle ? to : at);
  return {
    ...machine,
    parts: machine.parts.map((p) =>
      p.id === thing.part
        ? {
            ...p,
            shapes: p.shapes.map((s) => (s.zone === zone ? { ...s, outline: mappedOutline(s.outline, put) } : s))
          }
        : p
    )
  };
}
