import type { Plan, Step } from './schema';

export interface Reason {
  text: string;
  /** The step that this one is needed for, if it is one. */
  step?: string;
}

/**
 * "Why is this here?": from the step to the goal, one reason at a time, each the first that brought it in.
 * Steps that no requirement brought in (turns, tests, what is prepared) explain themselves by `departs`.
 */
export function explain(plan: Plan, step: Step): Reason[] {
  const requirements = new Map(plan.requirements.map((r) => [r.id, r]));
  const chain: Reason[] = [];
  const seen = new Set<string>();
  let because = step.because;
  while (because.length > 0) {
    // A goal reached directly says more than a detour.
    const next = because.map((id) => requirements.get(id)).filter((r) => r !== undefined && !seen.has(r.id));
    const first = next.find((r) => r!.cause === 'goal') ?? next[0];
    if (!first) break;
    seen.add(first.id);
    const user = plan.steps.find((s) => s.id === `down/${first.of}`);
    chain.push({ text: first.text, ...(user ? { step: user.id } : {}) });
    because = user?.because ?? [];
  }
  return chain;
}
