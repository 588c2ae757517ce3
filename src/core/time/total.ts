import type { Pace } from './pace';

/** 80th percentile of the standard normal distribution. */
const Z80 = 0.8416;

/**
 * Middle and cautious time of a row of steps, s. Each step is log-normal with its standard times the pace as its median; what is
 * common to a visit makes all of them longer or shorter together, by a factor whose median is 1. The sum of log-normal times lies near
 * the sum of their means, which are above their medians by exp(spread² / 2): it is fitted by a log-normal with the sum's own mean and
 * variance (Fenton and Wilkinson, 1960), so that its spread shrinks with the number of steps down to that of the visit.
 */
export function timesOf(
  steps: readonly { seconds: number; kind?: string }[],
  pace: Pace
): { p50: number; p80: number } {
  const growth = Math.exp(pace.spread ** 2);
  let mean = 0;
  let variance = 0;
  for (const { seconds, kind } of steps) {
    const median = seconds * (kind === undefined ? 1 : pace.factor(kind));
    mean += median * Math.sqrt(growth);
    variance += median ** 2 * growth * (growth - 1);
  }
  if (mean === 0) return { p50: 0, p80: 0 };
  const ofSum = Math.log(1 + variance / mean ** 2);
  const middle = mean * Math.exp(-ofSum / 2);
  return {
    p50: Math.round(middle),
    p80: Math.round(middle * Math.exp(Z80 * Math.sqrt(ofSum + pace.visitSpread ** 2)))
  };
}
