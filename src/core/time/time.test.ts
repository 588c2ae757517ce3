import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { paceOf, timesOf, type Observed } from '.';

const done = (n: number, ratio: number, kind = 'open screws'): Observed[] => Array.from({ length: n }, () => ({ kind, standardSeconds: 20, seconds: 20 * ratio }));

describe('pace', () => {
  it('is the standard while nothing is measured', () => expect(paceOf([]).factor('open screws')).toBe(1));
  it('moves to what is measured as measurements grow, and starts near the standard', () => {
    const few = paceOf(done(2, 2)).factor('open screws');
    const some = paceOf(done(20, 2)).factor('open screws');
    const many = paceOf(done(2000, 2)).factor('open screws');
    expect(few).toBeGreaterThan(1);
    expect(few).toBeLessThan(1.5);
    expect(some).toBeGreaterThan(few);
    expect(many).toBeCloseTo(2, 1);
  });
  it('a kind never done before is as fast as the rest of that person\u2019s work', () => {
    const pace = paceOf([], done(200, 0.5));
    expect(pace.factor('open clips')).toBeCloseTo(0.5, 1);
  });
  it('one\u2019s own few times lean on the shop\u2019s many', () => {
    const shop = done(500, 1.5);
    expect(paceOf(shop, done(1, 0.5)).factor('open screws')).toBeGreaterThan(1.15);
    expect(paceOf(shop, done(500, 0.5)).factor('open screws')).toBeCloseTo(0.5, 1);
  });
  it('a break of an hour does not make someone slow', () => {
    const pace = paceOf([...done(30, 1), { kind: 'open screws', standardSeconds: 20, seconds: 3600 }]);
    expect(pace.factor('open screws')).toBeLessThan(1.1);
  });
  it('lies between the standard and what was measured, whatever was measured', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0.2, max: 5, noNaN: true }), { minLength: 1, maxLength: 40 }), (ratios) => {
        const factor = paceOf(ratios.map((r) => ({ kind: 'k', standardSeconds: 10, seconds: 10 * r }))).factor('k');
        expect(factor).toBeGreaterThanOrEqual(Math.min(1, ...ratios) - 1e-9);
        expect(factor).toBeLessThanOrEqual(Math.max(1, ...ratios) + 1e-9);
      })
    );
  });
});

describe('the time of a plan', () => {
  const steps = (n: number, seconds = 100) => Array.from({ length: n }, () => ({ seconds, kind: 'k' }));
  it('of nothing is nothing; of one step it is its standard, cautiously half as much again', () => {
    expect(timesOf([])).toEqual({ p50: 0, p80: 0 });
    expect(timesOf(steps(1))).toEqual({ p50: 100, p80: 151 });
  });
  it('spreads less the more steps there are, but never less than a visit does', () => {
    const ratio = (n: number) => timesOf(steps(n)).p80 / timesOf(steps(n)).p50;
    expect(ratio(10)).toBeLessThan(ratio(1));
    expect(ratio(100)).toBeLessThan(ratio(10));
    expect(ratio(10_000)).toBeGreaterThan(1.17);
  });
  it('follows the pace, kind by kind', () => {
    const pace = paceOf(done(1000, 0.5));
    const { p50 } = timesOf([{ seconds: 100, kind: 'open screws' }], pace);
    expect(p50).toBeGreaterThan(48);
    expect(p50).toBeLessThan(53);
  });
});
