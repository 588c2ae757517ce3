export { anyOf, fileName, fileText, jointName, partName, zoneName, type Phrase } from './text';
export { aboutJoint, aboutPart, drawingTitle, type Motion } from './drawing';
export {
  chanceWords,
  foundBefore,
  OBSTACLE,
  openedAtStep,
  proposedWords,
  RESISTS,
  wrongSocket,
  type SuspectWords
} from './bench';
export {
  CAUTIONS,
  CONDITION_CAUTIONS,
  DRY_ONLY,
  highVoltageWords,
  doubtedWords,
  liveWords,
  holdWords,
  looseWords,
  unseenWords,
  withLidWords
} from './cautions';
export { CELL_WORDS, LISTING_WORDS } from './cells';
export { amountWords, consumableName, consumableStep, type Amount } from './consumables';
export { DIFFERS, EVENT, fateOf, fateWords, OUTCOMES, suspectWords } from './record';
export { FITS, SPARE } from './spares';
export { goalName, goalWords, jobWords, legName, weightingName } from './goals';
export { EXERCISE_ASKS, EXERCISE_GIVEN, EXERCISE_WHY, SKILLS, VERDICTS } from './exercises';
export {
  ADAPTER_BACK,
  cellAwayWords,
  FIRST_CHARGE,
  FIRST_OF_ALL,
  FORCED_OFF,
  layApart,
  SET_CLOCK,
  UNDER_WATCH,
  WHILE_OPEN
} from './conditions';
export { CONDITION_WORDS, QUESTION_WORDS, STOP_WORDS } from './hazards';
export { closeWords, isolationWords, leadWords, openWords, undoneWords } from './joints';
export { answeredHow, DATA, HISTORY, MARKS, PACE_KINDS, STRANGE, WAITS } from './job';
export { formWords, goalWorkWords, moveWords, poseWords, returnWords, swapWords } from './moves';
export {
  alongsideWhy,
  alongsideWords,
  backLater,
  cableOver,
  cableUnder,
  causeWords,
  DEPARTS,
  evidenceWords,
  insteadWords,
  PASSES,
  pinchedAt,
  SAVES,
  SIDES,
  unmetWords,
  waitsWords,
  type Service,
  type Side
} from './reasons';
export { optionName } from './options';
export { FIXINGS, GUIDES, KNOWN_WORDS, MOVE_KINDS, PART_KINDS, PLUG_FAMILIES, STANDING_WORDS } from './kinds';
export { ASK } from './questions';
export { POWER_ANSWERS, POWER_GAPS } from './power';
export { RECORDED } from './recorded';
export { DRAW, MATERIAL, POWER, rightWay, STICKS, TROUBLE, withTool } from './rehearsal';
export { OUTCOME, REPORT, REPORT_TITLES } from './report';
export { mixUpWords, sizeWords } from './screws';
export { driveOf, toolName } from './tools';
export { SHEET } from './sheet';
export { SLOTS } from './slots';
export {
  CLOSING_CHECK,
  LOOKS,
  type Look,
  functionName,
  openTestWords,
  openTestReason,
  TESTED,
  testWords
} from './tests';
export { DIFFERENCE, FIELDS, fieldName } from './differences';
export { TRAY } from './tray';
export { SPOKEN, type Field } from './spoken';
