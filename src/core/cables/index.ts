export { crossings, pathLength, type Crossing } from './run';
export { comesOffWith, likeLeads, pairingOf, type Pairing } from './leads';
export * from './dressing';
export * from './bends';
