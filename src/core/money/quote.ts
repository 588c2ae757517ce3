import { z } from 'zod';
import { line } from '../machine';
import { MOST_MINOR, share, sum, type Minor } from './amount';

const Amount = z.int().min(-MOST_MINOR).max(MOST_MINOR);
const Currency = z
  .string()
  .regex(/^[A-Z]{3}$/, 'is three capital letters')
  .refine((c) => {
    try {
      return Boolean(new Intl.NumberFormat('en', { style: 'currency', currency: c }));
    } catch {
      return false;
    }
  }, 'is no currency');

/** What the shop charges. */
export const Rates = z.strictObject({
  currency: Currency,
  /** Labour for an hour, minor units. */
  hour: Amount.min(0),
  /** Least that a visit costs in labour, minor units. */
  least: Amount.min(0),
  /** Tax on the whole, hundredths of a percent. */
  taxBp: z.int().min(0).max(10_000)
});
export type Rates = z.infer<typeof Rates>;

export const QuoteLine = z.strictObject({
  what: z.enum(['labour', 'part', 'consumable', 'other']),
  text: line(160),
  number: line(40).optional(),
  quantity: z.int().min(1).max(10_000),
  each: Amount,
  /** Expected, and at most. */
  expected: Amount,
  atMost: Amount
});
export type QuoteLine = z.infer<typeof QuoteLine>;

/** A figure for the whole, expected (P50) and at most (P80): what is approved is the second. */
const Totals = z.strictObject({ net: Amount, tax: Amount, gross: Amount });
export const Quote = z.strictObject({
  currency: Currency,
  taxBp: z.int().min(0).max(10_000),
  lines: z.array(QuoteLine).min(1).max(200),
  /** Labour, s. */
  seconds: z.strictObject({ p50: z.int().min(0), p80: z.int().min(0) }),
  expected: Totals,
  atMost: Totals
});
export type Quote = z.infer<typeof Quote>;

export interface Priced {
  what: 'part' | 'consumable' | 'other';
  text: string;
  number?: string;
  quantity: number;
  /** Minor units. */
  each: Minor;
}

const HOUR_S = 3600;

/**
 * What so much time at the bench comes to, with tax: an estimate while a fault is sought, without the least that a visit costs.
 * @param seconds spares among them as what they are worth in time
 */
export const costOf = ({ hour, taxBp }: Rates, seconds: number): Minor =>
  share(share(hour, Math.round(seconds), HOUR_S), 10_000 + taxBp, 10_000);

/**
 * A quote: labour by the planner's middle and cautious time at the shop's rate, and what is put in. Each line is rounded once,
 * tax once on the whole; nothing else is.
 */
export function makeQuote(rates: Rates, seconds: { p50: number; p80: number }, priced: readonly Priced[]): Quote {
  const labour = (s: number) => Math.max(rates.least, share(rates.hour, Math.round(s), HOUR_S));
  const lines: QuoteLine[] = [
    {
      what: 'labour',
      text: 'Labour',
      quantity: 1,
      each: rates.hour,
      expected: labour(seconds.p50),
      atMost: labour(seconds.p80)
    },
    ...priced.map(({ what, text, number, quantity, each }) => {
      const amount = share(each, quantity, 1);
      return { what, text, ...(number ? { number } : {}), quantity, each, expected: amount, atMost: amount };
    })
  ];
  const totals = (of: (l: QuoteLine) => Minor) => {
    const net = sum(lines.map(of));
    const tax = share(net, rates.taxBp, 10_000);
    return { net, tax, gross: sum([net, tax]) };
  };
  return {
    currency: rates.currency,
    taxBp: rates.taxBp,
    lines,
    seconds: { p50: Math.round(seconds.p50), p80: Math.round(seconds.p80) },
    expected: totals((l) => l.expected),
    atMost: totals((l) => l.atMost)
  };
}
