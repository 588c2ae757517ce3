export { actionsOf, moveId, openId, refId, type Action, type ActionId } from './actions';
export { Drawing } from './covers';
export { areaOf, contains, discMeets, discWithin, overlap, shared, swept, within, type Area } from './geometry';
export { accessOf, waysToClear, type Access, type Alternative, type Cause, type Requirement } from './requirements';
export { causeInWords, reachFaults } from './reachable';
export type { Cover, Evidence } from './covers';
