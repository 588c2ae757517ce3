import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { THOROUGH } from '../testing/effort';
import { paceOf, STANDARD_PACE, timesOf, type Observed } from '.';

const done = (n: number, ratio: number, kind = 'open screws'): Observed[] =>
  Array.from({ length: n }, () => ({ kind, standardSeconds: 20, seconds: 20 * ratio }));

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
    expect(timesOf([], STANDARD_PACE)).toEqual({ p50: 0, p80: 0 });
    expect(timesOf(steps(1), STANDARD_PACE)).toEqual({ p50: 100, p80: 151 });
    // Of many it is the sum of the means: exp(0.45² / 2) of the medians.
    expect(timesOf(steps(10_000), STANDARD_PACE).p50 / 1e6).toBeCloseTo(1.1065, 3);
  });
  it('spreads less the more steps there are, but never less than a visit does', () => {
    const ratio = (n: number) => timesOf(steps(n), STANDARD_PACE).p80 / timesOf(steps(n), STANDARD_PACE).p50;
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

describe('visits as they come', () => {
  /** Standard normal numbers from a seed (Box and Muller over a linear congruence). */
  function normals(seed: number): () => number {
    let state = seed;
    const even = () => ((state = (state * 1664525 + 1013904223) % 4294967296) + 0.5) / 4294967296;
    return () => Math.sqrt(-2 * Math.log(even())) * Math.cos(2 * Math.PI * even());
  }
  const KINDS = ['open screws', 'close screws', 'open connector', 'close connector', 'move', 'return', 'test'];
  const FACTOR: Record<string, number> = { 'open screws': 1.3, 'close screws': 0.8, move: 1.1 };
  /** The steps of one job: 25 to 65, of 6 to 90 s. */
  const job = (normal: () => number) =>
    Array.from({ length: 25 + (Math.floor(Math.abs(normal()) * 20) % 41) }, (_, i) => ({
      kind: KINDS[(i * 3 + Math.floor(Math.abs(normal()) * 7)) % KINDS.length]!,
      seconds: 6 + ((Math.abs(normal()) * 40) % 84)
    }));
  const visit = (normal: () => number, spread: number, ofVisit: number, name: string): Observed[] => {
    const common = Math.exp(ofVisit * normal());
    return job(normal).map(({ kind, seconds }) => ({
      kind,
      standardSeconds: seconds,
      seconds: seconds * (FACTOR[kind] ?? 1) * common * Math.exp(spread * normal()),
      visit: name
    }));
  };

  const SHOPS = THOROUGH ? 40 : 16;
  /** Of fewer shops chance says less, %. */
  const GIVE = THOROUGH ? 2 : 3;
  it.each([0.3, 0.45, 0.6].flatMap((spread) => [0.1, 0.2, 0.3, 0.4].map((ofVisit) => [spread, ofVisit] as const)))(
    'with a spread of %f and a visit factor of %f four in five stay within the P80, once 100 visits are known',
    (spread, ofVisit) => {
      let within = 0;
      let middle = 0;
      let all = 0;
      // Which hundred visits one has come to know is chance itself: over many such shops.
      for (let shop = 0; shop < SHOPS; shop++) {
        const normal = normals(1000 * shop + Math.round(100 * spread) + Math.round(7000 * ofVisit));
        const pace = paceOf(Array.from({ length: 100 }, (_, i) => visit(normal, spread, ofVisit, `v${i}`)).flat());
        for (let i = 0; i < 250; i++) {
          const came = visit(normal, spread, ofVisit, 'x');
          const told = timesOf(
            came.map((o) => ({ kind: o.kind, seconds: o.standardSeconds })),
            pace
          );
          const took = came.reduce((sum, o) => sum + o.seconds, 0);
          if (took <= told.p80) within++;
          if (took <= told.p50) middle++;
          all++;
        }
      }
      expect(Math.abs(100 * (within / all) - 80)).toBeLessThanOrEqual(GIVE);
      expect(Math.abs(100 * (middle / all) - 50)).toBeLessThanOrEqual(GIVE + 0.5);
    }
  );
  it('what visits have in common is told from what each step has for itself', () => {
    for (const [spread, ofVisit] of [
      [0.3, 0.4],
      [0.6, 0.1],
      [0.45, 0.25]
    ] as const) {
      const normal = normals(77);
      const pace = paceOf(Array.from({ length: 400 }, (_, i) => visit(normal, spread, ofVisit, `v${i}`)).flat());
      expect(Math.abs(pace.spread - spread)).toBeLessThan(0.02);
      expect(Math.abs(pace.visitSpread - ofVisit)).toBeLessThan(0.03);
    }
  });
});
