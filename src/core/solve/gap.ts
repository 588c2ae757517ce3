/**
 * How much cheaper another answer could be at most, as a share of the bound: 0 where nothing can be better.
 * @param cost of the answer at hand @param bound that no answer undercuts; both in s, below one second as one
 */
export const gapOf = ({ cost, bound }: { cost: number; bound: number }): number =>
  Math.max(0, cost - bound) / Math.max(1, bound);
