import fc from 'fast-check';
import { expect, it } from 'vitest';
import { bitsOf, countBits, hasBit, isWithin, setBit, wordsFor } from './bits';

const sets = fc.uniqueArray(fc.integer({ min: 0, max: 99 }));

it('a row of bits is the set that it was made of', () =>
  fc.assert(
    fc.property(sets, sets, (a, b) => {
      const words = wordsFor(100);
      const row = bitsOf(a, words);
      for (let i = 0; i < 100; i++) expect(hasBit(row, i)).toBe(a.includes(i));
      expect(countBits(row, words)).toBe(a.length);
      expect(isWithin(row, 0, bitsOf(b, words), words)).toBe(a.every((i) => b.includes(i)));
    })
  ));

it('several rows stand in one array, and do not touch each other', () =>
  fc.assert(
    fc.property(sets, sets, (a, b) => {
      const words = wordsFor(100);
      const rows = new Int32Array(2 * words);
      for (const i of a) setBit(rows, i);
      for (const i of b) setBit(rows, i, words);
      for (let i = 0; i < 100; i++) {
        expect(hasBit(rows, i)).toBe(a.includes(i));
        expect(hasBit(rows, i, words)).toBe(b.includes(i));
      }
      expect(isWithin(rows, words, bitsOf(a, words), words)).toBe(b.every((i) => a.includes(i)));
    })
  ));

it('a set of nothing has a word all the same', () => {
  expect(wordsFor(0)).toBe(1);
  expect([wordsFor(32), wordsFor(33)]).toEqual([1, 2]);
});
