export { AFTER_SIGNING, isAddable, Label, Mark, RunEvent, when, type Addable, type NotSo } from './events';
export { CLOCK_TOLERANCE_MS, clockIsWrong, everyStep, strangeIn } from './checks';
export { expectedMark, wrongSocket } from './marks';
export { fold, type RunState, type Said, type StepRecord } from './fold';
export { allSteps, inOrder, inRound, planInForce, plansOf, roundOf } from './rounds';
export { continued, fromHere, goalsAhead, planChanges, strangers, stuckJoints } from './replan';
export { likelyJoints, plugsOf, type Likely } from './failed';
export { explanations, obstacles, type Obstacle } from './closing';
export { machineAfter } from './machine-state';
export { currentStep, expectedCount, fateWords, possibleFacts, possibleFates } from './count';
export { observedSteps } from './observed';
export { runFigures, type BenchReading, type RunFigures } from './run-figures';
export { countFacts, notSoFacts, type Fact } from './facts';
export { chanceWords, proposedNote, suspects, type FoundBefore, type Suspect } from './resists';
export {
  eventWords,
  NOT_SO_WORDS,
  OUTCOMES,
  reportSections,
  screwRows,
  type ReportLine,
  type ReportSection
} from './report';
