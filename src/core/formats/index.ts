export { readMachineFile, writeMachineFile } from './machine-file';
export { jsonSchema, PUBLISHED, type Published } from './schemas';
export { cableTable, written as csvText, partTable, readScrewTable, screwTable, stepTable } from './csv';
export { planMarkdown } from './markdown';
export { trayPicture, traySvg } from './tray-picture';
export { diffMachines, type Change } from './diff';
export { readPlan } from './plan-file';
export { runDocument, runTable, RUN_FORMAT, type RunJob } from './run-file';
export { numberedFaces, type NumberedFace } from './face-picture';
