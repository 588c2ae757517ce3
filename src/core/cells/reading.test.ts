import { english, inEnglish } from '../testing/english';
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { BatteryReading, drainSeconds, fullEnergyWh, health, readBattery } from '.';
import { whyNot } from '../result';

const sample = (name: string) => readFileSync(new URL(`../../../demo/listings/${name}`, import.meta.url), 'utf8');
const read = (text: string) => {
  const found = readBattery(text);
  if (!found.ok) throw new Error(english(whyNot(found)));
  return found.reading;
};

describe('a battery', () => {
  it('is read from the kernel: micro units, the share in percent', () => {
    const reading = read(sample('fathom-before.uevent'));
    expect(reading).toEqual({ designWh: 57, fullWh: 30.21, voltageV: 11.4, cycles: 612, charge: 0.61 });
    expect(health(reading)).toBeCloseTo(0.53, 3);
  });
  it('is read from the power daemon, with a decimal comma, too', () => {
    expect(read(sample('fathom-after.upower.txt'))).toEqual({
      designWh: 57,
      fullWh: 57.2,
      voltageV: 11.61,
      cycles: 1,
      charge: 0.51
    });
    expect(read('  energy-full:  41,5 Wh\n  energy-full-design:  50,0 Wh')).toEqual({ designWh: 50, fullWh: 41.5 });
  });
  it('that counts charge has its energy by its voltage', () => {
    const reading = read(
      'POWER_SUPPLY_CHARGE_FULL_DESIGN=5000000\nPOWER_SUPPLY_CHARGE_FULL=4000000\nPOWER_SUPPLY_VOLTAGE_MIN_DESIGN=11000000'
    );
    expect(reading).toEqual({ designMah: 5000, fullMah: 4000, voltageV: 11 });
    expect(health(reading)).toBe(0.8);
    expect(fullEnergyWh(reading)).toBeCloseTo(44, 9);
  });
  it('of several the first counts, and cycles that the kernel cannot tell are none', () => {
    const two = `${sample('fathom-before.uevent')}\n${sample('fathom-before.uevent').replace('30210000', '1000000')}`;
    expect(read(two).fullWh).toBe(30.21);
    expect(read('POWER_SUPPLY_ENERGY_FULL=1000000\nPOWER_SUPPLY_CYCLE_COUNT=-1').cycles).toBeUndefined();
  });
  it('without its figures is refused in words; so is what cannot be', () => {
    for (const text of ['', 'energy-full: lots', 'POWER_SUPPLY_ENERGY_FULL=9999999999999999', 'x'.repeat(300_000)]) {
      const found = readBattery(text);
      expect(found.ok).toBe(false);
      if (!found.ok) expect(english(whyNot(found)).length).toBeGreaterThan(15);
    }
    expect(health({ fullWh: 3 })).toBeUndefined();
    expect(fullEnergyWh({ fullMah: 3 })).toBeUndefined();
  });
  it('has no figure where a word stands for one', () => {
    expect(
      read('  energy-full:  41.5 Wh\n  energy-full-design:  50 Wh\n  voltage:  some V\n  charge-cycles:  N/A')
    ).toEqual({ designWh: 50, fullWh: 41.5 });
    expect(read('POWER_SUPPLY_ENERGY_FULL=1000000\nPOWER_SUPPLY_CAPACITY=full').charge).toBeUndefined();
  });
  it('never gives what the record would not take', () => {
    const key = fc.constantFrom(
      'ENERGY_FULL',
      'ENERGY_FULL_DESIGN',
      'CHARGE_FULL',
      'CYCLE_COUNT',
      'CAPACITY',
      'VOLTAGE_NOW'
    );
    fc.assert(
      fc.property(
        fc.array(fc.tuple(key, fc.oneof(fc.integer().map(String), fc.string(), fc.double().map(String)))),
        (rows) => {
          const found = readBattery(rows.map(([k, v]) => `POWER_SUPPLY_${k}=${v}`).join('\n'));
          if (found.ok) expect(BatteryReading.safeParse(found.reading).success).toBe(true);
        }
      ),
      { numRuns: 500 }
    );
  });
  describe('among other devices', () => {
    const pack = (name: string, full: number, more = '') =>
      `POWER_SUPPLY_NAME=${name}\nPOWER_SUPPLY_TYPE=Battery\nPOWER_SUPPLY_PRESENT=1\nPOWER_SUPPLY_ENERGY_FULL_DESIGN=50000000\nPOWER_SUPPLY_ENERGY_FULL=${full}000000\n${more}`;
    const mains = 'POWER_SUPPLY_NAME=AC\nPOWER_SUPPLY_TYPE=Mains\nPOWER_SUPPLY_ONLINE=1\n';
    const mouse =
      'POWER_SUPPLY_NAME=hid-mouse\nPOWER_SUPPLY_TYPE=Battery\nPOWER_SUPPLY_SCOPE=Device\nPOWER_SUPPLY_CAPACITY=12\nPOWER_SUPPLY_CYCLE_COUNT=9\n';
    const bay =
      'POWER_SUPPLY_NAME=BAT1\nPOWER_SUPPLY_TYPE=Battery\nPOWER_SUPPLY_PRESENT=0\nPOWER_SUPPLY_CYCLE_COUNT=77\n';
    const found = (text: string) => {
      const answer = readBattery(text);
      return answer.ok
        ? answer.packs.map((p) => [p.name, p.reading.fullWh, p.reading.charge, p.reading.cycles])
        : whyNot(answer);
    };
    it('each pack has its own figures, in whatever order they stand, with blank lines or without', () => {
      const wanted = ['BAT0', 40, 0.61, 300];
      const whole = pack('BAT0', 40, 'POWER_SUPPLY_CAPACITY=61\nPOWER_SUPPLY_CYCLE_COUNT=300\n');
      fc.assert(
        fc.property(
          fc.shuffledSubarray([whole, mains, mouse, bay], { minLength: 4 }),
          fc.constantFrom('', '\n'),
          (parts, between) => {
            expect(found(parts.join(between))).toEqual([wanted]);
          }
        )
      );
    });
    it('packs without a name are told by their number', () => {
      const pack = (full: number) => `POWER_SUPPLY_TYPE=Battery\nPOWER_SUPPLY_ENERGY_FULL=${full}000000\n`;
      const answer = readBattery(pack(30) + pack(20));
      expect(inEnglish(answer.ok && answer.packs.map((p) => [p.name, p.reading.fullWh]))).toEqual([
        ['Battery 1', 30],
        ['Battery 2', 20]
      ]);
    });
    it('several packs are several readings', () => {
      expect(found(pack('BAT0', 40) + pack('BAT1', 20, 'POWER_SUPPLY_CAPACITY=50\n') + mains)).toEqual([
        ['BAT0', 40, undefined, undefined],
        ['BAT1', 20, 0.5, undefined]
      ]);
    });
    it('what is none of the machine\u2019s is told apart from nothing', () => {
      expect(inEnglish(found(mains + mouse + bay))).toMatch(/only adapters/);
      expect(inEnglish(found('hello'))).toMatch(/no full-charge capacity/);
    });
    it('the daemon\u2019s devices, too', () => {
      const dump = (path: string, rows: string) => `Device: /org/power/devices/${path}\n${rows}\n`;
      const text =
        dump('line_power_AC', '    power supply:         yes\n    online: yes') +
        dump('mouse_hid', '    power supply:         no\n    percentage:          11%\n    charge-cycles:       3') +
        dump('battery_BAT1', '    power supply: yes\n    present:             no') +
        dump(
          'battery_BAT0',
          '    power supply: yes\n    present:             yes\n    energy:              20 Wh\n    energy-full:         40 Wh\n    energy-full-design:  50 Wh'
        ) +
        dump('DisplayDevice', '    power supply: yes\n    energy-full:         99 Wh');
      expect(found(text)).toEqual([['BAT0', 40, 0.5, undefined]]);
    });
    it('the charge stands for the share where that is not given, and 0 is not known', () => {
      expect(read(pack('BAT0', 40, 'POWER_SUPPLY_ENERGY_NOW=10000000\n')).charge).toBe(0.25);
      expect(read('POWER_SUPPLY_CHARGE_FULL=4000000\nPOWER_SUPPLY_CHARGE_NOW=1000000').charge).toBe(0.25);
      const lost = read(pack('BAT0', 0, 'POWER_SUPPLY_CYCLE_COUNT=10\n'));
      expect([lost.fullWh, lost.designWh, health(lost), fullEnergyWh(lost)]).toEqual([
        undefined,
        50,
        undefined,
        undefined
      ]);
      // What an earlier version kept as 0 is not taken for a cell that is empty.
      expect([
        health({ designWh: 50, fullWh: 0 }),
        fullEnergyWh({ fullWh: 0 }),
        drainSeconds({ fullWh: 0, charge: 1 }, 10, 0.2)
      ]).toEqual([undefined, undefined, undefined]);
      expect(read('POWER_SUPPLY_ENERGY_FULL=40000000\nPOWER_SUPPLY_ENERGY_FULL_DESIGN=0')).toEqual({ fullWh: 40 });
    });
  });
});
