export { actionsOf, refId, type Action } from './actions';
export { clearMmOf, Drawing } from './covers';
export {
  areaOf,
  contains,
  discMeets,
  discWithin,
  overlap,
  pointedAt,
  segmentDistance,
  shared,
  swept,
  within,
  type Area
} from './geometry';
export { waysToClear, type Alternative } from './clearing';
export { accessOf, type Access, type Cause, type Requirement } from './requirements';
export { drawingProblems, strandedWords } from './drawn';
export { causeInWords, reachProblems } from './reachable';
export type { Cover, Evidence } from './covers';
export { isIn, unheld, type Holding, type Unheld } from './standing';
export { openedMachine } from './opened';
