import type { Goal } from '../goals';
import type { Model } from '../machine';
import type { Weighting } from '../solve';
import { type FileText, type Said, say } from '../language';
import { jointName, partName } from './text';

/** The part or plug that a goal is about. */
export const goalName = (model: Model, goal: Goal): FileText =>
  goal.do === 'reach' ? jointName(model, model.joint(goal.joint)) : partName(model, goal.part);

export const goalWords = (model: Model, goal: Goal): Said => say('goal', { do: goal.do, name: goalName(model, goal) });

/** What a job is for, in one line: "Replace fan and keyboard; reseat display plug". */
export function jobWords(model: Model, goals: readonly Goal[]): Said {
  const byVerb = new Map<Goal['do'], FileText[]>();
  for (const goal of goals) byVerb.set(goal.do, [...(byVerb.get(goal.do) ?? []), goalName(model, goal)]);
  return [...byVerb]
    .map(([verb, names], i): Said => say(i === 0 ? 'goals.first' : 'goals', { do: verb, names }))
    .reduce((one, other) => say('job.and', { one, other }));
}

export const weightingName = (weighting: Weighting): Said => say(`weighting.${weighting}`);

/** What a leg of a plan is called, wherever it is shown. */
export const legName = (leg: 'isolate' | 'down' | 'swap' | 'up' | 'prove'): Said => say(`leg.${leg}`);
