import { expect, it } from 'vitest';
import { gapOf } from '.';

it.each([
  [110, 100, 0.1],
  [100, 100, 0],
  [0, 0, 0],
  [3, 0, 3],
  [99, 100, 0]
])('an answer of %d s over a bound of %d s is %d away at most', (cost, bound, gap) =>
  expect(gapOf({ cost, bound })).toBeCloseTo(gap)
);
