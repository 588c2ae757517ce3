export { paceOf, STANDARD_PACE, type Observed, type Pace } from './pace';
export { timesOf } from './total';
