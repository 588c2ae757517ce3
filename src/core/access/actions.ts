import { moveId, openId, type ActionId } from '../ids';
import { removes, type ActionRef, type Joint, type Model, type Move, type Part } from '../machine';

export type Action = { id: ActionId; zone: string; seconds: number; backSeconds: number } & (
  { kind: 'open'; joint: Joint } | { kind: 'move'; part: Part; move: Move; removes: boolean }
);

export const refId = (ref: ActionRef): ActionId => ('joint' in ref ? openId(ref.joint) : moveId(ref.part, ref.move));

/** Everything that can be done to this machine, in the order of its file. Times in s. */
export function actionsOf(model: Model): Map<ActionId, Action> {
  const actions = new Map<ActionId, Action>();
  for (const joint of model.machine.joints) {
    const id = openId(joint.id);
    actions.set(id, {
      id,
      kind: 'open',
      joint,
      zone: joint.zone,
      seconds: joint.seconds,
      backSeconds: joint.closeSeconds ?? joint.seconds
    });
  }
  for (const part of model.machine.parts) {
    for (const move of part.moves) {
      const id = moveId(part.id, move.id);
      actions.set(id, {
        id,
        kind: 'move',
        part,
        move,
        removes: removes(move),
        zone: move.zone,
        seconds: move.seconds,
        backSeconds: move.returnSeconds ?? move.seconds
      });
    }
  }
  return actions;
}
