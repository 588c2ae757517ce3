export { checkDraft, checkMachine, type CheckedMachine } from './machine';
