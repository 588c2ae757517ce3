import type { Plan, Step } from '../plan';

/** What a learner is asked of a step before it is told. */
export interface AskedFirst {
  /** Tools of this plan in an order that does not tell, and which of them it is; none where there is nothing to choose. */
  tools: readonly string[];
  tool?: string;
  /** How many screws come out or go in. */
  count?: number;
}

/** Undefined where a step has nothing to be asked: turning the machine, tests, what is done by hand and not counted. */
export function askedFirst(plan: Plan, step: Step): AskedFirst | undefined {
  if (step.do !== 'open' && step.do !== 'close' && step.do !== 'move' && step.do !== 'return') return undefined;
  const all = [...new Set(plan.steps.flatMap((s) => (s.tool ? [s.tool] : [])))].sort();
  const tools = step.tool && all.length > 1 ? all : [];
  if (tools.length === 0 && step.count === undefined) return undefined;
  return {
    tools,
    ...(tools.length > 0 && step.tool ? { tool: step.tool } : {}),
    ...(step.count === undefined ? {} : { count: step.count })
  };
}

/** Whether what a learner said is right: all that was asked. */
export const saidRight = (
  asked: AskedFirst,
  said: { tool?: string | undefined; count?: number | undefined }
): boolean => said.tool === asked.tool && said.count === asked.count;
