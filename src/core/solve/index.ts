export type { ActionId, Requirement } from './requirement';
export * from './set';
export * from './sequence';
