export { Rehearsal } from './attempt';
export { isOf, Try } from './try';
export { closingsFor, judgedMotion, rightClosing, type Closing, type Material } from './closings';
export { Harm, harmKey, HARMS, readHarm, type HarmKind } from './harms';
export { motionsFor, rightMotion, type Motion } from './motions';
export { HAND_TOOLS, rightTool, type HandTool } from './tools';
export type { Outcome } from './outcome';
export { Stand, type Blocker } from './stand';
export { besideKey, handedOver, isInFront, isLive, onTray, powerSteps, screwsIn, type Rehearsed } from './state';
export { followed, triesOf } from './follow';
export { leftOver, socketsFor } from './up';
export { damageOf, faultOf, functionsHurt, repairGoal, repairSeconds, symptomsOf, type Damage } from './aftermath';
export { insteadOf, mistakeAt, mistakesIn, placesOf, type Mistake, type Place } from './mistakes';
export {
  blockerWords,
  closingWords,
  harmWords,
  materialWords,
  motionWords,
  tryAbout,
  tryWords,
  type HarmWords
} from './tell';
export { findingOf, outcomeOf, type Found } from './finding';
export { Entry, MOST_ENTRIES, REHEARSAL_FORMAT, RehearsalLog, RehearsalRecord, type Suffered } from './log';
export { nextStep, stepOfHarm } from './hint';
export {
  asideOf,
  besideOf,
  DIRECTIONS,
  jointsOnMat,
  materialsFor,
  socketChoices,
  waysWith,
  type Aside,
  type Handled,
  type InHand
} from './ways';
export { storyOf, type Chapter } from './story';
