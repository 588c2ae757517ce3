export { cheapestSet } from './removal-set';
export { wayKey, type RemovalSet, type SetProblem, type SetResult, type WayKey } from './problem';
