export { crossings, pathLength, type Crossing } from './crossings';
export { comesOffWith, likeLeads, pairingOf, type Pairing } from './leads';
export * from './dressing';
export * from './route';
