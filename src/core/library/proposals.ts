import canonicalize from 'canonicalize';
import { jointOfStep } from '../ids';
import type { Said } from '../language';
import type { Joint, Machine, Model } from '../machine';
import { jointName, proposedWords } from '../words';

/** Something that was not as the plan has it, over all runs by one file of a machine. */
export interface Differed {
  step: string;
  what: string;
  times: number;
  /** What was written beside it, each once. */
  notes: readonly string[];
}

/** A change that a file could take, and the thing of it that is meant. */
export interface Proposal {
  words: Said;
  thing: { part: string } | { joint: string };
}

/** What tells of the file, and not of the one machine that lay on the bench. */
const OF_THE_FILE: ReadonlySet<string> = new Set(['more', 'fewer', 'different-size', 'hidden-elsewhere', 'could-not']);

/**
 * Findings of runs as changes that a file could take, the most frequent first. What this file says otherwise than the one that
 * was worked by has been answered; so has what is not in it any more.
 * @param found by the file that was worked by, each with its machine
 */
export function proposedChanges(
  model: Model,
  found: readonly { machine: Pick<Machine, 'joints'>; differed: readonly Differed[] }[]
): Proposal[] {
  const all = new Map<string, { joint: Joint } & Omit<Differed, 'step'>>();
  for (const { machine, differed } of found)
    for (const { step, what, times, notes } of differed) {
      const id = jointOfStep(step);
      if (id === undefined || !model.hasJoint(id) || !OF_THE_FILE.has(what)) continue;
      const joint = model.joint(id);
      const then = machine.joints.find((j) => j.id === id);
      if (then === undefined || canonicalize(then) !== canonicalize(joint)) continue;
      const key = `${id} ${what}`;
      const known = all.get(key);
      all.set(key, {
        joint,
        what,
        times: times + (known?.times ?? 0),
        notes: [...new Set([...(known?.notes ?? []), ...notes])]
      });
    }
  return [...all.values()]
    .sort((a, b) => b.times - a.times)
    .map(({ joint, what, times, notes }) => ({
      words: proposedWords(jointName(model, joint), what, times, notes),
      thing: { joint: joint.id }
    }));
}
