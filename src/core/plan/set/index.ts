export { setsAmong } from './among';
export { cheapestSet } from './removal-set';
export {
  comesAfter,
  wayKey,
  type Members,
  type RemovalSet,
  type SetProblem,
  type SetResult,
  type WayKey
} from './problem';
