import { type Requirement } from '../access';
import type { Together } from '../solve';
import { movedBy, removes, type Model, type PartMove } from '../machine';
import { DEPARTS } from '../words';
import { moveId, openId, type ActionId } from '../ids';

/**
 * All moves of several parts of this machine, in the order of its file, with what takes them apart: moves that take some of them
 * away and leave others, after one of which there is no leaving together, and the joints among them.
 */
export const togetherOf = (model: Model): Together<Requirement>[] =>
  model.groupMoves.map((group) => ({
    group: idOf(group),
    moves: movesApart(model, group),
    joints: jointsAmong(model, group),
    after: (id) => comesAfter(id, idOf(group))
  }));

/** What takes apart comes after what it would make impossible. */
export const comesAfter = (action: ActionId, group: ActionId): Requirement => ({
  id: `${action} < together ${group}`,
  of: action,
  alternatives: [[group]],
  cause: { kind: 'relation', reason: DEPARTS.takenApartOut, leg: 'down' }
});

function movesApart(model: Model, group: PartMove): ActionId[] {
  const { part, move } = group;
  const members = movedBy(part.id, move);
  const some = model.machine.parts
    .flatMap((of) => of.moves.filter(removes).map((m) => ({ part: of, move: m })))
    .filter((way) => {
      const taken = model.takes(way.part.id, way.move);
      return idOf(way) !== idOf(group) && members.some((id) => taken.has(id)) && !members.every((id) => taken.has(id));
    });
  return some.map(idOf);
}

function jointsAmong(model: Model, { part, move }: PartMove): ActionId[] {
  const taken = model.takes(part.id, move);
  return [...new Set([...taken].flatMap((id) => model.jointsOf(id)))]
    .filter((j) => taken.has(j.a) && taken.has(j.b))
    .map((j) => openId(j.id));
}

const idOf = ({ part, move }: PartMove): ActionId => moveId(part.id, move.id);

/** For each move of several parts in the set what has to come after it on the way down, and before it on the way up. */
export function tornAfter(model: Model, within: ReadonlySet<ActionId>): { group: ActionId; apart: ActionId }[] {
  return pairsOf(model, within, ({ moves }) => moves);
}

/** The same with what had better come so: the joints among the parts, which stay closed until they are out. */
export function takenApart(model: Model, within: ReadonlySet<ActionId>): { group: ActionId; apart: ActionId }[] {
  return pairsOf(model, within, ({ moves, joints }) => [...moves, ...joints]);
}

function pairsOf(
  model: Model,
  within: ReadonlySet<ActionId>,
  which: (t: Together<Requirement>) => readonly ActionId[]
) {
  return togetherOf(model)
    .filter(({ group }) => within.has(group))
    .flatMap((t) =>
      which(t)
        .filter((id) => within.has(id))
        .map((apart) => ({ group: t.group, apart }))
    );
}
