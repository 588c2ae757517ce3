import { boxOf, flatten, freshId, removes, type Point } from '../machine';
import type { Ends } from './ends';
import { carries, isRun } from './habits';
import type { RecordState, SeenJoint, SeenPart } from './state';
import type { Together } from './together';

/** Plugs that hold a module in its place by themselves. */
const SEATED: ReadonlySet<string> = new Set(['board-to-board', 'lift-straight']);

/**
 * What came off was held by something, what is drawn in its place is, and a wire ends somewhere: where nothing was tapped that did
 * it, a hold that nobody saw stands for it, so that the part is in every plan and the step says to look.
 * @param ends of what was tapped
 */
export function unseenHolds(state: RecordState, together: Together, ends: ReadonlyMap<string, Ends>): SeenJoint[] {
  const ids = state.joints.map((j) => j.id);
  const root = state.about?.rest.part;
  const joints = new Map(state.joints.map((j) => [j.id, j]));
  const known = new Set([...ends.values()].flatMap((e) => [e.a, e.b]));
  const holding = [...ends].flatMap(([id, e]) => (holds(joints.get(id)!, e, state) ? [e] : []));
  const isPlugged = (part: string) =>
    [...ends].some(([id, e]) => joints.get(id)!.fixing.kind === 'connector' && (e.a === part || e.b === part));
  return state.parts.flatMap((part): SeenJoint[] => {
    if (part.id === root) return [];
    const move = state.moves.find((m) => removes(m) && m.part === part.id);
    const along = state.moves.find((m) => removes(m) && m.part !== part.id && together.taken(m).has(part.id));
    const end = isRun(part) && (move ?? along) && !isPlugged(part.id) ? socketOf(part, state) : undefined;
    // Nothing that was tapped was undone for it: neither its own, nor what parts as it goes.
    const isHeld = holding.some((e) => e.a === part.id || (move && together.parting(e.a, e.b)?.move === move));
    const isLost = move ? !isHeld : !known.has(part.id) && (along !== undefined || (isDrawn(part) && !isRun(part)));
    if (!isLost && !end) return [];
    const face = (move ?? along)?.face ?? Object.keys(part.outlines)[0]!;
    const id = freshId(`hold of ${part.id}`, ids, 'hold');
    ids.push(id);
    const onto = end?.id ?? (move ? undefined : along?.part);
    return [
      {
        id,
        face,
        fixing: { kind: 'latch' },
        // Nobody saw it before the part came off.
        places: [{ at: middleOf(end ?? part, face, state), seen: ((move ?? along)?.when ?? 0) - 0.5, noRoom: false }],
        holds: part.id,
        ...(onto === undefined ? {} : { onto }),
        isUnseen: true
      }
    ];
  });
}

/** Where a wire of which no plug was tapped most likely ends: aerials on a card, all others on the main board. */
function socketOf(wire: SeenPart, { parts }: RecordState): SeenPart | undefined {
  const of = (kind: SeenPart['kind']) => parts.find((p) => p.kind === kind);
  return (wire.kind === 'antenna' ? of('card') : undefined) ?? of('board');
}

const isDrawn = ({ outlines }: SeenPart): boolean => Object.keys(outlines).length > 0;

/** It keeps the part where it is: a wire that is plugged in, or a guide that it runs through, does not. */
function holds({ fixing }: SeenJoint, { a }: Ends, state: RecordState): boolean {
  const part = state.parts.find((p) => p.id === a);
  if (part && isRun(part)) return true;
  return carries(fixing) || fixing.kind === 'tape' || (fixing.kind === 'connector' && SEATED.has(fixing.family));
}

function middleOf(part: SeenPart, face: string, { faces, about }: RecordState): Point {
  const drawn = part.outlines[face];
  if (drawn) {
    const { minX, minY, maxX, maxY } = boxOf(flatten(drawn.outline));
    return [(minX + maxX) / 2, (minY + maxY) / 2];
  }
  const seen = faces.find((f) => f.id === face);
  return [(seen?.widthMm ?? about!.size.widthMm) / 2, (seen?.heightMm ?? about!.size.depthMm) / 2];
}
