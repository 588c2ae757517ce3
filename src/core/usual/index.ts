export {
  usualHeadMm,
  usualJobs,
  usualMoveSeconds,
  usualPitchMm,
  usualSeconds,
  usualThicknessMm,
  USUAL_SCREW
} from './usual';
