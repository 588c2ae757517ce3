export { setsAmong } from './among';
export { cheapestSet } from './removal-set';
export {
  wayKey,
  type Members,
  type RemovalSet,
  type SetProblem,
  type SetResult,
  type Together,
  type WayKey
} from './problem';
