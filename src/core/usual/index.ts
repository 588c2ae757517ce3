export { SNAP_MM, USUAL_CABLES, usualForm, usualLengthMm } from './cables';
export { usualCare } from './care';
export { usualIsolation, type PowerWay } from './isolation';
export { USUAL_POSES, type UsualSide } from './faces';
export { standardShapesOf, STANDARD_SHAPES, type StandardShape } from './shapes';
export {
  usualHeadMm,
  usualJobs,
  usualMoveSeconds,
  usualPitchMm,
  usualSeconds,
  usualDepth,
  usualThicknessMm,
  USUAL_SCREW,
  USUAL_TRAVEL_MM
} from './usual';
