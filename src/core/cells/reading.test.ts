import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { BatteryReading, fullEnergyWh, health, readBattery } from '.';

const sample = (name: string) => readFileSync(new URL(`../../../demo/listings/${name}`, import.meta.url), 'utf8');
const read = (text: string) => {
  const found = readBattery(text);
  if (!found.ok) throw new Error(found.why);
  return found.reading;
};

describe('a battery', () => {
  it('is read from the kernel: micro units, the share in percent', () => {
    const reading = read(sample('fathom-before.uevent'));
    expect(reading).toEqual({ designWh: 57, fullWh: 30.21, voltageV: 11.4, cycles: 612, charge: 0.61 });
    expect(health(reading)).toBeCloseTo(0.53, 3);
  });
  it('is read from the power daemon, with a decimal comma, too', () => {
    expect(read(sample('fathom-after.upower.txt'))).toEqual({ designWh: 57, fullWh: 57.2, voltageV: 11.61, cycles: 1, charge: 0.51 });
    expect(read('  energy-full:  41,5 Wh\n  energy-full-design:  50,0 Wh')).toEqual({ designWh: 50, fullWh: 41.5 });
  });
  it('that counts charge has its energy by its voltage', () => {
    const reading = read('POWER_SUPPLY_CHARGE_FULL_DESIGN=5000000\nPOWER_SUPPLY_CHARGE_FULL=4000000\nPOWER_SUPPLY_VOLTAGE_MIN_DESIGN=11000000');
    expect(reading).toEqual({ designMah: 5000, fullMah: 4000, voltageV: 11 });
    expect(health(reading)).toBe(0.8);
    expect(fullEnergyWh(reading)).toBeCloseTo(44, 9);
  });
  it('of several the first counts, and cycles that the kernel cannot tell are none', () => {
    const two = `${sample('fathom-before.uevent')}\n${sample('fathom-before.uevent').replace('30210000', '1')}`;
    expect(read(two).fullWh).toBe(30.21);
    expect(read('POWER_SUPPLY_ENERGY_FULL=1000000\nPOWER_SUPPLY_CYCLE_COUNT=-1').cycles).toBeUndefined();
  });
  it('without its figures is refused in words; so is what cannot be', () => {
    for (const text of ['', 'energy-full: lots', 'POWER_SUPPLY_ENERGY_FULL=9999999999999999', 'x'.repeat(300_000)]) {
      const found = readBattery(text);
      expect(found.ok).toBe(false);
      if (!found.ok) expect(found.why.length).toBeGreaterThan(15);
    }
    expect(health({ fullWh: 3 })).toBeUndefined();
    expect(fullEnergyWh({ fullMah: 3 })).toBeUndefined();
  });
  it('never gives what the record would not take', () => {
    const key = fc.constantFrom('ENERGY_FULL', 'ENERGY_FULL_DESIGN', 'CHARGE_FULL', 'CYCLE_COUNT', 'CAPACITY', 'VOLTAGE_NOW');
    fc.assert(fc.property(fc.array(fc.tuple(key, fc.oneof(fc.integer().map(String), fc.string(), fc.double().map(String)))), (rows) => {
      const found = readBattery(rows.map(([k, v]) => `POWER_SUPPLY_${k}=${v}`).join('\n'));
      if (found.ok) expect(BatteryReading.safeParse(found.reading).success).toBe(true);
    }), { numRuns: 500 });
  });
});
