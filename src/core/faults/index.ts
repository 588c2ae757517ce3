export {
  FAULTS_FORMAT,
  FaultSet,
  strangersOf,
  faultSetIn,
  unplannableIn,
  type Fault,
  type Repair,
  type Symptom,
  type Test
} from './schema';
export { belief, mendedFault, NOTHING_KNOWN, priors, understood, type Findings, type Found } from './belief';
export {
  NextStep,
  nextStep,
  steady,
  swapLikeliest,
  type Candidate,
  type Next,
  type ReachSeconds,
  type SpareSeconds
} from './next';
export { reachFrom } from './reach';
export { worthOfSpares, type ShopSpare, type Worth } from './worth';
export { commonTo, type Common } from './common';
