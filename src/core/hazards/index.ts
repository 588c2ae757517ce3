export { answerWords, HazardAnswers, QUESTIONS, type QuestionId } from './questions';
export { Condition, CONDITION_NAMES, CONDITION_WORDS, triage, type Stop, type Triage } from './triage';
