export { ConditionMark, Intake, JobFact, LEAD_ONLY, type JobEvent, type MarkKind } from './events';
export { strangeFact } from './checks';
export { languageOfPapers } from './papers';
export { foldJob, isStopped, type JobState } from './fold';
export { drainedAt, settledAt, waitsFor, type JobFacts, type JobPage, type Waits } from './waits';
export { factWords } from './history';
export { ShopSettings, STANDARD_SETTINGS, TRAINEES, type PaceKind, type TraineesMay } from './settings';
export { planBasis } from './plan-basis';
export { worksAtCell } from './at-cell';
