export { Answered, foldPractice, type Counted } from './answered';
export { isDue, Memory, practised, retention, WANTED_RETENTION } from './memory';
export { after, EXERCISE_SECONDS, today, type Asked, type Offer, type Practised } from './today';
export { readiness, RehearsedWork, traineeMay, type Outcome, type Readiness, type Work } from './ready';
export { troublesIn, troubleWords, type Trouble } from './troubles';
export {
  EXERCISE_SET_FORMAT,
  ExerciseSet,
  MOST_IN_SET,
  PRACTICE_RESULTS_FORMAT,
  PracticeResults,
  setOf,
  SetWish
} from './sets';
