export { answerWords, HazardAnswers, QUESTIONS, type QuestionId } from './questions';
export { Condition, CONDITION_NAMES, triage, type Stop, type Triage } from './triage';
