export { Answered, foldPractice, type Counted } from './answered';
export { isDue, Memory, practised, retention, WANTED_RETENTION } from './memory';
export { after, EXERCISE_SECONDS, today, type Asked, type Offer, type Practised } from './today';
