import fc from 'fast-check';
import { expect, it } from 'vitest';
import { commonOrder } from './align';

it('the common order is a longest one', () => {
  expect(commonOrder([1, 2, 3, 4, 5], [5, 1, 3, 4, 2])).toEqual([1, 3, 4]);
  const list = fc.uniqueArray(fc.integer({ min: 0, max: 9 }), { maxLength: 8 });
  fc.assert(
    fc.property(list, list, (a, b) => {
      const common = commonOrder(a, b);
      const fits = (whole: number[]) =>
        common.every((x, i) => i === 0 || whole.indexOf(common[i - 1]!) < whole.indexOf(x)) &&
        common.every((x) => whole.includes(x));
      expect(fits(a) && fits(b)).toBe(true);
      expect(common.length).toBe(longest(a, b));
    })
  );
});

function longest(a: number[], b: number[]): number {
  if (a.length === 0 || b.length === 0) return 0;
  if (a[0] === b[0]) return 1 + longest(a.slice(1), b.slice(1));
  return Math.max(longest(a.slice(1), b), longest(a, b.slice(1)));
}
