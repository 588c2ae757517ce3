import { readAmount, type Rates } from '$core/money';

/** What somebody typed as a number, with a comma or a point. @returns NaN for what is none */
export const numberOf = (text: unknown): number => Number(String(text ?? '').replace(',', '.'));

/** Percent as a share of one. */
export const shareOf = (text: unknown): number => numberOf(text) / 100;

/** The rates as they stand in their fields; undefined while an amount cannot be read. Whether they may be so is for their schema to say. */
export function ratesOf(fields: Readonly<Record<'currency' | 'hour' | 'least' | 'tax', unknown>>): Rates | undefined {
  const currency = String(fields.currency ?? '')
    .trim()
    .toUpperCase();
  const [hour, least] = [fields.hour, fields.least].map((text) => readAmount(String(text ?? ''), currency));
  if (hour === undefined || least === undefined) return undefined;
  // Whole hundredths, without a float's last digits.
  return { currency, hour, least, taxBp: Math.round(numberOf(fields.tax) * 100) };
}
