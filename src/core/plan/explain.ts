import type { Said } from '../language';
import { stepId } from '../ids';
import type { Plan, Step } from './schema';

export interface Reason {
  text: Said;
  /** Where and by how much, when the drawing is the reason. */
  figures?: Said;
  /** The step that this one is needed for, if it is one. */
  step?: string;
}

/** Where a chain of reasons may end, the most telling first. */
const ENDS = ['goal', 'rider', 'isolation'];

/**
 * "Why is this here?": from the step to the goal by the shortest chain of reasons; where no chain ends at a goal, to what is
 * moved over to a spare, or to isolation. Steps that no requirement brought in (turns, tests, what is prepared) explain
 * themselves by `departs`.
 */
export function explain(plan: Plan, step: Step): Reason[] {
  const requirements = new Map(plan.requirements.map((r) => [r.id, r]));
  const steps = new Map(plan.steps.map((s) => [s.id, s]));
  const from = new Map<string, string | undefined>(
    step.because.filter((id) => requirements.has(id)).map((id) => [id, undefined])
  );
  for (const id of from.keys()) {
    for (const next of steps.get(stepId.action('down', requirements.get(id)!.of))?.because ?? []) {
      if (requirements.has(next) && !from.has(next)) from.set(next, id);
    }
  }
  // Reached in order of distance, so that the first of its kind is the nearest.
  const reached = [...from.keys()];
  const last = ENDS.map((cause) => reached.find((id) => requirements.get(id)!.cause === cause)).find(
    (id) => id !== undefined
  );
  const chain: Reason[] = [];
  for (let id = last; id !== undefined; id = from.get(id)) {
    const { text, figures, of } = requirements.get(id)!;
    const user = steps.get(stepId.action('down', of));
    chain.unshift({ text, ...(figures ? { figures } : {}), ...(user ? { step: user.id } : {}) });
  }
  return chain;
}

/** Why a step stands elsewhere than its mirror, where a list tells it: not again at the next, for the same reason. */
export function whyInList({ steps }: Pick<Plan, 'steps'>, step: Step): Said | undefined {
  if (step.leg !== 'up' || step.departs === undefined) return undefined;
  const before = steps[steps.indexOf(step) - 1];
  return JSON.stringify(before?.departs) === JSON.stringify(step.departs) ? undefined : step.departs;
}
