import type { Goal } from '../goals';
import type { Model } from '../machine';
import type { Weighting } from '../solve';
import { begun, inSentence } from './text';

/** The part or plug that a goal is about. */
export const goalName = (model: Model, goal: Goal) =>
  inSentence(goal.do === 'reach' ? model.joint(goal.joint).name : model.part(goal.part).name);

export const goalWords = (model: Model, goal: Goal): string => `${goal.do} the ${goalName(model, goal)}`;

/** What a job is for, in one line: "Replace fan, keyboard; reach display plug". */
export function jobWords(model: Model, goals: readonly Goal[]): string {
  const byVerb = new Map<string, string[]>();
  for (const goal of goals) byVerb.set(goal.do, [...(byVerb.get(goal.do) ?? []), goalName(model, goal)]);
  const text = [...byVerb].map(([verb, names]) => `${verb} ${names.join(', ')}`).join('; ');
  return begun(text);
}

export const WEIGHTING_NAMES: Record<Weighting, string> = {
  'part-by-part': 'Part by part',
  'bit-by-bit': 'Bit by bit'
};

/** What the legs of a plan are called, wherever they are shown. */
export const LEG_NAMES = {
  isolate: 'Make it safe',
  down: 'Way down',
  swap: 'Swap',
  up: 'Way up',
  prove: 'Prove what was touched'
} as const;
