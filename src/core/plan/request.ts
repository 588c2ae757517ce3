import type { Condition } from '../hazards';
import type { Machine } from '../machine';
import { STANDARD_PACE } from '../time';
import type { Weighting, Weights } from '../solve';
import type { From } from './sets';
import { settleGoals, type Goal } from '../goals';

/** What every plan of one job goes by, whatever is asked for. */
export interface PlanBasis {
  /** Variant of the machine, where it is known. */
  variant?: string;
  /** How the machine came in. */
  conditions: readonly Condition[];
  /** The shop's factors of the standard time, by kind of work. */
  pace: Readonly<Record<string, number>>;
  /** How far single steps and whole visits stray: standard deviations of the logarithm. */
  spreads: Readonly<{ step: number; visit: number }>;
}

/** Nothing known of the machine at hand, nothing measured in the shop. */
export const STANDARD_BASIS: PlanBasis = {
  conditions: [],
  pace: {},
  spreads: { step: STANDARD_PACE.spread, visit: STANDARD_PACE.visitSpread }
};

/** What is asked for. */
export interface PlanWish {
  goals: readonly Goal[];
  weighting: Weighting | { name: string; weights: Weights };
  /** Ways that are not to be taken. */
  avoid: readonly string[];
  /** Where work goes on from, when it has begun. */
  from?: From;
}

/** What is asked of whoever plans: all of it is data, so that it can be sent to a thread. */
export interface PlanRequest extends PlanBasis, PlanWish {
  machine: Machine;
  /** Content hash of the machine file: equal hashes are equal machines. */
  hash: string;
}

/** All that a plan depends on, from the three that know it: nobody puts it together otherwise. */
export const planRequest = (
  { machine, hash }: { machine: Machine; hash: string },
  basis: PlanBasis,
  wish: PlanWish
): PlanRequest => ({ machine, hash, ...basis, ...wish });

/** Equal keys are equal plans. */
export function requestKey({
  hash,
  goals,
  weighting,
  avoid,
  from,
  variant,
  conditions,
  pace,
  spreads
}: PlanRequest): string {
  return JSON.stringify([
    hash,
    settleGoals(goals),
    weighting,
    [...new Set(avoid)].sort(),
    variant ?? null,
    [...new Set(conditions)].sort(),
    Object.entries(pace).sort(),
    spreads.step,
    spreads.visit,
    ...(from ? [from.done, [...new Set(from.stuck)].sort(), from.lies ?? null] : [])
  ]);
}
