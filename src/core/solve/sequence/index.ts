export * from './sequence';
export type { LooseRule } from './loose';
export type { SequenceAction, SequenceProblem } from './problem';
export { FIRST_WEIGHTING, WEIGHTS, type Setup, type Weighting, type Weights } from './setup';
export { seeded } from './seeded';
