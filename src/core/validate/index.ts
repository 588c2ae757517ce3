export { checkMachine, type CheckedMachine } from './machine';
