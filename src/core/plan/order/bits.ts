export function countBits32(bits: number): number {
  let x = bits - ((bits >>> 1) & 0x55555555);
  x = (x & 0x33333333) + ((x >>> 2) & 0x33333333);
  return Math.imul((x + (x >>> 4)) & 0x0f0f0f0f, 0x01010101) >>> 24;
}

/** Bits set in a row of `words` words. */
export function countBits(row: Int32Array, words: number): number {
  let count = 0;
  for (let w = 0; w < words; w++) count += countBits32(row[w]!);
  return count;
}
