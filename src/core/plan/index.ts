export {
  Goal,
  Goals,
  goalId,
  goalParts,
  offeredGoals,
  PlanningError,
  replaceableParts,
  ridersToMove,
  settleGoals
} from './goals';
export { plan, planning, type PlanOptions, type Progress } from './plan';
export { actionCost, removalSet, setsOfGoals, type From } from './sets';
export { Plan, Step, Leg, Caution, Pinch, PLAN_FORMAT } from './schema';
export { alignLegs, commonOrder, zoneAt, type Row } from './align';
export {
  FIRST_WEIGHTING,
  WEIGHTS,
  order,
  ordering,
  seeded,
  type Weighting,
  type Weights,
  type OrderProblem,
  type OrderAction,
  type Order,
  type Setup
} from './order';
export { cheapestSet, type RemovalSet, type SetProblem, type WayKey } from './set';
export { consumableOf, goalPhrase, jobPhrase, screwSize, WEIGHTING_NAMES } from './phrase';
export { CLOSING_PARTS, closesUp, touchedFunctions, testPhrase, type Touched } from './prove';
export { explain, type Reason } from './explain';
export { alternatives, alongside, type Alternative, type Alongside } from './choices';
export { checkSpare, numbersFor, spareWords, type SpareCheck } from './spare';
export { actionOf, unmet } from './done';
export { kindOf } from './steps';
export { pinchWords } from './pinch';
export { PlanDesk, type Choices } from './desk';
export { planRequest, requestKey, STANDARD_BASIS, type PlanBasis, type PlanRequest, type PlanWish } from './request';
export { partWays, planFigures, stretches, sumFigures, type PlanFigures, type Stretch } from './figures';
export { brokenForGood, screwsTakenOut } from './in-hand';
