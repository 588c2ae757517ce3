export { SHEET_COLUMNS, SHEET_MAX_CHARS } from './rows';
export { machineFromSheet, type SheetAbout } from './scheme';
