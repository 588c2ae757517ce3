export { engagement, fit, type Fit, type HoleSpec, type Verdict } from './fit';
export {
  fitMatrix,
  grossMixUps,
  inRows,
  interchangeable,
  KEEP_APART,
  mixUps,
  worstMixUps,
  type MixUp,
  type ScrewGroup
} from './mix-ups';
export { emptyFates, FATES, emptyAfter, isClosed, ledgerLine, type Fate, type LedgerLine } from './ledger';
export { parseScrewSize, sizeText, type ParsedSize, type ScrewSize } from './size';
export {
  lengthOf,
  measureNext,
  UNCERTAINTY,
  whichScrew,
  type Candidate,
  type Measured,
  type Measurement,
  type Quantity
} from './which';
export { emptyHoles, tellNext } from './leftover';
export {
  crossPattern,
  guidelineTorqueNm,
  tightening,
  torqueLimits,
  torqueVerdict,
  type Tightening
} from './tightening';
export { tray, type Bin, type Tray, type TrayStyle } from './tray';
export { screwSide, shankMm, type ScrewSide } from './side';
