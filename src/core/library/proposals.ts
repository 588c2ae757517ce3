import { jointOfStep } from '../ids';
import type { Said } from '../language';
import type { Model } from '../machine';
import { jointName, proposedWords } from '../words';

/** Something that was not as the plan has it, over all runs on a machine. */
export interface Differed {
  step: string;
  what: string;
  times: number;
  /** What was written beside it, each once. */
  notes: readonly string[];
}

/** What tells of the file, and not of the one machine that lay on the bench. */
const OF_THE_FILE: ReadonlySet<string> = new Set(['more', 'fewer', 'different-size', 'hidden-elsewhere', 'could-not']);

/** A finding as a change that the file could take; undefined where it says nothing of the file, or the file no longer has the joint. */
export function proposedChange(model: Model, { step, what, times, notes }: Differed): Said | undefined {
  const joint = jointOfStep(step);
  if (joint === undefined || !model.hasJoint(joint) || !OF_THE_FILE.has(what)) return undefined;
  return proposedWords(jointName(model, model.joint(joint)), what, times, notes);
}
