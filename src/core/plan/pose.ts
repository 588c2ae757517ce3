import { moveId, type Access, type Action, type ActionId } from '../access';
import { removes } from '../machine';

/** `side/lid`; `mat` when the work is on a part that is already out; undefined where either side will do. */
export function poseOf(access: Access, action: Action, done: ReadonlySet<ActionId>): string | undefined {
  const { model } = access;
  const ends = action.kind === 'open' ? [action.joint.a, action.joint.b] : [action.part.id];
  const isOut = (part: string) => model.part(part).moves.some((m) => removes(m) && done.has(moveId(part, m.id)));
  // A joint may be on the part that is out; a part that moves has to ride on it.
  const onMat = action.kind === 'open' ? [...ends, ...model.carriers(ends[0]!)] : model.carriers(ends[0]!);
  if (onMat.some((id) => ends.every((end) => model.riders(id).has(end)) && isOut(id))) return 'mat';
  const { pose } = model.zone(action.zone);
  return pose.up === 'either' ? undefined : `${pose.up}/${pose.lid}`;
}
