export { optionName, questionWords } from './asked';
export { Fixing, Place, Recording, RECORDING_FORMAT, RecordingEvent, Scale } from './events';
export { foldRecording } from './fold';
export { type RecordState, type SeenJoint, type SeenMove, type SeenPart } from './state';
export { questionsOf, singleGoals, type Question } from './questions';
export { machineFrom, type Drawn, type Lacking, type Missing } from './machine-from';
export { parseRecording, RECORDING_MAX_BYTES } from './read';
export { DO_NOT_KNOW, POWER_QUESTION, WITHOUT_PLUG, type WithoutPlug } from './power';
export { readRecord, type Asked, type Reading } from './reading';
export { fromRecord, goalOfRecord, stepsDone, stepsOfPhotos, type DoneStep } from './back-up';
export { pictureMap, WHOLE_PICTURE, type PictureMap } from './scale';
export { jointPicture, recordScene, type RecordScene, type SceneJoint, type ScenePart } from './scene';
export { begunMachine } from './begun';
export { isRun } from './habits';
export {
  isUndone,
  guideAt,
  likelyAlong,
  likelyHeld,
  likelyStays,
  lyingAt,
  otherFace,
  outOf,
  plugged,
  undoable
} from './standing';
export { jointOf } from './joints';
export { USUAL_FIXINGS } from './usual-fixings';
