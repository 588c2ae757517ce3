import { doubtedWords } from '../words';
import type { Doubt, Plan } from './schema';

/** A plan with what the check finds wrong with it: told at the steps too, on whatever they stand, and nothing of it is called proved. */
export function withDoubts(plan: Plan, doubts: readonly Doubt[]): Plan {
  if (doubts.length === 0) return plan;
  const unproved = <T extends Plan['set']>(bounded: T): T => ({ ...bounded, proved: false });
  return {
    ...plan,
    doubts: [...doubts],
    steps: plan.steps.map((step) => {
      const own = doubts.filter((d) => d.step === step.id);
      if (own.length === 0) return step;
      return {
        ...step,
        cautions: [...own.map(({ text }) => ({ text: doubtedWords(text), harm: true })), ...step.cautions]
      };
    }),
    set: unproved(plan.set),
    order: unproved(plan.order),
    ...(plan.orderUp ? { orderUp: unproved(plan.orderUp) } : {})
  };
}
