import { isolationOfStep, moveId, openId } from '../ids';
import type { Plan, Step } from '../plan';
import type { Harm } from './harms';
import type { RehearsalLog } from './log';
import { Stand } from './stand';

/**
 * The step of a plan that whoever stands here would do next: on the way down the first that is not done, on the way up the first
 * whose counterpart is; where its face is not in front, the turning before it.
 * @returns undefined where the plan has nothing left to say
 */
export function nextStep({ access, state, isReached }: RehearsalLog, plan: Plan): Step | undefined {
  const isLeft = (step: Step): boolean => {
    const isolation = isolationOfStep(step.id);
    switch (step.do) {
      case 'prepare':
        return !isReached && isolation !== undefined && !state.isolated.has(isolation);
      case 'restore':
        return isReached && isolation !== undefined && state.isolated.has(isolation);
      case 'open':
        return !isReached && !state.open.has(openId(step.joint!));
      case 'close':
        return isReached && state.open.has(openId(step.joint!));
      case 'move':
        return !isReached && !state.open.has(moveId(step.part!, step.move!));
      case 'return':
        return isReached && state.open.has(moveId(step.part!, step.move!));
      default:
        return false;
    }
  };
  const at = plan.steps.findIndex(isLeft);
  const step = plan.steps[at];
  const isAtHand =
    !step || step.do === 'prepare' || step.do === 'restore' || !isTurnedAway(new Stand(access, state), step);
  if (isAtHand) return step;
  return plan.steps.slice(0, at).findLast((s) => s.do === 'pose') ?? step;
}

/** Its face is not in front, or its part goes as the lid does. */
function isTurnedAway(stand: Stand, { do: doing, joint, part, move }: Step): boolean {
  const action = joint === undefined ? stand.moving(part!, move!) : stand.opening(joint);
  const blockers = doing === 'close' || doing === 'return' ? stand.inTheWayBack(action) : stand.inTheWay(action);
  return blockers.some((b) => b.is === 'face');
}

/** The step of a plan in which a harm is done by whoever does it wrong; undefined for what the plan does not touch. */
export function stepOfHarm(plan: Plan, { leg, at }: Harm): Step | undefined {
  const doing: readonly Step['do'][] = leg === 'down' ? ['open', 'move'] : ['close', 'return'];
  return plan.steps.find(
    (s) => doing.includes(s.do) && ('joint' in at ? s.joint === at.joint : s.part === at.part && s.joint === undefined)
  );
}
