import type { Access } from '../access';
import { removes } from '../machine';

/**
 * What the machine itself would answer to a question of a recording.
 * @returns undefined for what it does not know either
 */
export function truth(access: Access, question: string): string | undefined {
  const [kind, rest] = [question.slice(0, question.indexOf(':')), question.slice(question.indexOf(':') + 1)];
  const { model } = access;
  switch (kind) {
    case 'onto':
      return model.hasJoint(rest) ? model.joint(rest).b : undefined;
    case 'over': {
      const [cover, action] = rest.split('>') as [string, string];
      const list = access.requirements.get(action);
      return list && (list.some((r) => r.cause.kind === 'covers' && r.cause.part === cover) ? 'yes' : 'no');
    }
    case 'order': {
      const [before, after] = rest.split('>') as [string, string];
      const list = access.requirements.get(after);
      return (
        list && (list.some((r) => r.alternatives.length === 1 && r.alternatives[0]!.includes(before)) ? 'yes' : 'no')
      );
    }
    case 'held': {
      const [joint, action] = rest.split('>') as [string, string];
      const list = access.requirements.get(action);
      return list && (list.some((r) => r.id.endsWith(` < cable ${joint}`)) ? 'yes' : 'no');
    }
    case 'seen': {
      // Of all that is on that face and comes after it: one answer for them together.
      const [before, face] = rest.split('>') as [string, string];
      const after = model.machine.joints.filter((j) => {
        const move = model.machine.parts.flatMap((p) => p.moves.map((m) => [p.id, `move:${p.id}/${m.id}`] as const));
        const by = move.find(([, id]) => id === before)?.[0];
        return j.zone === face && by !== undefined && model.carriers(j.a).includes(by) && model.riders(by).has(j.b);
      });
      const is = after.filter((j) =>
        access.requirements
          .get(`joint:${j.id}`)!
          .some((r) => r.alternatives.length === 1 && r.alternatives[0]!.includes(before))
      );
      return is.length > 0 ? 'yes' : 'no';
    }
    case 'on':
      return model.hasPart(rest) ? model.part(rest).on : undefined;
    case 'leash': {
      const [joint, way] = rest.split('>') as [string, string];
      const [part, move] = way.split('/') as [string, string];
      return model.move(part, move).leaves.includes(joint) ? 'yes' : 'no';
    }
    case 'alone': {
      const [part] = rest.split('/') as [string, string];
      return model.part(part).moves.some((m) => removes(m) && !m.with) ? 'yes' : 'no';
    }
    case 'clears': {
      const [part, move] = rest.split('/') as [string, string];
      return model.move(part, move).clears ? 'yes' : 'no';
    }
    default:
      return undefined;
  }
}
