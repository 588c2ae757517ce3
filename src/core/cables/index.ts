export { crossings, pathLength, type Crossing } from './run';
