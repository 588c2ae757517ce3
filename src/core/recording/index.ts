export { optionName, questionWords } from './asked';
export { Fixing, Place, Recording, RECORDING_FORMAT, RecordingEvent, Scale } from './events';
export { foldRecording } from './fold';
export { tookOut, type RecordState, type SeenJoint, type SeenMove, type SeenPart } from './state';
export { DO_NOT_KNOW, questionsOf, singleGoals, type Question } from './questions';
export { machineFrom, type Drawn, type Lacking, type Missing } from './machine-from';
export { parseRecording, RECORDING_MAX_BYTES } from './read';
