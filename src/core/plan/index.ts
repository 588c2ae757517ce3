export { Goal, Goals, goalId, goalParts, PlanningError, replaceableParts, ridersToMove, settleGoals } from './goals';
export { plan, actionCost, removalSet, type PlanOptions } from './plan';
export { Plan, Step, Leg, Caution, Pinch, PLAN_FORMAT } from './schema';
export { alignLegs, commonOrder, zoneAt, type Row } from './align';
export { WEIGHTS, order, type Weighting, type Weights, type OrderProblem, type Order } from './order';
export { cheapestSet, type RemovalSet, type SetProblem } from './removal-set';
export { goalPhrase, jobPhrase, screwSize } from './phrase';
export { touchedFunctions, testPhrase } from './prove';
export { explain, type Reason } from './explain';
