import { english, inEnglish } from '../testing/english';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { daemonListing, kernelListing } from '../../../scripts/stand-ins/machine.mjs';
import {
  cellTrend as trendOf,
  cellVerdict as verdictOf,
  chargeSeconds,
  drainSeconds,
  health,
  readBattery,
  STANDARD_THRESHOLDS,
  type BatteryReading,
  CellThresholds,
  type DatedReading
} from '.';
import { whyNot } from '../result';

const cellVerdict = (reading: BatteryReading, of: CellThresholds = STANDARD_THRESHOLDS) => verdictOf(reading, of);
const cellTrend = (readings: readonly DatedReading[]) => trendOf(readings, STANDARD_THRESHOLDS);

const reading = (share: number, more: Partial<BatteryReading> = {}): BatteryReading => ({
  designWh: 50,
  fullWh: 50 * share,
  ...more
});

it('thresholds are shares: none is above the whole', () => {
  const of = (good: number) => CellThresholds.safeParse({ ...STANDARD_THRESHOLDS, good }).success;
  expect([of(1), of(1.01), of(-0.1)]).toEqual([true, false, false]);
});

describe('the verdict on a cell', () => {
  it.each([
    [0.95, 'good'],
    [0.8, 'good'],
    [0.79, 'ageing'],
    [0.6, 'ageing'],
    [0.59, 'replace'],
    [1.3, 'unknown']
  ] as const)('%f of new is %s', (share, verdict) => expect(cellVerdict(reading(share)).verdict).toBe(verdict));
  it('goes by the shop\u2019s thresholds, and counts cycles', () => {
    expect(cellVerdict(reading(0.75), { ...STANDARD_THRESHOLDS, replace: 0.8, good: 0.9 }).verdict).toBe('replace');
    expect(inEnglish(cellVerdict(reading(0.9, { cycles: 900 })))).toEqual({
      verdict: 'ageing',
      why: expect.stringMatching(/900 cycles/)
    });
  });
  it('of charge in mAh alone is the same; without a design it is unknown', () => {
    expect(cellVerdict({ designMah: 4000, fullMah: 2000 }).verdict).toBe('replace');
    expect(cellVerdict({ fullWh: 30 }).verdict).toBe('unknown');
  });
});

describe('time to a safe charge', () => {
  it('is energy over power: 40 Wh from 100 to 25 % at 15 W are two hours', () => {
    expect(drainSeconds({ fullWh: 40, charge: 1 }, 15, 0.25)).toBe(7200);
    expect(drainSeconds({ fullMah: 4000, voltageV: 10, charge: 0.2 }, 15, 0.25)).toBe(0);
    expect(drainSeconds({ fullWh: 40 }, 15, 0.25)).toBeUndefined();
    expect(drainSeconds({ fullWh: 40, charge: 1 }, 0, 0.25)).toBeUndefined();
  });
  it('charging slows down towards full', () => {
    const at = (charge: number) => chargeSeconds({ fullWh: 50, charge }, 45)!;
    expect(at(1)).toBe(0);
    expect(at(0.8) - at(1)).toBeGreaterThan(at(0.6) - at(0.8));
    expect(at(0)).toBe(Math.round((1.2 * 50 * 3600) / 45));
    expect(chargeSeconds({ fullWh: 50 }, 45)).toBeUndefined();
    expect(chargeSeconds({ charge: 0.5 }, 45)).toBeUndefined();
    expect(chargeSeconds({ fullWh: 50, charge: 0.5 }, 0)).toBeUndefined();
  });
});

describe('the trend of a cell', () => {
  const on = (day: number, share: number, cycles?: number) => ({
    at: new Date(Date.UTC(2026, 0, 1 + day)).toISOString(),
    reading: reading(share, cycles === undefined ? {} : { cycles })
  });
  it('needs two days; from one reading, or several on one day, nothing is foretold', () => {
    expect(cellTrend([on(0, 0.9)]).lossPerYear).toBeUndefined();
    expect(cellTrend([on(0, 0.9), { ...on(0, 0.5), at: '2026-01-01T08:00:00.000Z' }]).daysToReplace).toBeUndefined();
  });
  it('a tenth in a hundred days from 0.8 reaches 0.6 in two hundred more', () => {
    const { lossPerYear, daysToReplace, lossPer100Cycles } = cellTrend([on(0, 0.9, 100), on(100, 0.8, 200)]);
    expect(lossPerYear).toBeCloseTo(0.365, 3);
    expect(daysToReplace).toBe(200);
    expect(lossPer100Cycles).toBeCloseTo(0.1, 9);
  });
  it('one that does not fall has no date', () =>
    expect(cellTrend([on(0, 0.8), on(100, 0.85)]).daysToReplace).toBeUndefined());
  it('the order of readings does not matter, and a straight fall is found again', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.0001, max: 0.001, noNaN: true }),
        fc.uniqueArray(fc.integer({ min: 0, max: 300 }), { minLength: 2, maxLength: 10 }),
        (perDay, days) => {
          const points = days.map((d) => on(d, 1 - perDay * d));
          const trend = cellTrend(points);
          expect(trend.lossPerYear).toBeCloseTo(perDay * 365.25, 6);
          expect(cellTrend([...points].reverse())).toEqual(trend);
        }
      )
    );
  });
});

describe('what a machine says of its battery', () => {
  it('comes back from both kinds of listing as it was, whatever it was', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 20, max: 99 }),
        fc.integer({ min: 10, max: 110 }),
        fc.integer({ min: 1, max: 2000 }),
        fc.integer({ min: 0, max: 100 }),
        (designWh, of100, cycles, charge100) => {
          const said = { designWh, share: of100 / 100, cycles, charge: charge100 / 100 };
          for (const [listing, digits] of [
            [kernelListing(said), 5],
            [daemonListing(said), 3]
          ] as const) {
            const read = readBattery(listing);
            if (!read.ok) throw new Error(english(whyNot(read)));
            expect(health(read.reading)).toBeCloseTo(of100 / 100, digits - 1);
            expect(read.reading.cycles).toBe(cycles);
            expect(read.reading.charge).toBeCloseTo(charge100 / 100, 6);
          }
        }
      )
    );
  });
  it('ten megabytes are refused in words', () =>
    expect(inEnglish(readBattery('y'.repeat(10_000_000)))).toMatchObject({
      ok: false,
      problems: [{ message: expect.stringMatching(/longer than/) }]
    }));
});
