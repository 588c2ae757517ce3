import type { PlanBasis } from '../plan';
import type { JobState } from './fold';

/**
 * What every plan of a job goes by.
 * @param intake what was asked and agreed; undefined for a job that is not there yet
 * @param shop how fast the shop works
 */
export function planBasis(
  intake: Pick<JobState, 'triage' | 'intake'> | undefined,
  { pace, spreads }: Pick<PlanBasis, 'pace' | 'spreads'>
): PlanBasis {
  return {
    ...(intake?.intake?.variant ? { variant: intake.intake.variant } : {}),
    conditions: intake?.triage.conditions ?? [],
    pace,
    spreads
  };
}
