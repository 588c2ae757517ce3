export { checkMachine, readMachineFile, type MachineFile } from './machine-file';
export { jsonSchema, PUBLISHED, type Published } from './schemas';
