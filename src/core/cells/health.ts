import type { Said } from '../language';
import { z } from 'zod';
import { CELL_WORDS } from '../words';
import { fullEnergyWh, health, type BatteryReading } from './reading';

const Share = z.number().min(0).max(1);

/** What the shop calls good and worn. */
export const CellThresholds = z.strictObject({
  /** Share of the design capacity from which on a cell is good. */
  good: Share,
  /** Below this share it is to be replaced. */
  replace: Share,
  /** Cycles that the shop expects of a cell. */
  cycles: z.int().min(1).max(10_000),
  /** Charge at or below which a cell may be worked at, share of full. */
  safeCharge: Share
});
export type CellThresholds = z.infer<typeof CellThresholds>;

/** Bench rules of thumb: four fifths and three fifths of new, some hundreds of cycles, a quarter full. */
export const STANDARD_THRESHOLDS: CellThresholds = { good: 0.8, replace: 0.6, cycles: 500, safeCharge: 0.25 };

export interface CellVerdict {
  verdict: 'good' | 'ageing' | 'replace' | 'unknown';
  /** Why, in words. */
  why: Said;
}

/** What a reading says of the cell by the shop's thresholds. */
export function cellVerdict(reading: BatteryReading, of: CellThresholds): CellVerdict {
  const share = health(reading);
  if (share === undefined) return { verdict: 'unknown', why: CELL_WORDS.unknown };
  // A gauge that was never calibrated says more than new.
  if (share > 1.15) return { verdict: 'unknown', why: CELL_WORDS.uncalibrated(share) };
  if (share < of.replace) return { verdict: 'replace', why: CELL_WORDS.worn(share, of.replace) };
  if (reading.cycles !== undefined && reading.cycles > of.cycles)
    return { verdict: 'ageing', why: CELL_WORDS.cycled(share, reading.cycles, of.cycles) };
  if (share < of.good) return { verdict: 'ageing', why: CELL_WORDS.between(share, of.replace, of.good) };
  return { verdict: 'good', why: CELL_WORDS.good(share, of.good) };
}

/**
 * Time until the charge has come down to a safe level at a constant load.
 * @param loadW power drawn from the cell, W
 * @returns s; 0 when it is there already; undefined when the reading lacks its charge or its capacity
 */
export function drainSeconds(reading: BatteryReading, loadW: number, safeCharge: number): number | undefined {
  const wh = fullEnergyWh(reading);
  if (wh === undefined || reading.charge === undefined || !(loadW > 0)) return undefined;
  return Math.round((Math.max(0, reading.charge - safeCharge) * wh * 3600) / loadW);
}

/** Lithium cells take full power up to about four fifths, and as long again for the rest at falling current: bench rule of thumb. */
const TAPER_FROM = 0.8;

/**
 * Time to a full charge at the charger's power.
 * @returns s, or undefined as for draining
 */
export function chargeSeconds(reading: BatteryReading, chargerW: number): number | undefined {
  const wh = fullEnergyWh(reading);
  if (wh === undefined || reading.charge === undefined || !(chargerW > 0)) return undefined;
  const upTo = Math.max(0, TAPER_FROM - reading.charge);
  const rest = 1 - Math.max(TAPER_FROM, Math.min(1, reading.charge));
  // Falling current: twice the time for each watt-hour, on the average.
  return Math.round(((upTo + 2 * rest) * wh * 3600) / chargerW);
}

export interface DatedReading {
  /** ISO time. */
  at: string;
  reading: BatteryReading;
}

/** A reading with where it came from: typed in, a listing's kind, or at the bench before or after the work. */
export interface CellReading extends DatedReading {
  source: string;
  /** The first of a cell that was put in then. */
  isNew: boolean;
}

/** Readings of the cell that is in now: those since the last one was put in. */
export const ofCellNow = <R extends CellReading>(readings: readonly R[]): R[] =>
  readings.slice(
    Math.max(
      0,
      readings.findLastIndex((r) => r.isNew)
    )
  );

export interface CellTrend {
  points: { at: string; share: number; cycles?: number }[];
  /** Share of new that it loses in a year; undefined with fewer than two readings on different days. */
  lossPerYear?: number;
  /** Share lost per hundred cycles, where cycles are known. */
  lossPer100Cycles?: number;
  /** Days from the last reading until it falls to the shop's limit at the present rate; undefined when it does not fall. */
  daysToReplace?: number;
}

const DAY_MS = 86_400_000;
const YEAR_DAYS = 365.25;

/** Slope of a straight line through points by least squares; undefined when all lie at one place. */
function slope(points: readonly (readonly [number, number])[]): number | undefined {
  if (points.length < 2) return undefined;
  const mean = (i: 0 | 1) => points.reduce((sum, p) => sum + p[i], 0) / points.length;
  const [mx, my] = [mean(0), mean(1)];
  const spread = points.reduce((sum, [x]) => sum + (x - mx) ** 2, 0);
  return spread < 1e-9 ? undefined : points.reduce((sum, [x, y]) => sum + (x - mx) * (y - my), 0) / spread;
}

/** How a cell goes down over its readings, and how long it lasts at that rate. */
export function cellTrend(readings: readonly DatedReading[], of: CellThresholds): CellTrend {
  const points = readings
    .flatMap(({ at, reading }) => {
      const share = health(reading);
      return share === undefined
        ? []
        : [{ at, share, ...(reading.cycles === undefined ? {} : { cycles: reading.cycles }) }];
    })
    .sort((a, b) => (a.at < b.at ? -1 : 1));
  const last = points.at(-1);
  const days = points.map((p) => (Date.parse(p.at) - Date.parse(points[0]!.at)) / DAY_MS);
  // Readings of one day say how the gauge wanders, not how the cell ages.
  const perDay = (days.at(-1) ?? 0) >= 1 ? slope(points.map((p, i) => [days[i]!, p.share])) : undefined;
  const perCycle = slope(points.flatMap((p) => (p.cycles === undefined ? [] : [[p.cycles, p.share] as const])));
  const falls = perDay !== undefined && perDay < 0 && last !== undefined;
  return {
    points,
    ...(perDay === undefined ? {} : { lossPerYear: -perDay * YEAR_DAYS }),
    ...(perCycle === undefined ? {} : { lossPer100Cycles: -perCycle * 100 }),
    ...(falls ? { daysToReplace: Math.max(0, Math.round((last.share - of.replace) / -perDay)) } : {})
  };
}
