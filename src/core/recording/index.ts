export { optionName, questionWords } from './asked';
export { Fixing, Place, Recording, RECORDING_FORMAT, RecordingEvent, Scale } from './events';
export { foldRecording, tookOut, type RecordState, type SeenJoint, type SeenMove, type SeenPart } from './fold';
export { DO_NOT_KNOW, questionsOf, singleGoals, type Question } from './questions';
export { machineFrom, type Drawn, type Lacking, type Missing } from './machine-from';
export { parseRecording, RECORDING_MAX_BYTES } from './read';
export { usualHeadMm, usualMoveSeconds, usualPitchMm, usualSeconds, USUAL_SCREW } from './usual';
