import type { Plan } from '../plan';
import type { JobState } from './fold';

const LONGEST = 400;
const MOST = 60;

/** What the check doubts of a plan, as a lead answers for it: a line each, the step and what is wrong there. */
export const doubtLines = (plan: Pick<Plan, 'doubts'>): string[] =>
  (plan.doubts ?? [])
    .slice(0, MOST)
    .map(({ step, text }) => (step === undefined ? text : `${step}: ${text}`).slice(0, LONGEST));

/** Whether a plan may be begun: nothing of it is doubted, or a lead has said why it may for these very doubts. */
export const mayBeBegun = (plan: Pick<Plan, 'doubts'>, { begunDoubted }: Pick<JobState, 'begunDoubted'>): boolean =>
  !plan.doubts || JSON.stringify(begunDoubted?.doubts) === JSON.stringify(doubtLines(plan));
