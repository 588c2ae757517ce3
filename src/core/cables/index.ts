export { crossings, pathLength, type Crossing } from './run';
export * from './dressing';
export * from './bends';
