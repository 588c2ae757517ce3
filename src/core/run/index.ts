export { NOT_SO, RunEvent, type RunEventType } from './events';
export { fold, type RunState, type StepRecord } from './fold';
export { obstacles, type Obstacle } from './closing';
export { machineAfter, type MachineState } from './machine-state';
export { currentStep, expectedCount, fateWords, possibleFates } from './count';
