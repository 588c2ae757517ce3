import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { amountExample, costOf, estimated, makeQuote, Quote, readAmount, share, written, type Rates } from '.';

const rates: Rates = { currency: 'EUR', hour: 6900, least: 2500, taxBp: 2400 };
const amount = fc.integer({ min: 0, max: 10_000_000 });

describe('amounts', () => {
  it('a share is rounded once, half away from zero', () => {
    expect(share(101, 1, 2)).toBe(51);
    expect(share(-101, 1, 2)).toBe(-51);
    expect(share(6900, 1000, 3600)).toBe(1917);
    expect(() => share(0.5, 1, 2)).toThrow(RangeError);
    expect(() => share(1e12, 10, 1)).toThrow(RangeError);
  });
  it('are written by locale and currency without a division', () => {
    expect(written(123456789, 'EUR', 'en-GB')).toBe('€1,234,567.89');
    expect(written(5, 'EUR', 'en-GB')).toBe('€0.05');
    expect(written(-5, 'EUR', 'en-GB')).toBe('-€0.05');
    expect(written(500, 'JPY', 'en-GB')).toBe('JP¥500');
    expect(written(99999999999, 'USD', 'en-US')).toBe('$999,999,999.99');
  });
  it('are read as people type them', () => {
    for (const text of ['1234.50', '1234,5', '1,234.50', '1.234,50', '1 234,50'])
      expect(readAmount(text, 'EUR'), text).toBe(123450);
    for (const text of ['', 'a', '1.2.3', '12,345,6', '1.234', '-1', '1e3', '1,234,50'])
      expect(readAmount(text, 'EUR'), text).not.toBe(123450);
    expect(readAmount('79.005', 'EUR')).toBeUndefined();
    expect(readAmount('500', 'JPY')).toBe(500);
  });
  it('what is written is read again', () => {
    fc.assert(
      fc.property(amount, (a) => {
        expect(readAmount(written(a, 'EUR', 'en-GB').replace('€', ''), 'EUR')).toBe(a);
      })
    );
  });
});

describe('a quote', () => {
  it('charges labour by the middle and the cautious time, parts as they are, and tax once', () => {
    const quote = makeQuote(rates, { p50: 3000, p80: 3600 }, [
      { what: 'part', text: 'Fan', number: 'F-1', quantity: 2, each: 3995 }
    ]);
    expect(quote.lines.map((l) => [l.expected, l.atMost])).toEqual([
      [5750, 6900],
      [7990, 7990]
    ]);
    expect(quote.expected).toEqual({ net: 13740, tax: 3298, gross: 17038 });
    expect(quote.atMost).toEqual({ net: 14890, tax: 3574, gross: 18464 });
    expect(Quote.parse(quote)).toEqual(quote);
  });
  it('never charges less than the least', () =>
    expect(makeQuote(rates, { p50: 60, p80: 90 }, []).expected.net).toBe(2500));
  it('its lines add up to the cent whatever is in it, and at most is never less than expected', () => {
    const priced = fc.record({
      what: fc.constantFrom('part' as const, 'consumable' as const),
      text: fc.constant('x'),
      quantity: fc.integer({ min: 1, max: 50 }),
      each: amount
    });
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 30_000 }),
        fc.integer({ min: 0, max: 30_000 }),
        fc.array(priced, { maxLength: 20 }),
        fc.integer({ min: 0, max: 10_000 }),
        amount,
        (p50, more, list, taxBp, hour) => {
          const quote = makeQuote({ ...rates, taxBp, hour }, { p50, p80: p50 + more }, list);
          for (const side of ['expected', 'atMost'] as const) {
            expect(quote.lines.reduce((total, l) => total + BigInt(l[side]), 0n)).toBe(BigInt(quote[side].net));
            expect(quote[side].net + quote[side].tax).toBe(quote[side].gross);
            // Tax to half a minor unit of the exact share.
            expect(Math.abs(quote[side].tax * 10_000 - quote[side].net * taxBp)).toBeLessThanOrEqual(5000);
          }
          expect(quote.atMost.gross).toBeGreaterThanOrEqual(quote.expected.gross);
        }
      )
    );
  });
});

it('amounts of currencies without minor units, and of three digits, are read as they are typed', () => {
  expect(['5000', '5,000', '5 000', '5000.00', '5000,0'].map((t) => readAmount(t, 'JPY'))).toEqual([
    5000, 5000, 5000, 5000, 5000
  ]);
  expect(readAmount('5000.5', 'JPY')).toBeUndefined();
  expect([
    readAmount('12.5', 'KWD'),
    readAmount('12.3450', 'KWD'),
    readAmount('79.000', 'EUR'),
    readAmount('79.0000', 'EUR')
  ]).toEqual([12500, 12345, undefined, 7900]);
  for (const currency of ['JPY', 'EUR', 'KWD'])
    expect(readAmount(amountExample(currency), currency)).toBeGreaterThan(1000);
});

it('time comes to the hour’s rate with tax on it, to the nearest minor unit', () => {
  expect([0, 3600, 1000, 1].map((seconds) => costOf(rates, seconds))).toEqual([0, 8556, 2377, 2]);
});

it('what is only estimated is written in whole units, whatever the currency has for parts', () => {
  expect(estimated(123_456, 'EUR', 'de')).toBe('1.235\u00a0€');
  expect(estimated(19_855, 'EUR', 'en')).toBe('€199');
  expect(estimated(19_855, 'EUR', 'en', true)).toBe('€198');
  expect(estimated(1_000, 'JPY', 'en')).toBe('¥1,000');
});
