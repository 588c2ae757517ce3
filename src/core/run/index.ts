export { RunEvent, type NotSo } from './events';
export { fold, type RunState, type StepRecord } from './fold';
export { explanations, obstacles, type Obstacle } from './closing';
export { machineAfter, type MachineState } from './machine-state';
export { currentStep, expectedCount, fateWords, possibleFacts, possibleFates } from './count';
export { countFacts, notSoFacts, type Fact } from './facts';
export { suspects, type Suspect } from './resists';
