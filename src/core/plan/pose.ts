import { moveId, type Access, type Action, type ActionId } from '../access';
import { removes, type Pose } from '../machine';
import type { LooseRule } from './order';

/** The side up and the lid that the action's zone asks for; what does not matter is absent. */
export function poseOf(access: Access, action: Action): { up?: string; lid?: string } {
  const { up, lid }: Pose = access.model.zone(action.zone).pose;
  return { ...(up === 'either' ? {} : { up }), ...(lid === 'any' ? {} : { lid }) };
}

/** Moves after which the work is on a part that is out: on the mat, whichever way the machine lies. */
export function ontoMat(access: Access, action: Action): ActionId[] {
  const { model } = access;
  const ends = action.kind === 'open' ? [action.joint.a, action.joint.b] : [action.part.id];
  // A joint may be on the part that is out; a part that moves has to ride on it.
  const carriers = action.kind === 'open' ? [...ends, ...model.carriers(ends[0]!)] : model.carriers(ends[0]!);
  const whole = [...new Set(carriers)].filter((id) => ends.every((end) => model.riders(id).has(end)));
  return whole.flatMap((id) => model.part(id).moves.filter(removes).map((m) => moveId(id, m.id)));
}

/** What may be loose while the machine moves, as a problem of order knows it. */
export const looseRules = (access: Access): LooseRule[] => access.holdings.map(({ part, holds, leash, out }) => ({ what: part.id, holds, leash, out }));
