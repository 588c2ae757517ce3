import { type Access, type Requirement } from '../access';
import type { Step } from './schema';
import { moveId, openId, type ActionId } from '../ids';

/** The action that a step does or undoes; undefined for turns, tests and the like. */
export function actionOf(step: Pick<Step, 'do' | 'joint' | 'part' | 'move'>): ActionId | undefined {
  if ((step.do === 'open' || step.do === 'close') && step.joint !== undefined) return openId(step.joint);
  if ((step.do === 'move' || step.do === 'return') && step.part !== undefined && step.move !== undefined)
    return moveId(step.part, step.move);
  return undefined;
}

/** Requirements of an action that are not met by what is done. */
export function unmet(
  access: Access,
  id: ActionId,
  done: ReadonlySet<ActionId>,
  leg: 'down' | 'up' = 'down'
): Requirement[] {
  return access.requirements
    .get(id)!
    .filter((r) => leg === 'down' || r.cause.kind !== 'relation' || r.cause.leg === 'both')
    .filter((r) => !r.alternatives.some((way) => way.every((need) => done.has(need))));
}
