export { answerForm, exerciseOf, marked, rightAnswer, skillsOn, type Marked } from './exercise';
export { findingsOf } from './found';
export { Draw, type Ground, type Trained } from './kind';
export { Answer, Exercise, EXERCISE_FORMAT, EXERCISE_KINDS, ExerciseKind, type AnswerForm } from './schema';
export { askWords, givenWords, leadName, optionWords, skillOnWords, skillWords, whyWords } from './tell';
export { shownWith, type Shown } from './shown';
export { answerLetters, LETTERS, paperOption, paperPictures } from './paper';
