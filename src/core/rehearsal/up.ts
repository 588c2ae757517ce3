import { pairingOf, likeLeads } from '../cables';
import { moveId } from '../ids';
import { pinchList, type Pinch } from '../plan';
import type { JointOf, Model } from '../machine';
import { judgeClosing, type Closing, type Material } from './closings';
import type { Harm } from './harms';
import { harmed, stuck, works, type Outcome } from './outcome';
import { besideKey, type Rehearsed } from './state';
import type { Moving, Opening, Stand } from './stand';

/** A joint is closed. @param socket for a plug: the joint whose socket it is put on, where that is not its own */
export function close(stand: Stand, action: Opening, closing: Closing, material: Material, socket?: string): Outcome {
  const because = stand.inTheWayBack(action);
  if (because.length > 0) return stuck(because);
  const { joint } = action;
  const own = socket ?? joint.id;
  const taken = stand.state.sockets.get(own) ?? (socket !== undefined && !isFree(stand, socket) ? socket : undefined);
  if (taken !== undefined && taken !== joint.id) return stuck([{ is: 'socket-taken', by: taken }]);
  const judged = judgeClosing(joint, closing, material);
  if (judged === 'stuck') return stuck([{ is: 'motion' }]);
  const at = { joint: joint.id };
  const isSwapped = own !== joint.id && joint.kind === 'connector';
  if (isSwapped && !socketsFor(stand.access.model, joint).some((j) => j.id === own)) return stuck([{ is: 'motion' }]);
  const then = closed(stand, action);
  if (judged !== 'closes') return harmed(then, { leg: 'up', kind: judged, at });
  if (isSwapped)
    return harmed(
      { ...then, sockets: new Map([...then.sockets, [own, joint.id]]) },
      { leg: 'up', kind: 'leads-swapped', at, by: own }
    );
  const isWithin = joint.kind === 'connector' && !stand.isOnMat(action);
  if (isWithin && stand.isLiveTooSoon(action.id)) return harmed(then, { leg: 'up', kind: 'short', at });
  return works(then);
}

/** Its own plug has left the socket. */
const isFree = (stand: Stand, joint: string): boolean => stand.state.open.has(stand.opening(joint).id);

/** Other plugs' sockets that a plug fits and reaches: what it could be mistaken for. */
export function socketsFor(model: Model, joint: JointOf<'connector'>): JointOf<'connector'>[] {
  const marked = pairingOf(model, joint);
  if (!marked) return likeLeads(model, joint);
  return model
    .jointsOf(joint.b)
    .filter(
      (other): other is JointOf<'connector'> =>
        other.kind === 'connector' &&
        other.id !== joint.id &&
        other.family === joint.family &&
        other.zone === joint.zone &&
        other.b === joint.b &&
        other.marks !== undefined &&
        marked.choices.includes(other.marks[1])
    );
}

/** A part is brought back. Cables that it goes down beside have to lie on their own side of it. */
export function bringBack(stand: Stand, action: Moving): Outcome {
  const because = stand.inTheWayBack(action);
  if (because.length > 0) return stuck(because);
  const then = closed(stand, action);
  const at = { part: action.part.id };
  const crushed = crushedBy(stand, action);
  if (crushed !== undefined) return harmed(then, { leg: 'up', kind: 'cable-pinched', at, by: crushed });
  const care = stand.drawn(action).flatMap((p) => p.care);
  if (care.includes('static') && stand.isLiveTooSoon(action.id)) return harmed(then, { leg: 'up', kind: 'short', at });
  return works(then);
}

/** The cables to be laid before a part comes back, by the sides on which each may lie. */
export function toLay(
  { access, state }: Stand,
  action: Moving
): Map<string, { cable: string; zone: string; sides: Pinch['where'][] }> {
  const open = new Set(state.open);
  open.delete(action.id);
  const list = new Map<string, { cable: string; zone: string; sides: Pinch['where'][] }>();
  for (const { cable, zone, where } of pinchList(access, action, open)) {
    const key = besideKey(cable, action.part.id, zone);
    list.set(key, { cable, zone, sides: [...(list.get(key)?.sides ?? []), where] });
  }
  return list;
}

/** The cable that a part comes down on, the first of them; undefined where all lie as they should. */
export function crushedBy(stand: Stand, action: Moving): string | undefined {
  for (const [key, { cable, sides }] of toLay(stand, action)) {
    const lies = stand.state.laid.get(key);
    if (lies === null || (lies !== undefined && !sides.includes(lies))) return cable;
  }
  return undefined;
}

/** It is closed now, or back, with the cables beside it as they were laid. */
export function closed({ state, access }: Stand, action: Opening | Moving): Rehearsed {
  const open = new Set(state.open);
  open.delete(action.id);
  if (action.kind === 'open') return { ...state, open };
  const laid = new Map(state.laid);
  for (const { cable, zone } of pinchList(access, action, state.open))
    laid.delete(besideKey(cable, action.part.id, zone));
  return { ...state, open, laid };
}

/** A cable is laid on one side of a part that is away. */
export function lay({ state }: Stand, cable: string, part: string, zone: string, where: Pinch['where']): Outcome {
  return works({ ...state, laid: new Map([...state.laid, [besideKey(cable, part, zone), where]]) });
}

/** What was not put back, when all is said to be done. */
export function leftOver({ access, state }: Stand): Harm[] {
  const { model, actions } = access;
  return [...state.open].flatMap((id): Harm[] => {
    const action = actions.get(id)!;
    if (action.kind === 'move')
      return action.move.lid === undefined ? [{ leg: 'up', kind: 'left-out', at: { part: action.part.id } }] : [];
    // What is broken for good stays so, and says so.
    return action.joint.kind === 'seal' || hasLeft(model, state, action)
      ? []
      : [{ leg: 'up', kind: 'left-open', at: { joint: action.joint.id } }];
  });
}

/** One of its ends is out of the machine without the other: that the joint is open says nothing more. */
function hasLeft(model: Model, { open }: Rehearsed, { joint: { a, b } }: Opening): boolean {
  return [a, b].some((end) => model.waysOut(end).some(({ part, move }) => open.has(moveId(part.id, move.id))));
}
