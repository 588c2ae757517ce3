import type { Access } from '../access';
import { openId, readAction, readQuestion, type ActionId } from '../ids';

/**
 * For tests and benches only: what the machine itself would answer to a question of a recording.
 * @returns undefined for what it does not know either
 */
export function truth(access: Access, question: string): string | undefined {
  const { model, requirements } = access;
  const about = readQuestion(question);
  const needs = (action: ActionId) => requirements.get(action) ?? [];
  const yes = (is: boolean) => (is ? 'yes' : 'no');
  const comesAfter = (after: ActionId, before: ActionId) =>
    needs(after).some((r) => r.alternatives.length === 1 && r.alternatives[0]!.includes(before));
  const moveOf = (action: ActionId) => {
    const named = readAction(action);
    return named && 'part' in named ? model.move(named.part, named.move) : undefined;
  };
  switch (about?.kind) {
    case 'power':
      return model.machine.isolation.joint ?? 'no-cell';
    case 'onto':
      return model.hasJoint(about.joint) ? model.joint(about.joint).b : undefined;
    case 'on':
      return model.hasPart(about.part) ? model.part(about.part).on : undefined;
    case 'over':
      return yes(needs(about.action).some((r) => r.cause.kind === 'covers' && r.cause.part === about.cover));
    case 'held':
      return yes(needs(about.action).some((r) => r.cause.kind === 'covers' && r.cause.joint === about.joint));
    case 'order':
      return yes(comesAfter(about.after, about.before));
    case 'seen': {
      // Of all that is on that face and rides on what leaves: one answer for them together.
      const named = readAction(about.before);
      if (!named || !('part' in named)) return undefined;
      const riders = model.riders(named.part);
      const after = model.machine.joints.filter((j) => j.zone === about.face && riders.has(j.a) && riders.has(j.b));
      return yes(after.some((j) => comesAfter(openId(j.id), about.before)));
    }
    case 'leash':
      return yes(moveOf(about.action)?.leaves.includes(about.joint) ?? false);
    case 'clears':
      return yes(moveOf(about.action)?.clears ?? false);
    case undefined:
      return undefined;
  }
}
