import { STANDARD_PACE, type Pace } from './pace';

/** 80th percentile of the standard normal distribution. */
const Z80 = 0.8416;

/**
 * Middle and cautious time of a row of steps, s. Each step is log-normal around its standard times the pace; what is common
 * to a visit makes all of them longer or shorter together. The sum is fitted by a log-normal with the same variance around
 * the same middle (after Fenton and Wilkinson), so that the spread shrinks with the number of steps down to that of the visit.
 */
export function timesOf(steps: readonly { seconds: number; kind?: string }[], pace: Pace = STANDARD_PACE): { p50: number; p80: number } {
  let middle = 0;
  let variance = 0;
  for (const { seconds, kind } of steps) {
    const own = seconds * (kind === undefined ? 1 : pace.factor(kind));
    middle += own;
    variance += own ** 2 * (Math.exp(pace.spread ** 2) - 1);
  }
  if (middle === 0) return { p50: 0, p80: 0 };
  const spread = Math.sqrt(Math.log(1 + variance / middle ** 2) + pace.visitSpread ** 2);
  return { p50: Math.round(middle), p80: Math.round(middle * Math.exp(Z80 * spread)) };
}
