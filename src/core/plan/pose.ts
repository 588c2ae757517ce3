import { type Access, type Action, type Requirement } from '../access';
import { movedBy, type PartMove, type Pose } from '../machine';
import type { LooseRule } from '../solve';
import { moveId, type ActionId } from '../ids';

/** Where the lid has to stand for actions that count on something that goes with it. */
export type Lids = ReadonlyMap<ActionId, string>;

/** A requirement that was met, and the way that met it. */
export interface Taken {
  requirement: Requirement;
  alternative: number;
}

/** The actions of a set that can be done only because something swung away with the lid, and the lid's position then. */
export function lidsOf(access: Access, taken: Iterable<Taken>): Lids {
  const lids = new Map<ActionId, string>();
  for (const { requirement, alternative } of taken) {
    if (requirement.cause.kind === 'relation') continue;
    for (const id of requirement.alternatives[alternative]!) {
      const way = access.actions.get(id)!;
      if (way.kind === 'move' && way.move.lid) lids.set(requirement.of, way.move.lid);
    }
  }
  return lids;
}

/** The side up and the lid that the action asks for; what does not matter is absent. What goes with the lid goes as the lid does. */
export function poseOf(access: Access, action: Action, leg: 'down' | 'up', lids: Lids): { up?: string; lid?: string } {
  const pose: Pose = access.model.zone(action.zone).pose;
  const own = action.kind === 'move' ? action.move.lid : undefined;
  const lid = lids.get(action.id) ?? (own === undefined ? pose.lid : leg === 'down' ? own : awayFrom(own, pose.lid));
  return { ...(pose.up === 'either' ? {} : { up: pose.up }), ...(lid === 'any' ? {} : { lid }) };
}

/** Where the lid goes as what went with it comes back: to where the face asks for it, or simply away. */
function awayFrom(own: string, face: Pose['lid']): string {
  if (face !== 'any' && face !== own) return face;
  return own === 'closed' ? 'open' : 'closed';
}

/** Moves after which the work is on a part that is out: on the mat, whichever way the machine lies. */
export function ontoMat(access: Access, action: Action): ActionId[] {
  const { model } = access;
  // A joint may be on the part that is out; a part that moves has to have come out with another.
  const [first, ...others] =
    action.kind === 'open' ? [action.joint.a, action.joint.b] : movedBy(action.part.id, action.move);
  const isElse = (way: PartMove) =>
    action.kind === 'open' || (way.move !== action.move && (way.part !== action.part || way.move.with));
  const whole = model
    .waysOut(first!)
    .filter((way) => isElse(way) && others.every((id) => model.takes(way.part.id, way.move).has(id)));
  return whole.map(({ part, move }) => moveId(part.id, move.id));
}

/** What may be loose while the machine moves, as a problem of order knows it. */
export const looseRules = (access: Access): LooseRule[] =>
  access.holdings.map(({ part, holds, leash, out }) => ({ what: part.id, holds, leash, out }));
