import { inEnglish } from '../testing/english';
import { readFileSync } from 'node:fs';
import { it } from 'vitest';
import { expectApproved } from '../testing/approved';
import {
  cellTrend,
  cellVerdict,
  chargeSeconds,
  drainSeconds,
  readBattery,
  STANDARD_THRESHOLDS,
  type BatteryReading
} from '.';

const READINGS: BatteryReading[] = [0.2, 0.59, 0.6, 0.7, 0.79, 0.8, 0.95, 1.1, 1.16].flatMap((share) =>
  [0, 0.2, 0.25, 0.5, 0.8, 0.85, 1].map((charge, i) => ({
    designWh: 50,
    fullWh: 50 * share,
    charge,
    ...(i % 2 ? { cycles: 200 + 100 * i } : {})
  }))
);

it('readings of cells come to what was approved', async () => {
  const lines = [{}, { fullMah: 3000, designMah: 4000, voltageV: 11.4, charge: 0.6 }, ...READINGS].map(
    (r) =>
      `${JSON.stringify(r)}: ${JSON.stringify(inEnglish(cellVerdict(r, STANDARD_THRESHOLDS)))} drains ${drainSeconds(r, 12, 0.25)} charges ${chargeSeconds(r, 45)}`
  );
  const dated = (every: number, n: number) =>
    READINGS.slice(10, 10 + n).map((reading, i) => ({
      at: new Date(Date.UTC(2026, 0, 1 + i * every)).toISOString(),
      reading
    }));
  for (const [every, n] of [
    [0, 3],
    [1, 2],
    [30, 2],
    [40, 7],
    [200, 12]
  ] as const)
    lines.push(`trend ${JSON.stringify(cellTrend(dated(every, n), STANDARD_THRESHOLDS))}`);
  for (const file of ['fathom-after.upower.txt', 'fathom-before.uevent'])
    lines.push(`${file}: ${JSON.stringify(inEnglish(readBattery(readFileSync(`demo/listings/${file}`, 'utf8'))))}`);
  await expectApproved('readings', lines);
});
