import { removes, type Model, type Part } from '../machine';
import { moveId, type ActionId } from './actions';

/** One way to meet a requirement: all of these must have been done. */
export type Alternative = readonly ActionId[];

/**
 * How a cover can stop covering: moved aside by itself, carried off by what it is mounted on,
 * or left behind when what it covers is carried off.
 */
export function waysToClear(model: Model, cover: Part, covered: readonly string[]): Alternative[] {
  const ways: Alternative[] = cover.moves.filter((m) => m.clears || removes(m)).map((m) => [moveId(cover.id, m.id)]);
  const rideTogether = (carrier: string) => covered.every((id) => model.riders(carrier).has(id));
  for (const carrier of model.carriers(cover.id)) {
    if (rideTogether(carrier)) break;
    ways.push(...model.part(carrier).moves.filter((m) => m.clears || removes(m)).map((m) => [moveId(carrier, m.id)]));
  }
  for (const carrier of [covered[0]!, ...model.carriers(covered[0]!)]) {
    if (!rideTogether(carrier) || carrier === model.root.id) continue;
    if (model.riders(carrier).has(cover.id)) break;
    if (covered.length === 1 && carrier === covered[0]) continue;
    ways.push(...model.part(carrier).moves.filter(removes).map((m) => [moveId(carrier, m.id)]));
  }
  return ways;
}

/** How a cover over a rider can stop being in the way of what the rider leaves with: it is cleared, or the rider has left before. */
export function waysToClearRider(model: Model, cover: Part, rider: Part, leaving: Part): Alternative[] {
  const between = [rider.id, ...model.carriers(rider.id)].filter((id) => id !== leaving.id && model.riders(leaving.id).has(id));
  return [...waysToClear(model, cover, [leaving.id]), ...between.flatMap((id) => model.part(id).moves.filter(removes).map((m) => [moveId(id, m.id)]))];
}
