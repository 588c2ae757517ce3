/**
 * Spread of one step's time around its standard: coefficient of variation 0.45, a bench rule of thumb
 * until runs have been recorded.
 */
const VARIATION = 0.45;
/** 80th percentile of the standard normal distribution. */
const Z80 = 0.8416;

/**
 * Middle and cautious time of a row of steps, s. Steps vary independently, so their variances add;
 * the sum of many is near enough to normal for its 80th percentile.
 */
export function timesOf(seconds: readonly number[]): { p50: number; p80: number } {
  const p50 = seconds.reduce((sum, s) => sum + s, 0);
  const deviation = Math.sqrt(seconds.reduce((sum, s) => sum + (VARIATION * s) ** 2, 0));
  return { p50: Math.round(p50), p80: Math.round(p50 + Z80 * deviation) };
}
