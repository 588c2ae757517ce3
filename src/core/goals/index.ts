export { faceOf, Goal, Goals, goalId, goalOf, goalParts, offeredGoals, replaceableParts, settleGoals } from './goal';
export { goalRequirements, JOB, PlanningError, ridersToMove } from './requirements';
