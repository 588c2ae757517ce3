export { engagement, fit, type Fit, type Verdict } from './fit';
export { mixUps, type MixUp, type ScrewGroup } from './mix-ups';
export { emptyFates, FATES, isClosed, ledgerLine, type Fate, type LedgerLine } from './ledger';
