/**
 * Money is whole minor units (cents) of one currency, as integers: sums are exact, and every rounding has its one place here.
 * Integers stay exact up to 2^53; anything larger is refused rather than rounded.
 */
export type Minor = number;

/** Beyond this no shop quotes: ten thousand million of the main unit. */
export const MOST_MINOR: Minor = 1e12;

export function checkedMinor(value: number): Minor {
  if (!Number.isSafeInteger(value) || Math.abs(value) > MOST_MINOR)
    throw new RangeError(`${value} is no amount of money in whole minor units`);
  return value;
}

/** A product of an amount and a fraction, rounded half away from zero, in exact integers. */
export function share(amount: Minor, numerator: number, denominator: number): Minor {
  if (!Number.isSafeInteger(numerator) || !Number.isSafeInteger(denominator) || denominator <= 0)
    throw new RangeError('a share needs whole numbers, the lower one positive');
  const product = BigInt(checkedMinor(amount)) * BigInt(numerator);
  const by = BigInt(denominator);
  const twice = product * 2n;
  const rounded = product >= 0n ? (twice + by) / (2n * by) : (twice - by) / (2n * by);
  return checkedMinor(Number(rounded));
}

export function sum(amounts: readonly Minor[]): Minor {
  return amounts.reduce((total, a) => checkedMinor(total + checkedMinor(a)), 0);
}

/** How amounts are written, once for each language and currency: finding out is dear, and a stock list writes hundreds of them. */
const formats = new Map<string, { format: Intl.NumberFormat; whole: Intl.NumberFormat; digits: number }>();

function formatOf(locale: string, currency: string) {
  const key = `${locale} ${currency}`;
  const known = formats.get(key);
  if (known) return known;
  const format = new Intl.NumberFormat(locale, { style: 'currency', currency });
  const whole = new Intl.NumberFormat(locale, { style: 'currency', currency, maximumFractionDigits: 0 });
  const made = { format, whole, digits: format.resolvedOptions().maximumFractionDigits ?? 2 };
  formats.set(key, made);
  return made;
}

/** Digits after the decimal mark of a currency, by ISO 4217 as the language's own tables have it. */
export const minorDigits = (currency: string): number => formatOf('en', currency).digits;

/** Versions of the language tables differ in which space that does not break they take. */
const ANY_NO_BREAK = /[\u00a0\u202f]/g;

/** An amount as one writes it in a language (BCP 47): mark, grouping and symbol. Exact: digits are put in, not divided. */
export function written(amount: Minor, currency: string, locale: string): string {
  const { format, digits } = formatOf(locale, currency);
  const text = String(Math.abs(checkedMinor(amount))).padStart(digits + 1, '0');
  const decimal = `${amount < 0 ? '-' : ''}${text.slice(0, text.length - digits)}${digits > 0 ? `.${text.slice(-digits)}` : ''}`;
  return format.format(decimal as unknown as number).replace(ANY_NO_BREAK, '\u00a0');
}

/**
 * The same of an amount that is only estimated: in whole units, since nobody can say more of it.
 * @param isLeast where no less can come of it: never more than the amount
 */
export function estimated(amount: Minor, currency: string, locale: string, isLeast = false): string {
  const { whole, digits } = formatOf(locale, currency);
  const units = checkedMinor(amount) / 10 ** digits;
  return whole.format(isLeast ? Math.floor(units) : Math.round(units)).replace(ANY_NO_BREAK, '\u00a0');
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
  if (digits > 0 && grouping !== undefined && decimal === undefined && whole!.split(grouping).length === 2)
    return undefined;
  // Noughts beyond the currency's own digits say nothing: 5000.00 of one without minor units is 5000.
  if (/[1-9]/.test(fraction.slice(digits))) return undefined;
  const value = Number(`${whole!.replace(/[.,]/g, '')}${fraction.slice(0, digits).padEnd(digits, '0')}`);
  return Number.isSafeInteger(value) && value <= MOST_MINOR ? value : undefined;
}

/** How an amount of a currency is typed, for whoever is asked again. */
export const amountExample = (currency: string): string =>
  minorDigits(currency) === 0 ? '1234' : `1234.${'50'.padEnd(minorDigits(currency), '0')}`;
