import type { Caution, Step } from '../plan';

/** What is remembered of a caution that was understood: its words, and which way one was working. */
const asUnderstood = (step: Step, caution: Caution): string => `${step.leg} ${JSON.stringify(caution.text)}`;

/**
 * Cautions of a step that can hurt someone and have not been understood on this leg. One that is pressed away at every sharp part is read at
 * none; on the way back, hours later, it is asked for again.
 * @param understood what {@link understand} gave so far, in this sitting
 */
export const notUnderstood = (step: Step, understood: ReadonlySet<string>): Caution[] =>
  step.cautions.filter((c) => c.harm && !understood.has(asUnderstood(step, c)));

/** What is understood once somebody has said so at this step. */
export const understand = (step: Step, understood: ReadonlySet<string>): ReadonlySet<string> =>
  new Set([...understood, ...step.cautions.filter((c) => c.harm).map((c) => asUnderstood(step, c))]);
