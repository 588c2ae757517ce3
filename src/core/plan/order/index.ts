export * from './order';
export type { LooseRule } from './loose';
export {
  FIRST_WEIGHTING,
  WEIGHTS,
  type OrderAction,
  type OrderProblem,
  type Setup,
  type Weighting,
  type Weights
} from './problem';
export { seeded } from './seeded';
