export type { ActionId, Requirement } from './requirement';
export { gapOf } from './gap';
export * from './set';
export * from './sequence';
