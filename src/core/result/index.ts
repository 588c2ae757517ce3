export { problem, shown, warning, type Problem } from './problem';
export { refusal, refused, whyNot, type Refusal, type Result } from './result';
