export {
  checkFit,
  currentNumber,
  numbersNow,
  patternOffMm,
  plugFamilies,
  Spare,
  spareOf,
  type FitCheck,
  type FitVerdict
} from './spare';
export { isInHand, needsOf, needStates, renumbered, type Need, type NeedState, type Stocked } from './need';
