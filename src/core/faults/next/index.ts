export { NextStep, nextStep, steady, type Candidate, type Done, type Next } from './next';
export type { SpareSeconds } from './live';
export type { ReachSeconds } from './openings';
export { swapLikeliest } from './swap';
