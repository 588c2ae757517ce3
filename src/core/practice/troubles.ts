import type { Said } from '../language';
import type { Plan } from '../plan';
import { TROUBLE } from '../words';

/** What runs of this machine came to: times of single steps, steps that were not as the file says, parts that resisted. */
export interface Seen {
  times: readonly { step: string; standardSeconds: number; seconds: number }[];
  differed: readonly { step: string; times: number }[];
  found: readonly { part: string; times: number }[];
}

/** A step of a plan that gave trouble before. */
export interface Trouble {
  step: string;
  /** How many times its standard it took, in the middle of so many runs; where that is much. */
  slow?: { factor: number; runs: number };
  /** So often it was not as the file says. */
  differed?: number;
  /** So often its part did not come. */
  resisted?: number;
}

/** From this factor on a step is worth a rehearsal, and from so many runs on it is not one bad day. Bench rules of thumb. */
const SLOW = 1.5;
const LEAST_RUNS = 2;

/** The steps of a plan at which this shop's runs took much longer than planned, were corrected or met resistance, in their order. */
export function troublesIn({ steps }: Plan, { times, differed, found }: Seen): Trouble[] {
  return steps.flatMap((step): Trouble[] => {
    const ratios = times
      .filter((t) => t.step === step.id && t.standardSeconds > 0 && t.seconds > 0)
      .map((t) => t.seconds / t.standardSeconds)
      .sort((a, b) => a - b);
    const factor = ratios[Math.floor(ratios.length / 2)];
    const isSlow = factor !== undefined && ratios.length >= LEAST_RUNS && factor >= SLOW;
    const sum = (list: readonly { times: number }[]) => list.reduce((n, one) => n + one.times, 0);
    const corrected = sum(differed.filter((d) => d.step === step.id));
    const resisted = step.do === 'move' ? sum(found.filter((f) => f.part === step.part)) : 0;
    return isSlow || corrected > 0 || resisted > 0
      ? [
          {
            step: step.id,
            ...(isSlow ? { slow: { factor: Math.round(factor * 10) / 10, runs: ratios.length } } : {}),
            ...(corrected > 0 ? { differed: corrected } : {}),
            ...(resisted > 0 ? { resisted } : {})
          }
        ]
      : [];
  });
}

/** Why a step is marked. */
export const troubleWords = ({ slow, differed, resisted }: Trouble): Said[] => [
  ...(slow ? [TROUBLE.slow(slow.factor, slow.runs)] : []),
  ...(differed === undefined ? [] : [TROUBLE.differed(differed)]),
  ...(resisted === undefined ? [] : [TROUBLE.resisted(resisted)])
];
