import { expect, it } from 'vitest';
import { JOB_ORDERS, sortingOf, sortingWords } from './job-sorting';

it.each([false, true])('what an address says of a sorting is read back as it was, closed jobs: %s', (closed) => {
  for (const by of JOB_ORDERS.filter((o) => closed || o !== 'closed'))
    for (const isDown of [false, true]) {
      const { order, desc } = sortingWords({ by, isDown }, closed);
      expect(sortingOf({ order, desc: desc === '1', closed })).toEqual({ by, isDown });
    }
});

it('a list as it is by itself needs no words, and open jobs are not sorted by when they were closed', () => {
  expect(sortingWords({ by: 'due', isDown: false }, false)).toEqual({});
  expect(sortingWords({ by: 'closed', isDown: true }, true)).toEqual({});
  expect(sortingOf({ order: 'closed', desc: true })).toEqual({ by: 'due', isDown: false });
});
