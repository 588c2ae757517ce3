/** Sets of small numbers as rows of 32-bit words, several rows in one array where `at` says at which word a row begins. */
export type Bits = Int32Array;

/** Words that a row for `n` numbers takes; one at least. */
export const wordsFor = (n: number): number => Math.ceil(n / 32) || 1;

export const hasBit = (row: Bits, i: number, at = 0): boolean => (row[at + (i >> 5)]! & (1 << (i & 31))) !== 0;

export function setBit(row: Bits, i: number, at = 0): void {
  row[at + (i >> 5)]! |= 1 << (i & 31);
}

/** A row of its own with these numbers in it. */
export function bitsOf(list: readonly number[], words: number): Bits {
  const row = new Int32Array(words);
  for (const i of list) setBit(row, i);
  return row;
}

/** Whether all of the row of `words` words at `at` is in the row that begins `row`. */
export function isWithin(rows: Bits, at: number, row: Bits, words: number): boolean {
  for (let w = 0; w < words; w++) if ((rows[at + w]! & ~row[w]!) !== 0) return false;
  return true;
}

export function countBits32(bits: number): number {
  let x = bits - ((bits >>> 1) & 0x55555555);
  x = (x & 0x33333333) + ((x >>> 2) & 0x33333333);
  return Math.imul((x + (x >>> 4)) & 0x0f0f0f0f, 0x01010101) >>> 24;
}

/** Numbers in the row of `words` words that begins the array. */
export function countBits(row: Bits, words: number): number {
  let count = 0;
  for (let w = 0; w < words; w++) count += countBits32(row[w]!);
  return count;
}
