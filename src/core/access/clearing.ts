import { removes, type Joint, type Model, type Move, type Part } from '../machine';
import { moveId, openId, type ActionId } from '../ids';

/** One way to meet a requirement: all of these must have been done. */
export type Alternative = readonly ActionId[];

/** How a cover over a part can stop covering it; that the part itself leaves is none: it cannot with the cover there. */
export const waysToClear = (model: Model, cover: Part, part: string): Alternative[] =>
  waysOff(model, cover, [part], part);

/**
 * How a cover over a joint can stop covering it. The joint goes where its ends go; a loose cable's end is where it is plugged, so that
 * what carries off plug and cover together uncovers nothing.
 */
export function waysToClearJoint(model: Model, cover: Part, joint: Joint): Alternative[] {
  const seats = [joint.a, joint.b].filter((id) => !model.isUncarried(id));
  return waysOff(model, cover, seats.length > 0 ? seats : [joint.a, joint.b]);
}

/**
 * Moved aside by itself, carried off by what it is mounted on or leaves together with, or left behind when what it covers is carried
 * off.
 * @param itself what is covered, where its own move does not count
 */
function waysOff(model: Model, cover: Part, covered: readonly string[], itself?: string): Alternative[] {
  const rideTogether = (carrier: string) => covered.every((id) => model.riders(carrier).has(id));
  const takesAll = (taken: ReadonlySet<string>) => covered.every((id) => taken.has(id));
  const clears = (part: Part) =>
    part.moves.filter((m) => (m.clears || removes(m)) && (!m.with || !takesAll(model.takes(part.id, m))));
  const ways: Alternative[] = clears(cover).map((m) => [moveId(cover.id, m.id)]);
  for (const carrier of model.carriers(cover.id)) {
    if (rideTogether(carrier)) break;
    ways.push(...clears(model.part(carrier)).map((m) => [moveId(carrier, m.id)]));
  }
  for (const carrier of [covered[0]!, ...model.carriers(covered[0]!)]) {
    if (!rideTogether(carrier) || carrier === model.root.id) continue;
    if (model.riders(carrier).has(cover.id)) break;
    if (carrier === itself) continue;
    ways.push(
      ...model
        .part(carrier)
        .moves.filter((m) => removes(m) && !model.takes(carrier, m).has(cover.id))
        .map((m) => [moveId(carrier, m.id)])
    );
  }
  for (const { part, move } of model.groupMoves) {
    const taken = model.takes(part.id, move);
    if (taken.has(cover.id) !== takesAll(taken) && part.id !== itself) ways.push([moveId(part.id, move.id)]);
  }
  return ways;
}

/** How a cover over a rider can stop being in the way of what the rider leaves with: it is cleared, or the rider has left before. */
export function waysToClearRider(model: Model, cover: Part, rider: Part, leaving: Part, move: Move): Alternative[] {
  const taken = model.takes(leaving.id, move);
  const between = [rider.id, ...model.carriers(rider.id)].filter((id) => id !== leaving.id && taken.has(id));
  return [
    ...waysToClear(model, cover, leaving.id),
    ...between.flatMap((id) =>
      model
        .part(id)
        .moves.filter(removes)
        .map((m) => [moveId(id, m.id)])
    )
  ];
}

/**
 * How a joint stops holding a part: it is opened, or both its ends have left together without the part, and it between them.
 * @param held the part that it holds
 */
export function waysToRelease(model: Model, joint: Joint, held: string): Alternative[] {
  const left = model.groupMoves.filter(({ part, move }) => {
    const taken = model.takes(part.id, move);
    return taken.has(joint.a) && taken.has(joint.b) && !taken.has(held);
  });
  return [[openId(joint.id)], ...left.map(({ part, move }) => [moveId(part.id, move.id)])];
}
