export { ConditionMark, DATA, Intake, JobFact, LEAD_ONLY, MARKS, type JobEvent, type MarkKind } from './events';
export { strangeFact } from './checks';
export { foldJob, isStopped, type JobState } from './fold';
export { drainedAt, settledAt, WAITS, waitsFor, type JobFacts, type JobPage, type Waits } from './waits';
export { factWords } from './words';
export { PACE_KINDS, ShopSettings, STANDARD_SETTINGS, type PaceKind } from './settings';
export { planBasis } from './plan-basis';
export { worksAtCell } from './at-cell';
