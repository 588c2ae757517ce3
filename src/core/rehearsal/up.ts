import { pairingOf, likeLeads } from '../cables';
import { fit, tightening, type Verdict } from '../fasteners';
import { moveId } from '../ids';
import { pinchList, type Pinch } from '../plan';
import type { Drive, JointOf, Model } from '../machine';
import { judgeClosing, type Closing, type Material } from './closings';
import { judgeBit } from './motions';
import type { Harm, HarmKind } from './harms';
import { harmed, stuck, works, type Outcome } from './outcome';
import { besideKey, onTray, screwsIn, type Rehearsed } from './state';
import type { Moving, Opening, Screws, Stand } from './stand';

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

/** It is closed now, or back; a group with all its screws in has none on the tray any more. */
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

const HARM_OF_FIT: Partial<Record<Verdict, HarmKind>> = {
  'punches-through': 'tip-through',
  strips: 'thread-stripped',
  loose: 'held-loosely'
};

/** A screw from the tray is put into a hole. @param from the group that it came out of */
export function putScrew(stand: Stand, action: Opening, hole: number, from: string): Outcome {
  const group = action.joint as Screws;
  const because = stand.inTheWayBack(action);
  if (because.length > 0) return stuck(because);
  if (group.screw.captive) return stuck([{ is: 'captive' }]);
  const inHoles = [...screwsIn(stand.state, group)];
  if (inHoles[hole] !== null) return stuck([{ is: 'hole-taken', hole }]);
  const { model } = stand.access;
  if ((onTray(model, stand.state).get(from) ?? 0) < 1) return stuck([{ is: 'none-left', group: from }]);
  const kind = judgeScrew(model.joint(from) as Screws, group);
  if (typeof kind === 'object') return stuck([kind]);
  inHoles[hole] = from;
  const then = { ...stand.state, holes: new Map([...stand.state.holes, [group.id, inHoles]]) };
  if (kind === 'fits') return works(then);
  const behind = kind === 'tip-through' ? group.screw.hole?.behind : undefined;
  return harmed(then, {
    leg: 'up',
    kind,
    at: { joint: group.id },
    from,
    ...(behind === undefined ? {} : { by: behind })
  });
}

/** What a group's screw does in another's hole. */
export function judgeScrew(
  from: Screws,
  { id, screw }: Screws
): 'fits' | HarmKind | { is: 'too-thick'; group: string } | { is: 'unmeasured' } {
  if (from.id === id) return 'fits';
  if (!screw.hole) return { is: 'unmeasured' };
  const { verdict } = fit(from.screw, screw.hole, screw);
  if (verdict === 'does-not-fit') return { is: 'too-thick', group: from.id };
  return HARM_OF_FIT[verdict] ?? 'fits';
}

/** A screw is taken out of its hole again. */
export function takeScrew(stand: Stand, action: Opening, hole: number): Outcome {
  const group = action.joint as Screws;
  const because = stand.inTheWayBack(action);
  if (because.length > 0) return stuck(because);
  const inHoles = [...screwsIn(stand.state, group)];
  if (inHoles[hole] === null) return stuck([{ is: 'hole-empty', hole }]);
  inHoles[hole] = null;
  return works({ ...stand.state, holes: new Map([...stand.state.holes, [group.id, inHoles]]) });
}

/** A group's screws are tightened. @param order holes in turn, by index from 0, the same in each pass */
export function tighten(
  stand: Stand,
  action: Opening,
  { order, passes, bit }: { order: readonly number[]; passes: number; bit: Drive }
): Outcome {
  const group = action.joint as Screws;
  const because = stand.inTheWayBack(action);
  if (because.length > 0) return stuck(because);
  const empty = screwsIn(stand.state, group).findIndex((from) => from === null);
  if (empty >= 0 && !group.screw.captive) return stuck([{ is: 'hole-empty', hole: empty }]);
  const judged = judgeBit(group.screw, bit);
  if (judged === 'stuck') return stuck([{ is: 'motion' }]);
  const then = closed(stand, action);
  const at = { joint: group.id };
  if (judged !== 'opens') return harmed(then, { leg: 'up', kind: judged, at });
  if (order.length < group.at.length) return harmed(then, { leg: 'up', kind: 'held-loosely', at });
  return pressesSink(stand.access.model, group) && !isEven(group, order, passes)
    ? harmed(then, { leg: 'up', kind: 'sink-uneven', at })
    : works(then);
}

/** These press a heat sink onto what it cools: one side first, and it tilts. */
const pressesSink = (model: Model, { a, b, count }: Screws): boolean =>
  count > 2 && [a, b].some((id) => model.part(id).kind === 'heat-sink');

/** In the order and passes that the file or a cross pattern gives; a cross pattern may begin at any corner. */
function isEven(group: Screws, order: readonly number[], passes: number): boolean {
  const wanted = tightening(group);
  if (passes < wanted.passes) return false;
  if (group.screw.printedOrder) return order.every((hole, i) => hole === wanted.order[i]);
  const far = (a: number, b: number) =>
    Math.hypot(group.at[a]![0] - group.at[b]![0], group.at[a]![1] - group.at[b]![1]);
  const [first, second] = [order[0]!, order[1]!];
  return order.every((hole) => far(first, hole) <= far(first, second) + 0.05);
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
