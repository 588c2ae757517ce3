export { Rehearsal, type Blocker, type Outcome, type Try } from './attempt';
export { type Harm, type HarmKind } from './harms';
export { motionsFor, rightMotion, type Motion } from './motions';
export { handedOver, type Rehearsed } from './state';
