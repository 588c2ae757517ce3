import { fit, tightening, type Verdict } from '../fasteners';
import type { Drive, Model } from '../machine';
import type { HarmKind } from './harms';
import { judgeBit } from './motions';
import { harmed, stuck, works, type Outcome } from './outcome';
import type { Opening, Screws, Stand } from './stand';
import { onTray, screwsIn } from './state';
import { closed } from './up';

const HARM_OF_FIT: Partial<Record<Verdict, HarmKind>> = {
  'punches-through': 'tip-through',
  strips: 'thread-stripped',
  bottoms: 'held-loosely',
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
