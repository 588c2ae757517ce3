export { begun, counted, inSentence, listed, percent, type Phrase } from './text';
export { aboutJoint, aboutPart, type Motion } from './drawing';
export { chanceWords, foundBefore, OBSTACLE, openedAtStep, RESISTS, wrongSocket, type SuspectWords } from './bench';
export { CAUTIONS, CONDITION_CAUTIONS, DRY_ONLY, liveWords, looseWords, withLidWords } from './cautions';
export { CELL_WORDS, LISTING_WORDS } from './cells';
export { amountWords, consumableName, consumableStep, type Amount } from './consumables';
export { EVENT, fateOf, fateWords, NOT_SO_WORDS, OUTCOMES, suspectWords } from './record';
export { FITS, SPARE } from './spares';
export { goalWords, jobWords, LEG_NAMES, WEIGHTING_NAMES } from './goals';
export { CONDITION_WORDS, QUESTION_WORDS, STOP_WORDS } from './hazards';
export { closeWords, isolationWords, leadWords, openWords } from './joints';
export { DATA, HISTORY, MARKS, PACE_KINDS, STRANGE, WAITS } from './job';
export { formWords, goalWorkWords, moveWords, poseWords, returnWords, swapWords } from './moves';
export {
  alongsideWords,
  backLater,
  cableOver,
  cableUnder,
  causeWords,
  DEPARTS,
  evidenceWords,
  insteadWords,
  PASSES,
  SAVES,
  SERVICE_WORDS,
  TAKEN_APART_OUT,
  unmetWords,
  waitsWords
} from './reasons';
export { REPORT, REPORT_TITLES } from './report';
export { mixUpWords } from './screws';
export { SHEET } from './sheet';
export { CLOSING_CHECK, OPEN_TEST, openTestReason, TESTED, testWords } from './tests';
export { DIFFERENCE, FIELD_NAMES } from './differences';
export { TRAY } from './tray';
