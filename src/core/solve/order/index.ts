export * from './order';
export type { LooseRule } from './loose';
export type { OrderAction, OrderProblem } from './problem';
export { FIRST_WEIGHTING, WEIGHTS, type Setup, type Weighting, type Weights } from './setup';
export { seeded } from './seeded';
