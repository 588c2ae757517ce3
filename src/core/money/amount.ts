/**
 * Money is whole minor units (cents) of one currency, as integers: sums are exact, and every rounding has its one place here.
 * Integers stay exact up to 2^53; anything larger is refused rather than rounded.
 */
export type Minor = number;

/** Beyond this no shop quotes: ten thousand million of the main unit. */
export const MOST_MINOR: Minor = 1e12;

export function checkedMinor(value: number): Minor {
  if (!Number.isSafeInteger(value) || Math.abs(value) > MOST_MINOR) throw new RangeError(`${value} is no amount of money in whole minor units`);
  return value;
}

/** A product of an amount and a fraction, rounded half away from zero, in exact integers. */
export function share(amount: Minor, numerator: number, denominator: number): Minor {
  if (!Number.isSafeInteger(numerator) || !Number.isSafeInteger(denominator) || denominator <= 0) throw new RangeError('a share needs whole numbers, the lower one positive');
  const product = BigInt(checkedMinor(amount)) * BigInt(numerator);
  const by = BigInt(denominator);
  const twice = product * 2n;
  const rounded = product >= 0n ? (twice + by) / (2n * by) : (twice - by) / (2n * by);
  return checkedMinor(Number(rounded));
}

export function sum(amounts: readonly Minor[]): Minor {
  return amounts.reduce((total, a) => checkedMinor(total + checkedMinor(a)), 0);
}

/** Splits an amount over weights so that the pieces add up to it to the cent (largest remainders first, then the earlier piece). */
export function split(amount: Minor, weights: readonly number[]): Minor[] {
  const whole = weights.reduce((a, b) => a + b, 0);
  if (weights.length === 0 || whole <= 0 || weights.some((w) => !Number.isSafeInteger(w) || w < 0)) throw new RangeError('weights must be whole, none negative, at least one above 0');
  const sign = amount < 0 ? -1 : 1;
  const size = BigInt(Math.abs(checkedMinor(amount)));
  const by = BigInt(whole);
  const exact = weights.map((w) => size * BigInt(w));
  const pieces = exact.map((e) => e / by);
  let left = Number(size - pieces.reduce((a, b) => a + b, 0n));
  const order = exact.map((e, i) => [e % by, i] as const).sort((a, b) => (a[0] > b[0] ? -1 : a[0] < b[0] ? 1 : a[1] - b[1]));
  for (const [, i] of order) {
    if (left-- <= 0) break;
    pieces[i]! += 1n;
  }
  return pieces.map((p) => sign * Number(p) || 0);
}

/** Digits after the decimal mark of a currency, by ISO 4217 as the language's own tables have it. */
export function minorDigits(currency: string): number {
  return new Intl.NumberFormat('en', { style: 'currency', currency }).resolvedOptions().maximumFractionDigits ?? 2;
}

/** An amount as one writes it in a place: mark, grouping and symbol by locale. Exact: digits are put in, not divided. */
export function written(amount: Minor, currency: string, locale?: string): string {
  const digits = minorDigits(currency);
  const text = String(Math.abs(checkedMinor(amount))).padStart(digits + 1, '0');
  const decimal = `${amount < 0 ? '-' : ''}${text.slice(0, text.length - digits)}${digits > 0 ? `.${text.slice(-digits)}` : ''}`;
  return new Intl.NumberFormat(locale, { style: 'currency', currency }).format(decimal as unknown as number);
}

/**
 * Reads an amount that a person typed: "1 234,50", "1,234.50", "79".
 * @returns undefined when it is none, finer than the currency, or could be read in two ways
 */
export function readAmount(text: string, currency: string): Minor | undefined {
  const plain = text.replace(/[\s\u00a0\u202f']/g, '');
  const digits = minorDigits(currency);
  // The last mark is the decimal one when no more than the currency's digits follow it.
  const match = /^(\d{1,3}(?:([.,])\d{3})+|\d+)(?:([.,])(\d+))?$/.exec(plain);
  if (!match || (match[2] !== undefined && match[2] === match[3])) return undefined;
  const [, whole, grouping, decimal, fraction = ''] = match;
  // "1.234" is a thousand to some and little more than one to others: asked again rather than guessed.
  if (digits > 0 && grouping !== undefined && decimal === undefined && whole!.split(grouping).length === 2) return undefined;
  if (fraction.length > digits) return undefined;
  const value = Number(`${whole!.replace(/[.,]/g, '')}${fraction.padEnd(digits, '0')}`);
  return Number.isSafeInteger(value) && value <= MOST_MINOR ? value : undefined;
}
