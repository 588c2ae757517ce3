import { doubtsOf } from '../core/check';
import { PlanDesk, withDoubts, type Choices, type Plan, type PlanRequest, type Progress } from '../core/plan';
import type { Said } from '$core/language';
import { PlanningError } from '$core/goals';

/** What a thread says of a plan: how it goes, the plan, or why there is none. All of it can be sent. */
export type Answer =
  | Progress
  | { stage: 'done'; plan: Plan }
  | { stage: 'proved'; plan: Omit<Plan, 'steps'> }
  /** The plan once more, where a second reading of the machine file disagrees with it: looked at once it was given. */
  | { stage: 'doubted'; plan: Plan }
  | { stage: 'refused'; message: Said }
  | { stage: 'choices'; choices: Choices };

/** How long a thread works before it listens again, ms. */
const SLICE_MS = 15;
/** After so long the best plan so far is given, with the bound that is proved of it, ms. */
export const ENOUGH_MS = 8000;

const desk = new PlanDesk();

/**
 * Makes a plan in slices, the same in a browser's worker and in a server's thread.
 * @param stopped asked after each slice, with the thread's messages heard in between
 * @param more.withPlan false where the plan is known already, and only what else could be done is asked for
 * @param more.withChoices also what else could be done, once the plan is there
 * @param more.enoughMs how long the plan is worked on at most; with 0 the first one is given
 * @param more.restMs how long to leave the processor to who shows the first plan before the work on its proof goes on
 */
export async function answer(
  request: PlanRequest,
  say: (answer: Answer) => void,
  stopped: () => boolean,
  more: { withPlan?: boolean; withChoices?: boolean; restMs?: number; enoughMs?: number } = {}
): Promise<void> {
  try {
    if (more.withPlan !== false && !(await makePlan(request, say, stopped, more))) return;
    if (more.withChoices) await findChoices(request, say, stopped);
  } catch (error) {
    if (!(error instanceof PlanningError)) throw error;
    say({ stage: 'refused', message: error.said });
  }
}

/** @returns whether it was made, and is still wanted */
async function makePlan(
  request: PlanRequest,
  say: (answer: Answer) => void,
  stopped: () => boolean,
  more: { restMs?: number; enoughMs?: number }
): Promise<boolean> {
  const making = desk.ask(request);
  let since = performance.now();
  const until = since + (more.enoughMs ?? ENOUGH_MS);
  let made: Plan;
  for (;;) {
    const { value, done } = making.next(performance.now() >= until);
    if (done) {
      say({ stage: 'done', plan: (made = value) });
      break;
    }
    const isFirst = value.stage === 'first';
    if (!isFirst && performance.now() - since < SLICE_MS) continue;
    say(value);
    await new Promise((resolve) => setTimeout(resolve, isFirst ? more.restMs : 0));
    if (stopped()) return false;
    since = performance.now();
  }
  // The check works through a plan from the start: it knows nothing of how a machine lies in the middle of the work.
  if (!request.from) {
    await new Promise((resolve) => setTimeout(resolve));
    if (stopped()) return false;
    const doubts = doubtsOf(request.machine, made, request.hash);
    if (doubts.length > 0) say({ stage: 'doubted', plan: withDoubts(made, doubts) });
  }
  return true;
}

async function findChoices(request: PlanRequest, say: (answer: Answer) => void, stopped: () => boolean): Promise<void> {
  const choosing = desk.choose(request);
  for (;;) {
    await new Promise((resolve) => setTimeout(resolve));
    if (stopped()) return;
    const { value, done } = choosing.next();
    if (done) return say({ stage: 'choices', choices: value });
  }
}
