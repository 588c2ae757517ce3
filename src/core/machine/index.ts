export * from './schema';
export {
  Adhesive,
  Cable,
  CablePoint,
  Carries,
  ConnectorFamily,
  Drive,
  Faces,
  Guide,
  HeadStyle,
  Hole,
  Joint,
  JOINT_KINDS,
  Screw,
  SealOwner,
  TapeMaterial
} from './joints';
export type { JointKind, JointOf } from './joints';
export { Outline, Point } from './shapes';
export { area, boxOf, distance, flatten, type Box } from './outline';
export { parseDocument, parseMachine, MACHINE_FILE_MAX_BYTES, type Parsed } from './read';
export { referenceProblems } from './references';
export { modelOf, type Model, type PartMove } from './model';
export { powerGap, type PowerGap, type Powered } from './power';
export type { MachineState } from './state';
export { contentHash } from './hash';
export { asLine, cleaned, freshId, freshName, Id, idFor, line, prose } from './text';
