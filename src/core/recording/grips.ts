import { removes } from '../machine';
import type { Ends } from './ends';
import { carries, isRun } from './habits';
import type { RecordState, SeenMove } from './state';
import type { Together } from './together';

/** Moves as they would have been told one by one, and wires of which nobody knows with which part of a grip they came. */
export interface Grips {
  moves: readonly SeenMove[];
  /** Their plugs are open before either part goes. */
  wires: readonly { wire: string; move: SeenMove }[];
}

/**
 * Two parts that were lifted in one grip: what was fastened by itself to something that stayed, and is joined to nothing of what was
 * moved, came along in the hand alone. It gets a way of its own, as a guess, so that each is planned without the other.
 */
export function apartInHand(state: RecordState, together: Together, ends: ReadonlyMap<string, Ends>): Grips {
  const parts = new Map(state.parts.map((p) => [p.id, p]));
  const joints = new Map(state.joints.map((j) => [j.id, j]));
  const movedAlone = new Set(state.moves.filter(removes).map((m) => m.part));
  const isWire = (id: string) => isRun(parts.get(id)!);
  const wires: { wire: string; move: SeenMove }[] = [];
  const moves = state.moves.flatMap((move): SeenMove[] => {
    const taken = together.taken(move);
    if (!removes(move) || taken.size === 1 || move.part === state.about?.rest.part) return [move];
    const fastened = new Set(
      [...ends].flatMap(([id, { a, b }]) =>
        taken.has(a) && !taken.has(b) && carries(joints.get(id)!.fixing) ? [a] : []
      )
    );
    const loose = groupsOf(
      [...taken].filter((id) => !isWire(id)),
      ends
    ).flatMap((group) => {
      const head = group.find((id) => fastened.has(id) && parts.get(id)!.kind !== 'hinge');
      const kinds = new Set([move.part, ...group].map((id) => parts.get(id)!.kind));
      // A fan and a sink often leave together although nothing is seen to join them.
      const isCooler = kinds.has('fan') && kinds.has('heat-sink');
      const isApart =
        head && !isCooler && !group.includes(move.part) && !group.some((id) => movedAlone.has(id) || parts.get(id)!.on);
      return isApart ? [[head, ...group.filter((id) => id !== head)]] : [];
    });
    if (loose.length === 0) return [move];
    const apart = new Set(loose.flat());
    const own = loose.map(([part, ...along], i): SeenMove => ({
      part: part!,
      move: 'lift',
      kind: 'lift',
      face: move.face,
      along,
      stays: [],
      when: move.when + (i + 1) / 1000,
      isGuessed: true
    }));
    for (const wire of [...taken].filter(isWire)) wires.push(...own.map((m) => ({ wire, move: m })));
    return [{ ...move, along: move.along.filter((id) => !apart.has(id)) }, ...own];
  });
  return { moves, wires };
}

/** Parts that are joined to each other, directly or by others of them. */
function groupsOf(ids: readonly string[], ends: ReadonlyMap<string, Ends>): string[][] {
  const group = new Map(ids.map((id) => [id, new Set([id])]));
  for (const { a, b } of ends.values()) {
    const [x, y] = [group.get(a), group.get(b)];
    if (!x || !y || x === y) continue;
    for (const id of y) group.set(id, x.add(id));
  }
  return [...new Set(group.values())].map((set) => [...set]);
}
