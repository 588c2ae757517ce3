import { expect, it } from 'vitest';
import { doubtLines, foldJob, mayBeBegun } from '.';

const doubted = { doubts: [{ step: 'down/move:fan/lift', text: 'cannot be done yet' }, { text: 'is too long' }] };

it('a doubted plan is begun on a lead’s word for these very doubts, an undoubted one on nobody’s', () => {
  const nothing = foldJob([]);
  expect(mayBeBegun({}, nothing)).toBe(true);
  expect(mayBeBegun(doubted, nothing)).toBe(false);
  expect(doubtLines(doubted)).toEqual(['down/move:fan/lift: cannot be done yet', 'is too long']);
  const at = '2026-12-02T08:00:00.000Z';
  const word = foldJob([{ is: 'begun-doubted', doubts: doubtLines(doubted), why: 'I looked', by: 'Ines', at }]);
  expect(mayBeBegun(doubted, word)).toBe(true);
  expect(mayBeBegun({ doubts: [...doubted.doubts, { text: 'something else' }] }, word)).toBe(false);
});
