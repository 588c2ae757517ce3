import { pointedAt } from '../access';
import { inOrder } from '../happened';
import { distance, type ConnectorFamily, type Point, removes } from '../machine';
import { SNAP_MM } from '../usual';
import { isRun } from './habits';
import type { Fixing, RecordingEvent } from './events';
import type { RecordState, SeenJoint, SeenPart } from './state';

/** Parts that have left the machine, with what came along. */
export function outOf({ moves }: RecordState): Set<string> {
  return new Set(moves.filter(removes).flatMap((m) => [m.part, ...m.along]));
}

/** Parts that were raised, swung or folded aside and are still in. */
export function asideOf(state: RecordState): Set<string> {
  const out = outOf(state);
  return new Set(state.moves.filter((m) => !removes(m) && !out.has(m.part)).map((m) => m.part));
}

/** The face that lies up once the machine is turned over; undefined where the record knows of none. */
export function otherFace({ faces, facing }: RecordState): string | undefined {
  const up = faces.find((f) => f.id === facing)?.pose.up;
  return faces.find((f) => f.of === undefined && f.pose.up !== up && f.pose.up !== 'either')?.id;
}

/** What still holds a part that is moved aside, as far as one would think: wires and what keeps them, not what fastens. */
export const likelyStays = (closed: readonly SeenJoint[]): string[] =>
  closed.filter((j) => ['connector', 'tape', 'dressing'].includes(j.fixing.kind)).map((j) => j.id);

/** Whether a joint has been undone, as far as the record says: by itself, or as what it holds came off. */
export const isUndone = (joint: SeenJoint, out: ReadonlySet<string>): boolean =>
  joint.opened !== undefined || (joint.holds !== undefined && out.has(joint.holds));

/** Parts still in whose outline on a face holds this place, the smallest first: what one means when one points there. */
export function lyingAt(state: RecordState, face: string, at: Point): SeenPart[] {
  const out = outOf(state);
  const there = state.parts.flatMap((part) => {
    const outline = part.outlines[face]?.outline;
    return !outline || out.has(part.id) ? [] : [{ part, outline }];
  });
  return pointedAt(there, at).map(({ part }) => part);
}

/** The guide or tape of a cable that is tapped on its way; undefined where none is near. */
export function guideAt({ joints }: RecordState, face: string, cable: string, at: Point): string | undefined {
  return joints
    .filter((j) => j.face === face && j.holds === cable && (j.fixing.kind === 'dressing' || j.fixing.kind === 'tape'))
    .map((j) => ({ id: j.id, far: Math.min(...j.places.map((p) => distance(p.at, at))) }))
    .filter(({ far }) => far <= SNAP_MM)
    .sort((a, b) => a.far - b.far)[0]?.id;
}

/** What a joint seen at a place is likely to hold, likeliest first: all parts that are still in, to choose from. */
export function likelyHeld(state: RecordState, face: string, fixing: Fixing['kind'], at: Point): SeenPart[] {
  const out = outOf(state);
  const rest = state.about?.rest.part;
  const there = lyingAt(state, face, at);
  const still = state.parts.filter((p) => !out.has(p.id) && p.id !== rest);
  const isNamedAlone = (p: SeenPart) => Object.keys(p.outlines).length === 0 && !isRun(p);
  const latest = [...still].reverse();
  const plugs = (p: SeenPart) => state.joints.filter((j) => j.holds === p.id && j.fixing.kind === 'connector').length;
  const first: SeenPart[] =
    fixing === 'connector'
      ? // A cable that has one end so far, then cables without any, then what plugs by itself.
        [...latest.filter((p) => isRun(p) && plugs(p) === 1), ...latest.filter((p) => isRun(p) && plugs(p) === 0)]
      : fixing === 'dressing' || fixing === 'tape'
        ? latest.filter(isRun)
        : [];
  return [...new Set([...first, ...there.filter((p) => p.id !== rest), ...latest.filter(isNamedAlone), ...latest])];
}

/** Parts that stand on what is moved, as far as is known: outlined within it and not out yet. */
export function likelyAlong(state: RecordState, part: string, on: ReadonlyMap<string, string>): string[] {
  const out = outOf(state);
  const rides = (id: string, seen: ReadonlySet<string> = new Set()): boolean => {
    const carrier = on.get(id);
    return carrier !== undefined && !seen.has(carrier) && (carrier === part || rides(carrier, new Set([...seen, id])));
  };
  return state.parts.filter((p) => p.id !== part && !out.has(p.id) && rides(p.id)).map((p) => p.id);
}

/** Plugs in which the thing itself sits, without a cable. */
const SOCKETS: ReadonlySet<ConnectorFamily> = new Set([
  'edge-card',
  'memory-socket',
  'processor-lock',
  'tray',
  'blade',
  'board-to-board'
]);

/** What cable a plug of this family usually has. */
export const cableKindOf = (family: ConnectorFamily): 'flat-cable' | 'antenna' | 'cable' =>
  family === 'antenna-snap'
    ? 'antenna'
    : family.startsWith('flip-lock') || family === 'slide-lock' || family === 'pull-tab'
      ? 'flat-cable'
      : 'cable';

/** What a plug that is tapped holds: the thing that sits in it, or a cable of which nothing is known yet. */
export function plugged(
  state: RecordState,
  face: string,
  family: ConnectorFamily,
  at: Point
): { part: string } | { newCable: ReturnType<typeof cableKindOf> } {
  const rest = state.about?.rest.part;
  const [there] = lyingAt(state, face, at).filter((p) => p.id !== rest);
  if (SOCKETS.has(family) && there) return { part: there.id };
  // Two cables are two until somebody says that they are one: of one kind are most of those in a machine.
  return { newCable: cableKindOf(family) };
}

/** The last event that can be taken back, and the last that was taken back since. */
export function undoable(events: readonly RecordingEvent[]): { undo?: string; redo?: string } {
  const all = inOrder(events);
  const undone = new Set<string>();
  for (const event of all.toReversed()) if (event.type === 'undo' && !undone.has(event.id)) undone.add(event.event);
  // What the recording began with stays.
  const last = all.findLast(
    (e) => e.type !== 'undo' && e.type !== 'started' && e.type !== 'faced' && !undone.has(e.id)
  );
  const byId = new Map(all.map((e) => [e.id, e]));
  const taken = all.findLast(
    (e) =>
      e.type === 'undo' && !undone.has(e.id) && byId.get(e.event) !== undefined && byId.get(e.event)!.type !== 'undo'
  );
  // Whoever goes on after taking something back has left that behind.
  const isLeft =
    taken !== undefined && all.slice(all.indexOf(taken)).some((e) => e.type !== 'undo' && !undone.has(e.id));
  return { ...(last ? { undo: last.id } : {}), ...(taken && !isLeft ? { redo: taken.id } : {}) };
}
