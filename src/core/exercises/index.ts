export { answerForm, exerciseOf, marked, rightAnswer, skillsOn, type Marked } from './exercise';
export { findingsOf } from './found';
export type { Ground, Trained } from './kind';
export { Answer, Exercise, EXERCISE_FORMAT, EXERCISE_KINDS, ExerciseKind, type AnswerForm } from './schema';
export { askWords, givenWords, leadName, optionWords, skillWords, whyWords } from './tell';
export { rehearsed, type Rehearsing } from './whole';
