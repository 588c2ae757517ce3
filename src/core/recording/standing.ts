import { areaOf, contains } from '../access';
import { area, flatten, type Point } from '../machine';
import { CABLES } from './habits';
import type { Fixing } from './events';
import { tookOut, type RecordState, type SeenJoint, type SeenPart } from './state';

/** Parts that have left the machine, with what came along. */
export function outOf({ moves }: RecordState): Set<string> {
  return new Set(moves.filter(tookOut).flatMap((m) => [m.part, ...m.along]));
}

/** Parts that were raised, swung or folded aside and are still in. */
export function asideOf(state: RecordState): Set<string> {
  const out = outOf(state);
  return new Set(state.moves.filter((m) => !tookOut(m) && !out.has(m.part)).map((m) => m.part));
}

/** Whether a joint has been undone, as far as the record says: by itself, or as what it holds came off. */
export const isUndone = (joint: SeenJoint, out: ReadonlySet<string>): boolean =>
  joint.opened !== undefined || (joint.holds !== undefined && out.has(joint.holds));

/** Parts still in whose outline on a face holds this place, the smallest first: what one means when one points there. */
export function lyingAt(state: RecordState, face: string, at: Point): SeenPart[] {
  const out = outOf(state);
  return state.parts
    .flatMap((part) => {
      const outline = part.outlines[face]?.outline;
      if (!outline || out.has(part.id) || !contains(areaOf(outline), at)) return [];
      return [{ part, size: Math.abs(area(flatten(outline))) }];
    })
    .sort((a, b) => a.size - b.size)
    .map(({ part }) => part);
}

/** What a joint seen at a place is likely to hold, likeliest first: all parts that are still in, to choose from. */
export function likelyHeld(state: RecordState, face: string, fixing: Fixing['kind'], at: Point): SeenPart[] {
  const out = outOf(state);
  const rest = state.about?.rest.part;
  const there = lyingAt(state, face, at);
  const still = state.parts.filter((p) => !out.has(p.id) && p.id !== rest);
  const isCable = (p: SeenPart) => CABLES.has(p.kind);
  const isNamedAlone = (p: SeenPart) => Object.keys(p.outlines).length === 0 && !isCable(p);
  const latest = [...still].reverse();
  const plugs = (p: SeenPart) => state.joints.filter((j) => j.holds === p.id && j.fixing.kind === 'connector').length;
  const first: SeenPart[] =
    fixing === 'connector'
      ? // A cable that has one end so far, then cables without any, then what plugs by itself.
        [...latest.filter((p) => isCable(p) && plugs(p) === 1), ...latest.filter((p) => isCable(p) && plugs(p) === 0)]
      : fixing === 'dressing' || fixing === 'tape'
        ? latest.filter(isCable)
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
