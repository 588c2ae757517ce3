export { standardShapesOf, STANDARD_SHAPES, type StandardShape } from './shapes';
export {
  usualHeadMm,
  usualJobs,
  usualMoveSeconds,
  usualPitchMm,
  usualSeconds,
  usualThicknessMm,
  USUAL_SCREW
} from './usual';
